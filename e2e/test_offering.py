"""A colleague looks at what is offered, takes a copy, and finds where it came from."""

from __future__ import annotations

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
