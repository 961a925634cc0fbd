"""A lesson played in class: the screen holds the pace, a phone answers when it asks, another comes late."""

from __future__ import annotations

import re

from conftest import NewPage, axe_faults, open_lesson, saved, sign_in_demo
from playwright.sync_api import Page, expect


def given_out(page: Page, name: str) -> None:
    """A lesson of the demo, under a name of its own, on the screen in class."""
    sign_in_demo(page)
    open_lesson(page, "How a canal lock lifts a boat", "Share")
    saved(page)
    page.get_by_label("For whom (a class, a group)").fill(name)
    page.get_by_role("button", name="Share", exact=True).click()
    page.get_by_role("article").filter(has_text=name).first.get_by_role("link", name="Play it in class").click()
    expect(page.get_by_role("button", name="Let students in")).to_be_visible()


def entered(phone: Page, code: str, name: str) -> None:
    phone.goto(f"/s/{code}")
    phone.get_by_role("textbox").fill(name)
    phone.keyboard.press("Enter")


def test_a_lesson_is_played_in_class_by_keys(new_page: NewPage) -> None:
    screen = new_page()
    given_out(screen, "On the big screen")
    code = screen.get_by_text(re.compile(r"^[a-z0-9]{7}$")).inner_text()
    assert axe_faults(screen) == ""
    screen.keyboard.press("Enter")
    expect(screen.get_by_text("Nobody is here yet")).to_be_visible()

    phone = new_page(width=360, height=740, phone=True)
    entered(phone, code, "Zoe")
    expect(phone.get_by_role("heading", name="Watch the screen")).to_be_visible()
    expect(screen.get_by_text("1 is here")).to_be_visible(timeout=20_000)

    # The recording plays to its first pause by itself, and there the phone is asked.
    screen.keyboard.press("Enter")
    expect(screen.get_by_role("button", name="Show the right answer")).to_be_visible(timeout=60_000)
    expect(phone.get_by_role("heading", name=re.compile("How much higher"))).to_be_visible()
    assert axe_faults(phone) == ""
    phone.get_by_role("radio", name="Almost one metre").check(force=True)
    phone.get_by_role("button", name="Answer", exact=True).click()
    expect(phone.get_by_text("your answer, saved")).to_be_visible()
    expect(screen.get_by_role("status").filter(has_text="of 1 here")).to_contain_text("1")

    screen.keyboard.press("s")
    expect(screen.get_by_role("button", name="Ask again")).to_be_visible()
    expect(screen.get_by_text("Right", exact=True)).to_have_count(0)
    expect(phone.get_by_role("button", name="Change my answer")).to_have_count(0)
    screen.keyboard.press("r")
    expect(screen.get_by_text("Right", exact=True)).to_be_visible()
    expect(screen.get_by_text("almost three metres higher", exact=False)).to_be_visible()
    expect(phone.get_by_text("your answer, not right")).to_be_visible()
    assert axe_faults(screen) == ""

    # Who comes late finds the present item; a reload of the screen finds the room as it stood.
    late = new_page(width=360, height=740, phone=True)
    entered(late, code, "Ada")
    expect(late.get_by_text("The right answer:")).to_be_visible()
    screen.reload()
    expect(screen.get_by_text("Right", exact=True)).to_be_visible()

    # The teacher's phone moves the screen.
    remote = screen.context.new_page()
    remote.goto(screen.url.replace("/room", "/remote"))
    remote.get_by_role("button", name="Hear it again").click()
    expect(screen.get_by_role("button", name="Back to the question")).to_be_visible()
    remote.get_by_role("button", name="Go on").click()
    expect(phone.get_by_role("heading", name="Watch the screen")).to_be_visible()

    screen.bring_to_front()
    screen.keyboard.press("e")
    # Phones go on by themselves, and the marks are those of any lesson.
    expect(phone.get_by_role("button", name="Play")).to_be_visible()
    expect(screen.get_by_role("row", name=re.compile("Zoe"))).to_be_visible()
