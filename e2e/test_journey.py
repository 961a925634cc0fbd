"""One lesson from end to end, by keys alone where a teacher or student would use them."""

from __future__ import annotations

import re
import uuid
from pathlib import Path

from conftest import ROOT, NewPage, Stack, saved, until
from playwright.sync_api import Locator, Page, expect

MEDIA = ROOT / "demo" / "media"
PASSWORD = "seven blue anchors"


def confirm_by_mail(page: Page, address: str) -> None:
    """The worker sends the mail; its link asks for a password."""
    link = page.locator("pre").filter(has_text=address).locator("a[href*='/confirm#']").first
    for _ in range(40):
        page.goto("/outbox/")
        if link.count():
            break
        page.wait_for_timeout(250)
    page.goto(link.get_attribute("href") or "")
    page.get_by_label("Password").fill(PASSWORD)
    page.keyboard.press("Enter")


def own_captions(folder: Path) -> Path:
    """The demo's captions as SRT, so that the recording is not the demo's own pair."""
    text = (MEDIA / "three-knots.vtt").read_text("utf-8")
    blocks = [b.split("\n") for b in text.split("\n\n")[1:] if b.strip()]
    rows = [
        f"{n}\n{b[0].replace('.', ',')}\n{re.sub('<[^>]*>', '', ' '.join(b[1:]))}\n" for n, b in enumerate(blocks, 1)
    ]
    path = folder / "rope-loft.srt"
    path.write_text("\n".join(rows), "utf-8")
    return path


def test_a_lesson_from_an_account_to_the_class_sheet(new_page: NewPage, stack: Stack, tmp_path: Path) -> None:
    page = new_page()
    make_account(page)
    bring_in(page, tmp_path)
    write_items(page)
    check_and_decide(page)
    rehearse(page)
    link = share(page)
    student = new_page(width=360, height=740, phone=True)
    study(student, link)
    read_results(page)


def make_account(page: Page) -> str:
    """A new account, signed in; its address."""
    page.goto("/")
    page.get_by_role("button", name="Create an account").click()
    page.get_by_label("Your name").fill("Nora Lind")
    # Another address each time: a journey that is tried again finds its first account there.
    address = f"nora.{uuid.uuid4().hex[:8]}@school.example"
    page.get_by_label("Email").fill(address)
    page.keyboard.press("Enter")
    expect(page.get_by_role("status")).to_contain_text(address)
    confirm_by_mail(page, address)
    expect(page.get_by_text("No lessons yet")).to_be_visible()
    return address


def bring_in(page: Page, folder: Path) -> None:
    page.keyboard.press("n")
    files = [MEDIA / "three-knots.webm", own_captions(folder)]
    page.get_by_label("Or files from this device").set_input_files(files)
    expect(page.get_by_text("rope-loft.srt is selected.")).to_be_visible(timeout=120_000)
    expect(page.get_by_text("No captions were found.")).to_have_count(0)
    page.get_by_label("Title").fill("From the rope loft")
    page.keyboard.press("Enter")
    # The heading stands over the steps of the work already; the words come once it is done.
    expect(page.get_by_text("The bowline makes a loop that does not slip.")).to_be_visible(timeout=240_000)


def write_items(page: Page) -> None:
    page.keyboard.press("3")
    page.get_by_role("heading", name="Write your own").wait_for()
    page.get_by_role("button", name="A bowline takes away about forty percent").click()
    page.keyboard.press("a")
    page.get_by_label("Question").fill("How much of its strength does a line lose by a bowline?")
    page.get_by_label("Option a", exact=True).fill("About forty percent")
    page.get_by_label("Option b", exact=True).fill("About ten percent")
    page.get_by_label("Option c", exact=True).fill("Nothing at all")
    page.get_by_label("Option c", exact=True).press("Alt+ArrowUp")
    expect(page.get_by_label("Option b", exact=True)).to_have_value("Nothing at all")
    handles = page.locator("fieldset [draggable=true]")
    handles.nth(0).drag_to(handles.nth(2))
    expect(page.get_by_label("Option c", exact=True)).to_have_value("About forty percent")
    handles.nth(2).drag_to(handles.nth(0))
    expect(page.get_by_label("Option a", exact=True)).to_have_value("About forty percent")
    page.get_by_label("Explanation (shown after answering)").fill("The fibres are bent sharply.")
    page.keyboard.press("Escape")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Salt is the enemy of every line.").click()
    page.get_by_role("button", name="Open answer").click()
    page.get_by_label("Question").fill("What does salt do to a line?")
    page.get_by_label("Model answer").fill("Its crystals cut the fibres from inside.")
    page.keyboard.press("Escape")
    page.keyboard.press("Escape")
    # One open answer to mark is enough.
    page.get_by_role("group", name="Kinds").get_by_role("checkbox", name="Open answer").uncheck()
    page.get_by_label("How many").fill("3")
    page.get_by_role("button", name="Suggest").click()
    expect(page.get_by_text(re.compile(r"\d items? suggested"))).to_be_visible(timeout=120_000)
    page.get_by_role("article").filter(has_text="suggested").first.get_by_role("button").first.click()
    page.keyboard.press("t")
    expect(page.get_by_text("Saved")).to_be_visible(timeout=30_000)


def check_and_decide(page: Page) -> None:
    assert page.get_by_text("No question yet").count() == 0
    page.keyboard.press("4")
    expect(page.get_by_role("heading", name=re.compile("^To decide"))).to_be_visible()
    expect(page.get_by_text("Saved")).to_be_visible(timeout=30_000)
    for _ in range(4):
        if page.get_by_role("button", name="Next").count() == 0:
            break
        page.keyboard.press("j")
        page.keyboard.press("k")
        reason = page.get_by_label("Reason for keeping it")
        if reason.count():
            reason.fill("I know this from the loft.")
            reason.press("Enter")
        expect(page.get_by_text("Saved")).to_be_visible(timeout=30_000)
    expect(page.get_by_text(re.compile(r"Confirmed, or decided by you \(3\)"))).to_be_visible(timeout=30_000)


def rehearse(page: Page) -> None:
    page.keyboard.press("r")
    expect(page.get_by_text("Preview: nothing is saved")).to_be_visible()
    mine = page.get_by_role("heading", name="How much of its strength")
    for _ in range(3):
        page.keyboard.press("j")
        until(page, "document.querySelector('video').currentTime > 1")
        page.get_by_role("region", name=re.compile("Item")).wait_for(timeout=30_000)
        if mine.count():
            break
    expect(mine).to_be_visible()
    page.keyboard.press("c")
    page.keyboard.press("Enter")
    expect(page.get_by_text("not right")).to_be_visible()
    page.keyboard.press("r")
    page.keyboard.press("a")
    page.keyboard.press("Enter")
    expect(page.get_by_text("right at try 2")).to_be_visible()
    page.keyboard.press("q")
    page.get_by_role("navigation", name="Steps of the lesson").wait_for()


def share(page: Page) -> str:
    page.keyboard.press("5")
    saved(page)
    page.get_by_label("For whom").fill("Rope class")
    page.get_by_role("button", name="Share", exact=True).click()
    link = page.locator("a[href*='/s/']").first
    expect(link).to_be_visible()
    page.get_by_role("link", name="Show on projector").click()
    expect(page.get_by_role("img", name=re.compile("QR code"))).to_be_visible()
    page.keyboard.press("Escape")
    return link.get_attribute("href") or ""


def study(student: Page, link: str) -> None:
    student.goto(link)
    student.get_by_label("Your name").fill("Zoë 🚤")
    student.get_by_role("button", name="Start").tap()
    student.get_by_role("button", name="Play").wait_for()
    student.get_by_label("Position in the recording").evaluate("e => e.focus()")
    student.get_by_role("button", name="Play", exact=True).tap()
    for _ in range(3):
        student.evaluate("document.querySelector('video').playbackRate = 8")
        student.get_by_role("region", name=re.compile("Item")).wait_for(timeout=120_000)
        answer_card(student)
    student.evaluate("document.querySelector('video').playbackRate = 8")
    end = student.get_by_text(re.compile(r"\d of 3 right")).first
    to_end = student.get_by_role("button", name="Go to the end")
    to_end.or_(end).first.wait_for(timeout=120_000)
    if to_end.count():
        to_end.tap()
    expect(end).to_be_visible()
    assert student.evaluate("document.documentElement.scrollWidth") <= 360


def answer_card(student: Page) -> None:
    card = student.get_by_role("region", name=re.compile("Item"))
    if card.get_by_label("Your answer").count():
        card.get_by_label("Your answer").fill("The crystals cut the fibres.")
    elif card.get_by_label("About forty percent").count():
        card.get_by_label("About forty percent").tap()
    else:
        give_any_answer(card)
    card.get_by_role("button", name="Answer", exact=True).tap()
    go_on = card.get_by_role("button", name="Continue")
    go_on.wait_for()
    go_on.tap()


def give_any_answer(card: Locator) -> None:
    """What was suggested may be of any kind."""
    for place, pair in enumerate(card.get_by_role("combobox").all()):
        pair.select_option(index=place + 1)
    if card.get_by_role("textbox").count():
        card.get_by_role("textbox").first.fill("It holds.")
    if card.get_by_role("radio").count():
        card.get_by_role("radio").first.tap()


def read_results(page: Page) -> None:
    page.keyboard.press("6")
    expect(page.get_by_role("button", name="Zoë 🚤")).to_be_visible()
    page.get_by_role("button", name=re.compile("answer to mark")).click()
    expect(page.get_by_text("The crystals cut the fibres.")).to_be_visible()
    page.get_by_role("button", name="1", exact=True).last.click()
    page.get_by_label("Comment for the student").fill("Well said.")
    page.get_by_role("button", name="Save marks").click()
    expect(page.get_by_text("marked", exact=True)).to_be_visible()
    page.keyboard.press("Shift+I")
    page.keyboard.press("Shift+W")
    expect(page.get_by_role("cell", name="marked 100 %")).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("button", name="Download").click()
        page.get_by_role("menuitem", name="Class sheet (CSV)").click()
    rows = Path(download.value.path()).read_text("utf-8-sig").splitlines()
    assert rows[2].startswith('"Zoë 🚤"')
    assert "right" in rows[2]
