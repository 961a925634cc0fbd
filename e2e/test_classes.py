"""A class from its first name to its results: given a lesson, entered from two devices, extended for one."""

from __future__ import annotations

import re

from conftest import NewPage, axe_faults, open_lesson, saved, sign_in_demo
from playwright.sync_api import Locator, Page, expect

NAMES = "1. Ada Coll\n2. Bruno Peel\n3. Celia Ward\nada coll\n"


def make_class(page: Page, name: str) -> str:
    """By keys from the list of lessons; the class's link."""
    page.keyboard.press("c")
    page.get_by_label("A new class").wait_for()
    page.keyboard.press("n")
    page.keyboard.type(name)
    page.keyboard.press("Enter")
    page.get_by_label("Add students").fill(NAMES)
    page.get_by_role("button", name="Add these names").press("Enter")
    expect(page.get_by_text("3 names added.")).to_be_visible()
    expect(page.get_by_text("In the class already: ada coll.")).to_be_visible()
    return str(page.locator("a[href*='/c/']").get_attribute("href"))


def first_entry(student: Page, link: str) -> str:
    """By keys under a name that nobody has yet, into the lesson that was given; the number told."""
    student.goto(link)
    student.get_by_role("radio", name="Celia Ward").focus()
    student.keyboard.press("Space")
    assert axe_faults(student) == ""
    student.keyboard.press("Enter")
    number = student.get_by_text(re.compile(r"^\d{6}$")).inner_text()
    student.get_by_role("button", name="I have written it down").press("Enter")
    expect(student.get_by_role("heading", name="To do")).to_be_visible()
    assert axe_faults(student) == ""
    student.get_by_role("link", name=re.compile("How a canal lock")).press("Enter")
    # Who was just asked their name is not asked again.
    student.get_by_role("button", name="Play").wait_for()
    return number


def test_who_is_not_on_the_list_asks_and_two_entries_of_one_student_become_one(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    link = make_class(teacher, "Night rowers")
    teacher.get_by_role("switch", name="Students who are not on the list").click()
    student = new_page(width=360, height=740, phone=True)
    student.goto(link)
    student.get_by_role("button", name="I am not on the list").press("Enter")
    student.get_by_label("Your name").fill("Celia W.")
    assert axe_faults(student) == ""
    student.keyboard.press("Enter")
    expect(student.get_by_text("You have asked to be let in as Celia W.")).to_be_visible()

    teacher.reload()
    teacher.get_by_role("button", name="Let in: Celia W.").click()
    expect(teacher.get_by_label("Name: Celia W.")).to_be_visible()
    # The page of who waits goes on by itself.
    expect(student.get_by_role("button", name="Continue as Celia W.")).to_be_visible()

    teacher.get_by_role("button", name="More: Celia W.").click()
    teacher.get_by_label("The same student as").select_option("Celia Ward")
    assert axe_faults(teacher) == ""
    teacher.get_by_role("button", name="Make them one").click()
    expect(teacher.get_by_label("Name: Celia W.")).to_have_count(0)
    teacher.keyboard.press("Shift+U")
    expect(teacher.get_by_label("Name: Celia W.")).to_be_visible()


def test_a_class_that_was_renamed_or_archived_comes_back(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    make_class(teacher, "Night rowers")
    teacher.get_by_role("button", name="Archive").click()
    expect(teacher.get_by_text("is archived with its results")).to_be_visible()
    teacher.keyboard.press("Shift+U")
    expect(teacher.get_by_role("button", name="Archive")).to_be_visible()
    teacher.get_by_label("Name of the class").fill("Night sailors")
    teacher.keyboard.press("Enter")
    expect(teacher.get_by_text("The class is called “Night sailors” now.")).to_be_visible()
    teacher.get_by_role("button", name="Undo").press("Enter")
    expect(teacher.get_by_label("Name of the class")).to_have_value("Night rowers")


def more_time(given: Locator, who: str, by: str) -> None:
    """The dates of an assignment moved for one student, or for the whole class."""
    given.get_by_role("button", name="More time or tries").click()
    dialog = given.page.get_by_role("dialog")
    dialog.get_by_label("For whom").select_option(who)
    dialog.get_by_role("button", name=by).click()
    dialog.get_by_role("button", name="Save").click()
    expect(dialog).to_have_count(0)


def test_a_class_gets_a_lesson_and_each_student_goes_on_as_themselves(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    link = make_class(teacher, "Evening rowers")
    teacher.get_by_label("More tries for Celia Ward").select_option("+1")
    assert axe_faults(teacher) == ""
    teacher.get_by_role("button", name="Remove: Bruno Peel").click()
    expect(teacher.get_by_label("Name: Bruno Peel")).to_have_count(0)
    teacher.keyboard.press("Shift+U")
    expect(teacher.get_by_label("Name: Bruno Peel")).to_be_visible()

    open_lesson(teacher, "How a canal lock lifts a boat", "Share")
    saved(teacher)
    teacher.get_by_role("checkbox", name="Evening rowers").last.check()
    teacher.get_by_label("Due").first.fill("2031-05-04T18:00")
    teacher.get_by_role("button", name="Give to 1 class").click()
    given = teacher.get_by_role("article").filter(has_text="Evening rowers").first
    expect(given).to_be_visible()

    student = new_page()
    number = first_entry(student, link)
    lesson = student.url

    other = new_page()
    other.goto(link)
    other.get_by_role("radio", name="Celia Ward").check(force=True)
    other.get_by_label("Your number").fill("000")
    other.keyboard.press("Enter")
    expect(other.get_by_text("type the number you got with it")).to_be_visible()
    other.get_by_label("Your number").fill(number)
    other.keyboard.press("Enter")
    expect(other.get_by_role("heading", name="Started")).to_be_visible()

    more_time(given, "Celia Ward", "7 days later")
    expect(given.get_by_text("Celia Ward: until")).to_be_visible()
    other.reload()
    expect(other.get_by_text("11 May 2031")).to_be_visible()
    expect(other.get_by_text("New: the dates have changed")).to_be_visible()
    # For the whole class by two presses.
    more_time(given, "Everyone in the class", "A day later")
    expect(given.get_by_text("5 May 2031").first).to_be_visible()

    given.get_by_role("link", name="Results").click()
    expect(teacher.get_by_text("Not started yet: Ada Coll, Bruno Peel")).to_be_visible()

    # All lessons of the class side by side, by one key from the class.
    teacher.goto("/classes")
    teacher.get_by_role("link", name=re.compile("Evening rowers")).click()
    teacher.get_by_label("Add students").wait_for()
    teacher.keyboard.press("m")
    expect(teacher.get_by_role("row", name=re.compile("Celia Ward.*not finished"))).to_be_visible()
    expect(teacher.get_by_role("row", name=re.compile("Ada Coll.*not started"))).to_be_visible()
    assert axe_faults(teacher) == ""

    # On a shared device the next student is nobody yet, in every lesson of the class.
    student.goto(link)
    student.get_by_role("button", name="I am someone else").press("Enter")
    student.get_by_role("heading", name="Who are you?").wait_for()
    student.goto(lesson)
    expect(student.get_by_role("heading", name="Who are you?")).to_be_visible()


def test_what_some_of_a_class_are_given_the_others_neither_see_nor_miss(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    link = make_class(teacher, "Morning rowers")
    open_lesson(teacher, "How a canal lock lifts a boat", "Share")
    saved(teacher)
    teacher.get_by_role("checkbox", name="Morning rowers").last.check()
    teacher.get_by_role("radio", name="Some students").check()
    # Nobody yet: said in a sentence, and nothing is given out.
    teacher.get_by_role("button", name="Give to 1 class").click()
    expect(teacher.get_by_text("Choose at least one student")).to_be_visible()
    teacher.get_by_role("checkbox", name="Celia Ward").check()
    assert axe_faults(teacher) == ""
    teacher.get_by_role("button", name="Give to 1 class").click()
    given = teacher.get_by_role("article").filter(has_text="Morning rowers").first
    expect(given.get_by_text("Only for Celia Ward.")).to_be_visible()

    student = new_page(width=360, height=740, phone=True)
    student.goto(link)
    student.get_by_role("radio", name="Ada Coll").check(force=True)
    student.keyboard.press("Enter")
    student.get_by_role("button", name="I have written it down").click()
    expect(student.get_by_text("You have no lessons here yet.")).to_be_visible()

    given.get_by_role("button", name="Edit").click()
    dialog = teacher.get_by_role("dialog")
    dialog.get_by_role("checkbox", name="Ada Coll").check()
    dialog.get_by_role("button", name="Save").click()
    expect(given.get_by_text("Only for Ada Coll, Celia Ward.")).to_be_visible()
    student.reload()
    expect(student.get_by_role("link", name=re.compile("How a canal lock"))).to_be_visible()
    given.get_by_role("link", name="Results").click()
    expect(teacher.get_by_text("Not started yet: Ada Coll, Celia Ward")).to_be_visible()


def test_a_student_of_two_classes_finds_both_in_one_place(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    student = new_page(width=360, height=740, phone=True)
    names = []
    for school_class in teacher.request.get("/api/classes/").json()[:2]:
        token = next(c.get("value", "") for c in teacher.context.cookies() if c.get("name") == "csrftoken")
        path = f"/api/classes/{school_class['id']}/members/"
        taken = teacher.request.post(path, headers={"X-CSRFToken": token}, data={"text": "Nila Ostrom"})
        names.append(school_class["name"])
        student.goto(f"/c/{taken.json()['school_class']['code']}")
        student.get_by_role("radio", name="Nila Ostrom").check(force=True)
        student.keyboard.press("Enter")
        student.get_by_role("button", name="I have written it down").press("Enter")
    student.get_by_role("link", name="All your classes").press("Enter")
    expect(student.get_by_role("heading", name="Your lessons")).to_be_visible()
    for name in names:
        expect(student.get_by_text(name).first).to_be_visible()
    assert axe_faults(student) == ""
    # Another tab of a shared device asks who is there first.
    other = student.context.new_page()
    other.goto("/c/")
    expect(other.get_by_role("link", name="Continue as Nila Ostrom in", exact=False)).to_have_count(2)
    expect(other.get_by_role("link", name=re.compile("How a canal lock"))).to_have_count(0)
