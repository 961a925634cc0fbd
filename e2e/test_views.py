"""Each main view: nothing for axe-core to find, readable at 200 %, in Spanish, and under the hand of a phone."""

from __future__ import annotations

import re

import pytest
from conftest import NewPage, axe_faults, open_lesson, played_to, saved, sign_in_demo, until
from playwright.sync_api import Page, expect


def shared_link(page: Page) -> str:
    open_lesson(page, "How a canal lock lifts a boat", "Share")
    to_all = page.get_by_role("article").filter(has_text="Deck hands, Tuesday").first
    return to_all.locator("a[href*='/s/']").get_attribute("href") or ""


def test_axe_finds_nothing_on_the_teacher_s_views(new_page: NewPage) -> None:
    page = new_page()
    page.goto("/sign-in")
    page.get_by_role("button", name="Sign in", exact=True).wait_for()
    assert axe_faults(page) == ""
    sign_in_demo(page)
    assert axe_faults(page) == ""
    page.goto("/new")
    page.get_by_role("heading", name="Add a recording").wait_for()
    assert axe_faults(page) == ""
    for step in ("Recording", "Script", "Items", "Check", "Share", "Results"):
        open_lesson(page, "How a canal lock lifts a boat", step)
        page.wait_for_timeout(900)
        assert axe_faults(page) == "", step
    open_lesson(page, "Three knots that hold a boat", "Check")
    page.keyboard.press("j")
    page.get_by_role("button", name="Edit E").wait_for()
    assert axe_faults(page) == ""
    page.keyboard.press("e")
    page.get_by_label("Question").wait_for()
    assert axe_faults(page) == ""


def test_axe_finds_nothing_on_the_student_s_views(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    student = new_page(width=360, height=740, phone=True)
    student.goto(shared_link(teacher))
    student.get_by_label("Your name").wait_for()
    assert axe_faults(student) == ""
    student.get_by_label("Your name").fill("Axe")
    student.get_by_role("button", name="Start").tap()
    student.get_by_role("button", name="Play").wait_for()
    assert axe_faults(student) == ""
    student.get_by_role("button", name="Play").tap()
    student.get_by_role("region", name=re.compile("Item")).wait_for(timeout=40_000)
    assert axe_faults(student) == ""
    student.get_by_role("radio").first.tap()
    student.get_by_role("button", name="Answer").tap()
    student.get_by_role("button", name="Try again").wait_for()
    assert axe_faults(student) == ""


def test_the_interface_speaks_spanish(new_page: NewPage) -> None:
    page = new_page(locale="es-ES")
    page.goto("/")
    page.get_by_role("button", name="Entrar como docente de muestra").click()
    page.get_by_role("link", name="Three knots").first.click()
    steps = page.get_by_role("navigation", name="Pasos de la lección")
    expect(steps.get_by_role("link", name="Comprobar")).to_be_visible()
    steps.get_by_role("link", name="Comprobar").click()
    page.keyboard.press("j")
    expect(page.get_by_role("button", name="Editar")).to_be_visible()
    expect(page.locator("html")).to_have_attribute("lang", "es")


@pytest.mark.parametrize(("width", "height"), [(640, 400), (1024, 640)])
def test_the_desk_can_be_used_enlarged(new_page: NewPage, width: int, height: int) -> None:
    """640x400 is 1280x800 at 200 %, 1024x640 at 125 %."""
    page = new_page(width=width, height=height, scale=1280 / width)
    sign_in_demo(page)
    open_lesson(page, "Three knots that hold a boat", "Check")
    page.keyboard.press("j")
    page.get_by_role("button", name="Edit E").scroll_into_view_if_needed()
    expect(page.get_by_role("button", name="Edit E")).to_be_visible()


def test_the_original_captions_open_and_close(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, "Three knots that hold a boat", "Recording")
    page.get_by_role("button", name="Original captions").click()
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_role("listitem").first).to_be_visible()
    dialog.get_by_role("button", name="Close").click()
    expect(dialog).to_have_count(0)
    expect(page.get_by_label("Title of the lesson")).to_be_visible()


def test_the_list_of_keys_is_under_a_question_mark(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, "Three knots that hold a boat", "Check")
    page.get_by_role("heading", name=re.compile("^To decide")).wait_for()
    page.keyboard.press("?")
    dialog = page.get_by_role("dialog")
    for name in ("Play or pause", "Next sentence", "Set a pause here", "Next item", "Edit", "Preview"):
        expect(dialog.get_by_text(name, exact=False).first).to_be_visible()
    page.keyboard.press("Escape")
    expect(dialog).to_have_count(0)


def test_page_strip_and_picture_show_one_instant(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, "Three knots that hold a boat", "Script")
    sentence = page.get_by_role("button", name="A cleat has two horns")
    sentence.click()
    at = page.evaluate("document.querySelector('video').currentTime")
    expect(sentence).to_have_attribute("aria-current", "true")
    slider = page.get_by_role("slider", name="Position in the recording")
    assert abs(int(slider.get_attribute("aria-valuenow") or 0) - at) <= 1
    page.keyboard.press("ArrowDown")
    expect(page.get_by_role("button", name="The line goes first around the far horn")).to_have_attribute(
        "aria-current", "true"
    )
    page.keyboard.press("Space")
    until(page, f"document.querySelector('video').currentTime > {at + 8}")
    page.keyboard.press("Space")
    expect(page.locator("[data-sentence][aria-current=true]")).to_be_in_viewport()


def test_a_pause_is_nudged_by_keys_and_undone(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, "Three knots that hold a boat", "Items")
    page.get_by_role("heading", name="Write your own").wait_for()
    page.keyboard.press("j")
    before = page.get_by_text(re.compile(r"^Pause 0:\d\d\.\d, ")).inner_text()
    page.keyboard.press("]")
    moved = page.get_by_text(re.compile("set by you"))
    expect(moved).to_be_visible()
    assert moved.inner_text() != before
    until(page, "document.querySelector('video').currentTime > 20")
    page.keyboard.press("Control+z")
    expect(page.get_by_text(before)).to_be_visible()


def test_what_was_typed_stays_when_the_session_ends_or_the_page_closes(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, "Three knots that hold a boat", "Items")
    page.get_by_role("heading", name="Write your own").wait_for()
    # All that the page asks for by itself has come before the session runs out.
    page.get_by_text("Written by").wait_for()
    page.keyboard.press("j")
    page.keyboard.press("e")
    page.get_by_label("Explanation (shown after answering)").wait_for()
    page.wait_for_load_state("networkidle")
    kept = page.context.cookies()
    page.context.clear_cookies(name="sessionid")
    # Coming back to the window reads the lesson again, in vain; what is open stays open.
    until(
        page,
        "window.dispatchEvent(new Event('visibilitychange')) && "
        "document.querySelector('[role=alert]')?.textContent.includes('Your session has ended')",
    )
    page.get_by_label("Explanation (shown after answering)").fill("Typed after the session ran out.")
    expect(page.get_by_role("alert").first).to_contain_text("Your session has ended", timeout=10_000)
    page.context.add_cookies([c for c in kept if c["name"] == "sessionid"])
    page.reload()
    page.get_by_role("heading", name="Write your own").wait_for()
    page.keyboard.press("j")
    page.keyboard.press("e")
    expect(page.get_by_label("Explanation (shown after answering)")).to_have_value("Typed after the session ran out.")


def test_a_segment_left_out_is_leapt_over_and_its_boundary_is_dragged(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, "Knots, as a machine wrote them down", "Recording")
    second = page.get_by_role("group", name="Segments of the lesson").get_by_role("checkbox").nth(1)
    second.press("Space")
    expect(second).not_to_be_checked()
    expect(page.get_by_text("left out")).to_be_visible()
    page.keyboard.press("r")
    page.get_by_role("navigation", name="Pauses").wait_for()
    lesson = page.url.split("/lessons/")[1].split("/")[0]
    kept = page.request.get(f"/api/lessons/{lesson}/rehearsal/").json()["stretches"]
    (first, second_kept) = ((part["start_ms"], part["end_ms"]) for part in kept)
    position = page.get_by_label("Position in the recording")
    position.fill(str((first[1] - 2_500) // 1000 * 1000))
    page.get_by_role("button", name="Play", exact=True).click()
    played_to(page, second_kept[0])
    assert float(position.get_attribute("max") or 0) == first[1] - first[0] + second_kept[1] - second_kept[0]
    page.keyboard.press("q")
    page.get_by_role("navigation", name="Steps of the lesson").wait_for()
    page.keyboard.press("Control+z")
    expect(page.get_by_text("left out")).to_have_count(0)
    drag_second_boundary(page)
    page.keyboard.press("Control+z")
    expect(page.get_by_text("Saved")).to_be_visible(timeout=30_000)


def drag_second_boundary(page: Page) -> None:
    strip = page.get_by_role("region", name="Timeline")
    handle = strip.get_by_title(re.compile("begins here; drag to move")).first
    before = handle.get_attribute("title")
    box = handle.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + 5)
    page.mouse.down()
    page.mouse.move(box["x"] + 120, box["y"] + 5, steps=5)
    page.mouse.up()
    expect(strip.get_by_title(re.compile("begins here; drag to move")).first).not_to_have_attribute(
        "title", before or ""
    )


def test_a_lesson_is_duplicated_moved_deleted_and_restored(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    second = "How a canal lock lifts a boat (2)"
    page.get_by_role("button", name="More for “How a canal lock lifts a boat”").click()
    page.get_by_role("menuitem", name="Duplicate").click()
    copied = page.get_by_role("link", name=second, exact=True)
    expect(copied).to_be_visible(timeout=120_000)
    page.get_by_role("button", name=f"More for “{second}”").click()
    page.get_by_role("menuitem", name="Rename or move").click()
    page.get_by_role("dialog").get_by_label("Folder").fill("Second class")
    page.get_by_role("dialog").get_by_role("button", name="Save").click()
    page.get_by_role("navigation", name="Folders").get_by_role("button", name="Second class").click()
    expect(copied).to_have_count(1)
    expect(page.get_by_role("link", name="How a canal lock lifts a boat", exact=True)).to_have_count(0)
    page.get_by_role("button", name=f"More for “{second}”").click()
    page.get_by_role("menuitem", name="Delete").click()
    page.get_by_text(f"“{second}” was deleted.").wait_for()
    page.keyboard.press("Shift+U")
    expect(copied).to_be_visible()
    page.get_by_role("button", name=f"More for “{second}”").click()
    page.get_by_role("menuitem", name="Delete").click()
    page.get_by_role("navigation", name="Folders").get_by_role("button", name="Deleted").click()
    page.get_by_role("button", name="Delete for good").click()
    expect(page.get_by_text(second, exact=True)).to_have_count(0)


def test_what_was_shared_is_edited_deleted_and_restored(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, "How a canal lock lifts a boat", "Share")
    saved(page)
    page.get_by_label("For whom").fill("By mistake")
    page.get_by_role("button", name="Share", exact=True).dblclick()
    article = page.get_by_role("article").filter(has_text="By mistake")
    article.get_by_role("button", name="Edit").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Due").fill("2020-01-01T10:00")
    dialog.get_by_role("button", name="Save").click()
    expect(dialog.get_by_role("alert")).to_contain_text("already passed")
    dialog.get_by_label("Due").fill("2090-01-01T10:00")
    dialog.get_by_role("button", name="Save").click()
    expect(article).to_have_count(1)
    expect(article).to_contain_text("due")
    article.get_by_role("button", name="Delete").click()
    expect(article).to_have_count(0)
    page.keyboard.press("Shift+U")
    expect(article).to_have_count(1)
