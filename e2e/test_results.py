"""Results in a teacher's evening: who needs something, what to teach again, what the open answers are worth."""

from __future__ import annotations

import re

from conftest import NewPage, axe_faults, open_lesson, sign_in_demo
from playwright.sync_api import Page, expect

LOCK = "How a canal lock lifts a boat"
REVISED = f"{LOCK}: once more"


def results_of(page: Page, name: str) -> None:
    sign_in_demo(page)
    open_lesson(page, LOCK, "Results")
    page.get_by_role("combobox", name="Class").select_option(label=name)
    page.get_by_role("table").wait_for()


def names(page: Page) -> list[str]:
    return page.locator("tbody th button").all_inner_texts()


def test_those_who_need_something_are_picked_out_and_sorted(new_page: NewPage) -> None:
    page = new_page()
    results_of(page, "Deck hands, Tuesday")
    everybody = names(page)
    assert everybody == sorted(everybody)
    page.get_by_role("button", name=re.compile("^Marks of")).click()
    expect(page.get_by_role("columnheader", name=re.compile("^Marks of"))).to_have_attribute("aria-sort", "ascending")
    marks = [float(t) for t in page.locator("tbody td:nth-last-child(2)").all_inner_texts()]
    assert marks == sorted(marks)
    # Another journey may have come in too.
    unfinished = page.get_by_role("combobox", name="Which students").locator("option", has_text="Not finished")
    said = unfinished.inner_text()
    page.get_by_role("combobox", name="Which students").select_option(label=said)
    assert len(names(page)) == int(said.split("(")[1].rstrip(")")) >= 2
    assert axe_faults(page) == ""


def test_what_to_teach_again_becomes_a_lesson_of_its_own(new_page: NewPage) -> None:
    page = new_page(width=1024, height=640)
    results_of(page, "Deck hands, Tuesday")
    page.keyboard.press("Shift+Y")
    expect(page.get_by_text("Hardly by chance.")).to_be_visible()
    expect(page.get_by_role("checkbox", name=re.compile("Why the gates point upstream"))).to_be_checked()
    sentence = page.get_by_role("button", name=re.compile("They meet in a shallow V"))
    sentence.focus()
    page.keyboard.press("Enter")
    expect(page.get_by_text("Heard again:")).to_be_visible()
    assert axe_faults(page) == ""
    page.get_by_role("button", name="Make a revision lesson").click()
    expect(page.get_by_role("heading", name=REVISED)).to_be_visible(timeout=60_000)
    steps = page.get_by_role("navigation", name="Steps of the lesson")
    expect(steps).to_contain_text(re.compile(r"Items\s*\+\d"), timeout=90_000)
    page.go_back()
    expect(page.get_by_text("nobody has answered it yet")).to_be_visible()
    expect(page.get_by_role("link", name=REVISED)).to_be_visible()


def test_open_answers_are_marked_by_keys_and_given_back(new_page: NewPage) -> None:
    page = new_page()
    results_of(page, "Deck hands, Tuesday")
    page.keyboard.press("Shift+X")
    expect(page.get_by_text("16 to mark").first).to_be_visible()
    at = page.locator("article[aria-current]")
    first = at.get_attribute("aria-label")
    page.keyboard.press("1")
    page.keyboard.press(".")
    page.keyboard.press("z")
    page.keyboard.type("Say why.")
    page.keyboard.press("Enter")
    expect(page.get_by_text("15 to mark").first).to_be_visible()
    expect(at).not_to_have_attribute("aria-label", str(first))
    expect(page.get_by_role("article", name=first).get_by_role("button", name="1.5")).to_have_attribute(
        "aria-pressed", "true"
    )
    # Nothing typed is lost by looking elsewhere.
    page.keyboard.press("z")
    page.keyboard.type("Half said")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Class sheet").click()
    page.get_by_role("button", name="Marking").click()
    expect(at.get_by_label("Comment")).to_have_value("Half said")
    assert axe_faults(page) == ""
    page.get_by_role("region", name="Summary").get_by_role("button", name="Give 1 mark back").click()
    expect(page.get_by_text("given back")).to_be_visible()


def test_results_are_read_in_spanish_on_a_phone(new_page: NewPage) -> None:
    page = new_page(width=360, height=740, phone=True, locale="es-ES")
    page.goto("/")
    page.get_by_role("button", name="Entrar como docente de muestra").tap()
    page.get_by_role("link", name=LOCK, exact=True).first.tap()
    page.goto(re.sub(r"(/lessons/[^/]+).*", r"\1/results?view=script", page.url))
    page.get_by_role("combobox", name="Clase").select_option(label="Deck hands, Tuesday")
    expect(page.get_by_role("button", name="Hacer una lección de repaso")).to_be_visible()
    expect(page.get_by_text("No parece casualidad.")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 360


def test_a_sheet_is_shown_as_wished_and_one_student_gets_a_word_and_more_time(new_page: NewPage) -> None:
    page = new_page()
    results_of(page, "Harbour course, Thursdays")
    page.get_by_role("button", name="Columns").press("Enter")
    page.get_by_role("checkbox", name="Place in the class").check()
    page.get_by_role("checkbox", name=re.compile("^2 ")).uncheck()
    assert axe_faults(page) == ""
    page.keyboard.press("Escape")
    # As it was left, after looking elsewhere.
    page.reload()
    expect(page.get_by_role("columnheader", name="Place")).to_be_visible()
    expect(page.get_by_role("button", name="Columns · one segment hidden")).to_be_visible()

    page.locator("tbody th button").first.press("Enter")
    side = page.get_by_role("complementary")
    side.get_by_label("Comment on the whole lesson").fill("You listened well.")
    side.get_by_role("button", name="Save").press("Enter")
    expect(side.get_by_text("can read it.")).to_be_visible()
    side.get_by_role("button", name="More time or tries").press("Enter")
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Do all of it again").select_option(label="once more")
    assert axe_faults(page) == ""
    dialog.get_by_role("button", name="Save").press("Enter")
    expect(dialog).to_have_count(0)
    open_lesson(page, LOCK, "Share")
    expect(page.get_by_text("may do it once more")).to_be_visible()
