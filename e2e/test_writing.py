"""Items proposed as wanted, varied, chosen; what stands around them; all of it reaches a student on a phone."""

from __future__ import annotations

import re

from conftest import ROOT, NewPage, Stack, axe_faults, open_copy, open_lesson, saved, sign_in_demo
from playwright.sync_api import Page, expect

KNOTS, LOCK = "Three knots that hold a boat", "How a canal lock lifts a boat"


def proposed(page: Page) -> None:
    expect(page.get_by_role("status").filter(has_text=re.compile("items? suggested"))).to_be_visible(timeout=120_000)


def select_in_script(page: Page, word: str) -> None:
    """Selects the first time the script says ``word``, as a double click does."""
    page.get_by_text(word).first.wait_for()
    page.evaluate(
        """word => {
            const texts = [...document.querySelectorAll("[data-sentence]")].flatMap(e => [...e.childNodes]);
            const node = texts.find(n => n.nodeType === Node.TEXT_NODE && n.data.includes(word));
            const range = document.createRange();
            range.setStart(node, node.data.indexOf(word));
            range.setEnd(node, node.data.indexOf(word) + word.length);
            document.getSelection().removeAllRanges();
            document.getSelection().addRange(range);
        }""",
        word,
    )


def test_wishes_steer_what_is_proposed_and_are_kept(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, KNOTS, "Items")
    for word in ("crystals", "nylon"):
        select_in_script(page, word)
        page.keyboard.press("i")
    page.get_by_role("button", name="Do not ask about “nylon”").click()
    page.get_by_role("button", name="More options").click()
    page.get_by_label("Level of the class").select_option("B1")
    page.get_by_label("Learning goals, one per line").fill("Tie a knot that holds a boat\nConjugate French verbs")
    page.get_by_label("Instructions").fill("No true/false. Make them funny")
    assert axe_faults(page) == ""
    page.get_by_role("button", name="Suggest W").click()
    proposed(page)
    expect(page.get_by_text("Not understood, so not followed: Make them funny")).to_be_visible()
    expect(page.get_by_text("The recording says nothing about: Conjugate French verbs")).to_be_visible()
    cards = page.get_by_role("article").filter(has_text="suggested")
    expect(cards.filter(has_text=re.compile("The (_+|…) ?grow between the fibres"))).to_be_visible()
    expect(cards.filter(has_text="True or false")).to_have_count(0)
    page.get_by_label("Save these settings as").fill("Deck hands")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_role("button", name="Delete “Deck hands”")).to_be_visible()
    page.reload()
    page.get_by_role("button", name="More options").click()
    expect(page.get_by_label("Instructions")).to_have_value("No true/false. Make them funny")


def test_one_item_becomes_another_by_keys_and_comes_back(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, LOCK, "Items")
    page.get_by_label("How many").first.fill("3")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Suggest W").click()
    proposed(page)
    card = page.get_by_role("article").filter(has_text="suggested").first
    card.get_by_role("button").first.click()
    before = page.locator("article[aria-current=true]").inner_text()
    page.keyboard.press("y")
    page.get_by_role("menuitem", name="Another version").wait_for()
    assert axe_faults(page) == ""
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Undo")).to_be_enabled(timeout=30_000)
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("article[aria-current=true]")).to_contain_text(before.split("\n")[-1][:20], timeout=20_000)


def test_a_service_writes_the_best_are_chosen_and_shared_only_by_saying_so(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_copy(page, "Knots, as a machine wrote them down", "Items")
    page.get_by_text("stand-in assistant").click()
    page.get_by_label("How many").first.fill("5")
    page.get_by_role("button", name="Suggest W").click()
    proposed(page)
    expect(page.get_by_text("tokens sent and")).to_be_visible(timeout=120_000)
    choose = page.get_by_role("region", name="Choose from the suggestions")
    choose.get_by_label("How many").fill("2")
    choose.get_by_role("button", name="Add the best").click()
    expect(choose.get_by_role("status")).to_contain_text("2 items added to the lesson.")
    expect(choose.get_by_role("listitem").first).to_be_visible()
    page.get_by_role("navigation", name="Steps of the lesson").get_by_role("link", name="Share").click()
    expect(page.get_by_text("2 more only passed the check.")).to_be_visible()
    saved(page)
    expect(page.get_by_role("button", name="Share 0 of 2 items")).to_be_disabled()
    page.get_by_role("switch", name="Share those 2 too").click()
    page.get_by_role("button", name="Share", exact=True).click()
    expect(page.get_by_text("Not shared yet.")).to_have_count(0)


def test_a_second_reader_reads_what_was_not_confirmed(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_copy(page, KNOTS, "Check")
    reader = page.get_by_role("region", name="A second reader")
    expect(reader).to_contain_text("items were not confirmed", timeout=60_000)
    assert axe_faults(page) == ""
    page.keyboard.press("Shift+H")
    expect(reader.get_by_role("status")).to_contain_text("items were read.", timeout=60_000)
    expect(page.get_by_text("stand-in assistant does not find this").first).to_be_visible()
    # A clash that the check itself can name stays as it said it.
    expect(page.get_by_text("The recording says forty percent, the item says ten percent.").first).to_be_visible()
    expect(reader).not_to_contain_text("were not confirmed")
    assert axe_faults(page) == ""


def test_what_stands_around_the_viewing_reaches_a_student(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, LOCK, "Items")
    for kind in ("Words", "Before you watch", "Key points"):
        page.get_by_role("button", name=f"Make: {kind}").click()
        page.get_by_role("button", name=f"Open: {kind}").wait_for(timeout=120_000)
    page.get_by_role("button", name="Open: Words").click()
    page.get_by_label("Meaning 1", exact=True).fill("one of several steps")
    assert axe_faults(page) == ""
    page.get_by_role("button", name="Save").click()
    page.get_by_role("dialog").wait_for(state="hidden")
    page.get_by_role("button", name="Open: Words").click()
    page.get_by_role("button", name="Print (cards, handout)").click()
    page.get_by_label("Add a part …").select_option("cards")
    sheet = page.frame_locator("iframe:not(.invisible)")
    expect(sheet.locator(".cards").get_by_text("one of several steps")).to_be_visible()
    assert axe_faults(page) == ""
    page.get_by_role("heading", level=1).get_by_role("link").click()
    page.get_by_role("heading", name="Before and after the video").wait_for()
    word = "stairs"
    page.keyboard.press("r")
    page.get_by_text("Preview: nothing is saved").wait_for()
    link = page.url
    phone = new_page(width=360, height=740, phone=True)
    sign_in_demo(phone)
    phone.goto(link)
    phone.get_by_text("Before you watch").tap()
    expect(phone.get_by_role("listitem").first).to_be_visible()
    phone.get_by_role("button", name=word, exact=True).first.tap()
    expect(phone.get_by_role("note")).to_have_text("one of several steps")
    assert axe_faults(phone) == ""


def test_an_offered_mend_is_one_key_and_can_be_taken_back(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, "Three knots that hold a boat", "Check")
    page.get_by_role("button", name="The recording says forty percent").press("Enter")
    wrong = page.get_by_role("article").filter(has_text="How much of a line's strength")
    expect(wrong.get_by_role("button", name="Make “About forty percent” the right answer")).to_be_visible()
    assert axe_faults(page) == ""
    page.keyboard.press("o")
    expect(page).to_have_url(re.compile("/check$"))
    expect(wrong.get_by_text("said in the recording", exact=True)).to_be_visible(timeout=120_000)
    expect(wrong.get_by_role("button", name="Make “About forty percent”")).to_be_hidden()
    page.keyboard.press("Control+z")
    expect(wrong.get_by_text("contradicted", exact=True)).to_be_visible(timeout=120_000)


def test_a_picture_and_a_bank_of_words_reach_the_rehearsal(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, KNOTS, "Items")
    page.get_by_role("button", name="Gap Shift+G").click()
    page.get_by_label("Question").fill("A good knot has three ___.")
    page.get_by_label("Accepted answers").fill("qualities")
    page.get_by_label("Wrong words to choose from").fill("loops / ends")
    page.locator("input[type=file]").set_input_files(ROOT / "docs" / "screenshots" / "study-asking.png")
    page.get_by_label("Description of the picture").fill("A rope with a loop")
    assert axe_faults(page) == ""
    page.get_by_role("button", name="Done").click()
    expect(page.get_by_text("from: loops / ends")).to_be_visible()
    page.keyboard.press("r")
    page.get_by_text("Preview: nothing is saved").wait_for()
    page.get_by_role("button", name="0:0").first.click()
    expect(page.get_by_role("img", name="A rope with a loop")).to_be_visible()
    page.get_by_role("radio", name="qualities").check()
    page.get_by_role("button", name="Answer").click()
    expect(page.get_by_text("Right", exact=False).first).to_be_visible()


def test_options_with_pictures_are_chosen_by_key(new_page: NewPage, stack: Stack) -> None:
    page = new_page()
    sign_in_demo(page)
    page.goto(f"/new?link={stack.host_url}/watch/knots")
    page.get_by_label("Title").fill("Pictures to choose from")
    page.get_by_role("button", name="Add", exact=True).click()
    page.wait_for_url("**/script", timeout=120_000)
    page.locator("[data-sentence='3']").click()
    page.keyboard.press("3")
    page.get_by_role("button", name="One answer").first.click()
    page.get_by_label("Question").fill("Which of these is a screen?")
    expect(page.get_by_label("Question")).to_have_attribute("lang", "en")
    for letter, text in zip("abc", ("The first", "The second", "The third"), strict=True):
        page.get_by_label(f"Option {letter}", exact=True).fill(text)
    picture = ROOT / "docs" / "screenshots" / "study-asking.png"
    page.locator("input[aria-label='Add a picture to b']").set_input_files(picture)
    expect(page.get_by_role("button", name="Remove the picture of b")).to_be_visible()
    assert axe_faults(page) == ""
    page.get_by_role("button", name="Done").click()
    saved(page)
    page.keyboard.press("r")
    page.get_by_text("Preview: nothing is saved").wait_for()
    page.keyboard.press("j")
    option = page.locator("label").filter(has_text="The second")
    expect(option.locator("img")).to_be_visible()
    assert axe_faults(page) == ""
    page.keyboard.press("b")
    expect(option.get_by_role("radio")).to_be_checked()


def test_two_windows_on_one_item_lose_nobody_s_words_and_the_lesson_goes_back(new_page: NewPage) -> None:
    here, there = new_page(), new_page()
    # One that nobody has just typed in: what follows typing closely belongs to it.
    before = "What is the loose end of a line called?"
    for page in (here, there):
        sign_in_demo(page)
        open_lesson(page, KNOTS, "Items")
        page.get_by_role("article").filter(has_text=before).get_by_role("button").first.click()
        page.keyboard.press("e")
    asked = here.get_by_label("Question")
    there.get_by_label("Explanation (shown after answering)").fill("Written there.")
    with there.expect_response(lambda r: "/api/items/" in r.url and r.request.method == "PUT"):
        there.get_by_label("Question").fill("Asked there?")
    asked.fill("Asked here?")
    expect(here.get_by_role("alert")).to_contain_text("Asked there?", timeout=30_000)
    expect(here.get_by_label("Explanation (shown after answering)")).to_have_value("Written there.")
    here.get_by_role("button", name="Use theirs").click()
    expect(asked).to_have_value("Asked there?")
    here.keyboard.press("Escape")
    here.keyboard.press("Escape")
    here.keyboard.press("u")
    changes = here.get_by_role("dialog").get_by_role("listitem")
    expect(changes.first).to_contain_text("Asked there?")
    changes.first.get_by_role("button", name="Go back to before this").click()
    expect(here.get_by_role("article").filter(has_text=before)).to_be_visible(timeout=30_000)
