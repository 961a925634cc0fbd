"""All items beside the recording: answered by keys in any order, handed in, done again, and which time counts."""

from __future__ import annotations

import re

from conftest import NewPage, axe_faults, open_lesson, saved, sign_in_demo
from playwright.sync_api import Locator, Page, expect


def sharing(teacher: Page, name: str) -> None:
    """The form of a lesson that is to be given with all items beside it, not pressed yet."""
    sign_in_demo(teacher)
    open_lesson(teacher, "How a canal lock lifts a boat", "Share")
    saved(teacher)
    teacher.get_by_label("For whom (a class, a group)").fill(name)
    teacher.get_by_role("radio", name="all beside the recording").check(force=True)


def shared(teacher: Page, name: str) -> Locator:
    teacher.get_by_role("button", name="Share", exact=True).click()
    # The newest: a journey that is tried again finds what it gave the first time.
    return teacher.get_by_role("article").filter(has_text=name).first


def wrong_on_a_phone(new_page: NewPage, given: Locator) -> Page:
    """A student who has come in and answered the first item wrongly."""
    student = new_page(width=360, height=740, phone=True)
    student.goto(str(given.locator("a[href*='/s/']").first.get_attribute("href")))
    student.get_by_role("textbox").fill("Ada")
    student.keyboard.press("Enter")
    student.get_by_role("heading", name=re.compile("How much higher")).wait_for()
    student.keyboard.press("a")
    student.keyboard.press("Enter")
    return student


def test_items_beside_the_recording_are_answered_in_any_order_and_done_again(new_page: NewPage) -> None:
    teacher = new_page()
    sharing(teacher, "Beside it")
    teacher.get_by_label("Instructions for the students").fill("Twice, with headphones.")
    expect(teacher.get_by_text("Skipping ahead")).to_have_count(0)
    teacher.get_by_role("radio", name="nothing until they hand in").check(force=True)
    teacher.get_by_label("Do it again").select_option(label="once")
    teacher.get_by_role("radio", name="the best").check(force=True)
    assert axe_faults(teacher) == ""
    link = shared(teacher, "Beside it").locator("a[href*='/s/']").first

    student = new_page(width=360, height=740, phone=True, locale="es-ES")
    student.goto(str(link.get_attribute("href")))
    expect(student.get_by_text("Twice, with headphones.")).to_be_visible()
    student.get_by_role("textbox").fill("Zoe")
    student.keyboard.press("Enter")
    # The first is open; b is its second option.
    expect(student.get_by_role("heading", name=re.compile("How much higher"))).to_be_visible()
    expect(student.get_by_text("Podrás leer lo que se dice cuando hayas entregado.")).to_be_visible()
    assert axe_faults(student) == ""
    student.keyboard.press("b")
    student.keyboard.press("Enter")
    expect(student.get_by_text("tu respuesta", exact=False)).to_be_visible()
    # Any other, without having played up to it.
    student.get_by_role("button", name=re.compile("Emptying the chamber")).press("Enter")
    expect(student.get_by_role("heading", name=re.compile("Emptying the chamber"))).to_be_visible()
    student.keyboard.press("n")
    expect(student.get_by_text("2 de 8 respondidas").first).to_be_visible()
    student.get_by_role("button", name="Ir al final").press("Enter")
    student.get_by_role("button", name="Terminar").wait_for()
    student.keyboard.press("f")
    student.get_by_role("button", name="Hacerla otra vez").press("Enter")
    expect(student.get_by_role("heading", name=re.compile("How much higher"))).to_be_visible()
    expect(student.get_by_text("0 de 8 respondidas").first).to_be_visible()

    teacher.get_by_role("article").filter(has_text="Beside it").first.get_by_role("link", name="Results").click()
    teacher.get_by_role("button", name="Zoe").click()
    expect(teacher.get_by_role("button", name="Time 1: 1 · counts")).to_be_visible()
    teacher.get_by_role("button", name="Time 2: 0").click()
    expect(teacher.get_by_role("button", name="Time 2: 0")).to_have_attribute("aria-pressed", "true")


def test_a_student_asks_for_a_second_look_and_reads_what_came_of_it(new_page: NewPage) -> None:
    teacher = new_page()
    sharing(teacher, "Looked at again")
    teacher.get_by_label("Tries per item").fill("1")
    given = shared(teacher, "Looked at again")
    student = wrong_on_a_phone(new_page, given)
    student.get_by_role("button", name="I think my answer is right").wait_for()
    student.keyboard.press("l")
    student.keyboard.type("One metre where I live.")
    assert axe_faults(student) == ""
    student.get_by_role("button", name="Ask for a second look").press("Enter")
    expect(student.get_by_text("Your teacher has not looked at it yet.")).to_be_visible()

    teacher.goto("/")
    teacher.get_by_role("link", name=re.compile("1 second look asked for.*Looked at again")).click()
    teacher.get_by_role("button", name="1 second look asked for").click()
    teacher.get_by_label("A word to the student").fill("Fair enough.")
    teacher.get_by_role("button", name="Accept the answer").click()
    expect(teacher.get_by_role("button", name="Second looks")).to_contain_text("all marked")
    assert axe_faults(teacher) == ""
    student.reload()
    student.get_by_role("button", name=re.compile("How much higher")).click()
    expect(student.get_by_text("your answer counts as right.")).to_be_visible()
    expect(student.get_by_text("Fair enough.")).to_be_visible()


def test_a_key_is_put_right_after_the_class_has_answered(new_page: NewPage) -> None:
    teacher = new_page()
    sharing(teacher, "Put right")
    given = shared(teacher, "Put right")
    student = wrong_on_a_phone(new_page, given)
    expect(student.get_by_text("your answer, not right")).to_be_visible()

    given.get_by_role("link", name="Results").click()
    teacher.get_by_role("button", name=re.compile("^1 How much higher")).click()
    teacher.get_by_role("button", name="Correct the marking").click()
    teacher.get_by_role("radio", name="Almost one metre").check()
    expect(teacher.get_by_text("1 student gains. Nobody loses. In all +1 marks.")).to_be_visible()
    teacher.get_by_label("Why (students read it)").fill("At low water it is one metre.")
    assert axe_faults(teacher) == ""
    teacher.get_by_role("button", name="Mark again").click()
    expect(teacher.get_by_text("The marking was corrected. At low water it is one metre.")).to_be_visible()
    expect(teacher.get_by_role("row", name=re.compile("Ada"))).to_contain_text("1.0")

    student.reload()
    expect(student.get_by_text("Your teacher has corrected the marking of item 1.")).to_be_visible()
    student.get_by_role("button", name=re.compile("How much higher")).click()
    expect(student.get_by_text("your answer, right first time")).to_be_visible()
