"""A colleague looks at what is offered, takes a copy, and finds where it came from."""

from __future__ import annotations

import re

from conftest import NewPage, axe_faults, sign_in_demo
from playwright.sync_api import expect
from test_journey import make_account


def test_a_colleague_takes_a_copy_of_a_lesson_that_is_offered(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    teacher.get_by_role("button", name="More for “How a canal lock lifts a boat”", exact=True).first.click()
    teacher.get_by_role("menuitem", name="Offer to colleagues").press("Enter")
    teacher.get_by_label("Licence").select_option("CC BY 4.0")
    assert axe_faults(teacher) == ""
    teacher.get_by_role("button", name="Make a link").click()
    link = str(teacher.locator("a[href*='/offered/']").get_attribute("href"))

    colleague = new_page()
    make_account(colleague)
    colleague.goto(link)
    expect(colleague.get_by_text("Runa Tessel · CC BY 4.0")).to_be_visible()
    expect(colleague.get_by_text("What keeps the gates shut?")).to_be_visible()
    assert axe_faults(colleague) == ""
    colleague.get_by_label("Into folder").fill("From colleagues")
    colleague.get_by_role("button", name="Take a copy").click()
    expect(colleague.get_by_text("Good evening from the old harbour", exact=False).first).to_be_visible()
    colleague.goto("/")
    expect(colleague.get_by_text("adapted from Runa Tessel · CC BY 4.0")).to_be_visible()

    # Taken back, the link leads nowhere; the copy stays.
    teacher.get_by_role("button", name="Take it back").click()
    colleague.goto(link)
    expect(
        colleague.get_by_text("There is nothing here", exact=False).or_(colleague.get_by_role("alert"))
    ).to_be_visible()


def test_what_is_offered_to_anyone_is_found_looked_at_and_copied_after_signing_in(new_page: NewPage) -> None:
    visitor = new_page()
    visitor.goto("/")
    visitor.get_by_role("link", name="Lessons that anyone may look at").click()
    visitor.get_by_label("Find by title or author").fill("ines knots")
    visitor.get_by_role("link", name="Knots for the harbour course").click()
    expect(visitor.get_by_text("Ines Korrin · CC BY 4.0")).to_be_visible()
    assert axe_faults(visitor) == ""
    visitor.get_by_role("link", name="Sign in to take a copy").click()
    visitor.get_by_role("button", name="Sign in as the demo teacher").click()
    visitor.get_by_role("button", name="Take a copy").click()
    expect(visitor).to_have_url(re.compile("/lessons/"))
    visitor.goto("/")
    expect(visitor.get_by_text("adapted from Ines Korrin · CC BY 4.0")).to_be_visible()


def test_who_can_find_an_offer_is_changed_afterwards(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    teacher.get_by_role("button", name="More for “How a canal lock lifts a boat”", exact=True).first.click()
    teacher.get_by_role("menuitem", name="Offer to colleagues").press("Enter")
    teacher.get_by_role("button", name="Make a link").click()
    teacher.get_by_label("Who can find it").select_option("All teachers on this site")
    teacher.get_by_role("button", name="Save", exact=True).click()
    expect(teacher.get_by_role("button", name="Save", exact=True)).to_be_hidden()
    teacher.keyboard.press("Escape")
    teacher.get_by_role("link", name="From colleagues").press("Enter")
    mine = teacher.get_by_role("listitem").filter(has_text="How a canal lock lifts a boat")
    expect(mine.get_by_text("yours")).to_be_visible()
    assert axe_faults(teacher) == ""

    visitor = new_page()
    visitor.goto("/offered")
    expect(visitor.get_by_role("link", name="Knots for the harbour course")).to_be_visible()
    expect(visitor.get_by_text("How a canal lock lifts a boat")).to_be_hidden()
