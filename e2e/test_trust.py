"""What a class tries, in the browser: keys before their time, a shared device, a lesson that closes while offline."""

from __future__ import annotations

import pyotp
from conftest import NewPage, axe_faults, open_lesson, sign_in_demo
from playwright.sync_api import Page, expect
from test_journey import PASSWORD, make_account
from test_study import a_link, card, enter

EXPLAINED = "the lock makes up the difference"


def a_class(new_page: NewPage, name: str, nickname: str, *, grace: str = "1 hour") -> tuple[Page, Page]:
    """The teacher's page, and that of a student who has just entered the lesson."""
    teacher, student = new_page(), new_page()
    sign_in_demo(teacher)
    enter(student, a_link(teacher, name, grace=grace), nickname)
    return teacher, student


def to_the_end(student: Page) -> None:
    """By mouse alone: slide to the end, and on."""
    student.get_by_label("Position in the recording").fill("999999")
    student.get_by_role("button", name="Go to the end").click()


def test_the_end_shows_no_key_before_finishing_and_takes_no_answer_after(new_page: NewPage) -> None:
    _, student = a_class(new_page, "Straight to the end", "Sly")
    to_the_end(student)
    expect(student.get_by_text("8 items are not answered yet.")).to_be_visible()
    expect(student.get_by_text(EXPLAINED)).to_have_count(0)
    student.get_by_role("button", name="Answer now").first.click()
    card(student).get_by_role("radio").first.check()
    student.keyboard.press("Enter")
    expect(student.get_by_text("not right")).to_be_visible()
    student.get_by_role("button", name="Back to the list").click()
    student.get_by_role("button", name="Finish").click()
    expect(student.get_by_text(EXPLAINED)).to_be_visible()
    for name in ("Answer now", "Change my answer", "Try again", "Finish"):
        expect(student.get_by_role("button", name=name)).to_have_count(0)
    student.get_by_role("button", name="Watch again").click()
    student.reload()
    expect(student.get_by_text(EXPLAINED)).to_be_visible()


def test_the_next_student_at_a_device_is_asked_who_they_are(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    link = a_link(teacher, "Shared tablet")
    first = new_page()
    enter(first, link, "Ana")
    first.keyboard.press("Space")
    card(first)
    first.keyboard.press("n")
    expect(first.get_by_text("not sure yet", exact=True)).to_be_visible()
    next_one = first.context.new_page()
    next_one.goto(link)
    expect(next_one.get_by_text("Ana was working on this lesson here.")).to_be_visible()
    next_one.get_by_role("button", name="I am someone else").click()
    next_one.get_by_label("Your name").fill("Bo")
    next_one.keyboard.press("Enter")
    expect(next_one.get_by_text("0 of 8 answered")).to_be_visible()


def answered_offline(student: Page, teacher: Page, name: str) -> None:
    """One answer given without a network; the lesson closes before it can arrive."""
    student.keyboard.press("Space")
    card(student)
    student.context.set_offline(True)
    student.keyboard.press("b")
    student.keyboard.press("Enter")
    expect(student.get_by_text("Saved on this device.")).to_be_visible()
    article = teacher.get_by_role("article").filter(has_text=name).first
    article.get_by_role("button", name="Close").click()
    article.get_by_role("button", name="Reopen").wait_for()
    student.context.set_offline(False)
    expect(student.get_by_text("1 answer will be sent")).to_have_count(0, timeout=15_000)


def test_an_answer_given_offline_before_the_lesson_closed_counts_with_both_times(new_page: NewPage) -> None:
    teacher, student = a_class(new_page, "On the ferry", "Fay")
    answered_offline(student, teacher, "On the ferry")
    open_lesson(teacher, "How a canal lock lifts a boat", "Results")
    teacher.get_by_role("combobox", name="Class").select_option(label="On the ferry")
    teacher.get_by_role("button", name="Fay").click()
    expect(teacher.get_by_text("answered offline")).to_be_visible()


def test_one_that_came_too_late_is_said_to_be_so_and_what_was_written_stays(new_page: NewPage) -> None:
    teacher, student = a_class(new_page, "No grace", "Lea", grace="not at all")
    answered_offline(student, teacher, "No grace")
    notice = student.get_by_role("alert").filter(has_text="Your answer to item 1 did not count.")
    expect(notice).to_contain_text("Your answer was: Almost three metres")
    notice.get_by_role("button", name="OK").click()
    expect(notice).to_have_count(0)


def test_a_refused_answer_does_not_hold_anybody_up(new_page: NewPage) -> None:
    teacher, student = a_class(new_page, "Closed under them", "Ida", grace="not at all")
    student.keyboard.press("Space")
    card(student)
    student.keyboard.press("b")
    given = teacher.get_by_role("article").filter(has_text="Closed under them").first
    given.get_by_role("button", name="Close").click()
    given.get_by_role("button", name="Reopen").wait_for()
    student.keyboard.press("Enter")
    expect(student.get_by_role("alert")).to_contain_text("not open now")
    student.keyboard.press("Enter")
    expect(student.get_by_role("alert")).to_have_count(0)


def test_marks_and_comment_reach_the_student(new_page: NewPage) -> None:
    teacher, student = a_class(new_page, "Marked", "Mo")
    to_the_end(student)
    student.get_by_role("listitem").filter(has_text="Why").get_by_role("button", name="Answer now").first.click()
    card(student).get_by_role("textbox").fill("Because it tips.")
    student.get_by_role("button", name="Answer", exact=True).click()
    expect(student.get_by_text("to be marked by your teacher")).to_be_visible()
    open_lesson(teacher, "How a canal lock lifts a boat", "Results")
    teacher.get_by_role("combobox", name="Class").select_option(label="Marked")
    teacher.get_by_role("button", name="1 answer to mark").click()
    teacher.get_by_role("button", name="1", exact=True).click()
    teacher.get_by_label("Comment").fill("Say what tips.")
    teacher.get_by_role("button", name="Save marks").click()
    given_back = teacher.get_by_role("region", name="Summary").get_by_role("button", name="Give 1 mark back")
    given_back.wait_for()
    student.reload()
    to_the_end(student)
    expect(student.get_by_text("to be marked by your teacher")).to_be_visible()
    given_back.click()
    given_back.wait_for(state="detached")
    student.reload()
    to_the_end(student)
    expect(student.get_by_text("1 of 2 marks from your teacher")).to_be_visible()
    expect(student.get_by_text("Say what tips.")).to_be_visible()


def test_a_second_step_is_turned_on_and_asked_for(new_page: NewPage) -> None:
    page = new_page()
    email = make_account(page)
    page.goto("/account")
    part = page.locator("section").filter(has=page.get_by_role("heading", name="A second step when signing in"))
    part.get_by_label("Password").fill(PASSWORD)
    part.get_by_role("button", name="Begin").press("Enter")
    app = pyotp.TOTP(part.locator("code").inner_text().replace(" ", ""))
    assert axe_faults(page) == ""
    part.get_by_label("Code").fill(app.now())
    page.keyboard.press("Enter")
    expect(part.get_by_text("Write these codes down")).to_be_visible()
    on_paper = part.get_by_role("listitem").first.inner_text()
    part.get_by_role("button", name="I have written them down").press("Enter")
    expect(part.get_by_text("You have 10 codes left on paper")).to_be_visible()

    page.get_by_role("banner").get_by_role("button", name="Sign out").click()
    page.get_by_role("heading", name="Teachers").wait_for()
    page.get_by_label("Email").fill(email)
    page.get_by_label("Password").fill(PASSWORD)
    page.keyboard.press("Enter")
    page.get_by_label("Code", exact=True).last.fill("000000")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("wrong or was already used")
    page.get_by_label("Code", exact=True).last.fill(on_paper)
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Sign out")).to_be_visible()
