"""The PNGs in docs/screenshots, one of each main view, and the printed set in docs/printed, from the demo data. Run by
ops/screenshots.sh."""

from __future__ import annotations

import re

from conftest import ROOT, NewPage, Stack, open_lesson, played_to, sign_in_demo
from playwright.sync_api import Page

OUT, PRINTED = ROOT / "docs" / "screenshots", ROOT / "docs" / "printed"
LOCK, KNOTS = "How a canal lock lifts a boat", "Three knots that hold a boat"


PASTED = """Three questions for Friday, with my regards:

1. [0:25] How much of its strength does a line lose by a bowline?
a) about ten percent
b) about forty percent *
c) none

2. Match each part of a line with its name.
- the loose end -> the tail
- the part under load -> the standing part

3. True or false: wet nylon is as strong as dry nylon.
Answer: False
"""


def shot(page: Page, name: str) -> None:
    page.wait_for_timeout(700)
    page.screenshot(path=OUT / f"{name}.png")


def test_the_teacher_s_views(new_page: NewPage, stack: Stack) -> None:
    OUT.mkdir(exist_ok=True)
    page = new_page()
    page.goto("/")
    page.get_by_text("For students").wait_for()
    shot(page, "front")
    sign_in_demo(page)
    shot(page, "lessons")
    page.goto(f"/new?link={stack.host_url}/watch/lock-up")
    page.get_by_text("Captions were found, 2 sets:").wait_for(timeout=120_000)
    shot(page, "bring-in")
    page.goto("/")
    open_lesson(page, KNOTS, "Script")
    page.get_by_role("button", name="Two crossings are enough").click()
    shot(page, "script")
    open_lesson(page, KNOTS, "Check")
    page.get_by_role("heading", name=re.compile("^To decide")).wait_for()
    page.keyboard.press("j")
    page.keyboard.press("j")
    shot(page, "check")
    page.keyboard.press("r")
    page.get_by_text("Preview: nothing is saved").wait_for()
    page.keyboard.press("j")
    page.get_by_role("region", name=re.compile("Item")).wait_for(timeout=40_000)
    shot(page, "rehearsal")
    open_lesson(page, LOCK, "Results")
    page.get_by_text("Hardly by chance.").wait_for()
    shot(page, "results")
    page.keyboard.press("Shift+Y")
    page.get_by_role("button", name="Make a revision lesson").wait_for()
    page.get_by_role("button", name=re.compile("They meet in a shallow V")).click()
    shot(page, "teach-again")
    page.get_by_role("button", name=re.compile("to mark")).click()
    page.get_by_role("button", name="Save marks").first.wait_for()
    shot(page, "marking")
    open_lesson(page, LOCK, "Share")
    page.get_by_role("img", name=re.compile("QR")).first.wait_for()
    shot(page, "share")


def test_a_class(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    page.goto("/classes")
    page.get_by_role("link", name=re.compile("Harbour course")).click()
    page.get_by_role("img", name=re.compile("QR")).wait_for()
    shot(page, "class")
    begun = page.get_by_role("row").filter(has=page.get_by_label("Name: Cira Quell"))
    number = begun.get_by_text(re.compile(r"^\d{6}$")).inner_text()
    student = new_page(width=360, height=740, phone=True, scale=2)
    student.goto(page.locator("a[href*='/c/']").get_attribute("href") or "")
    student.get_by_role("radio", name="Cira Quell").check(force=True)
    student.get_by_label("Your number").fill(number)
    student.get_by_role("button", name="Start").tap()
    student.get_by_role("link", name=re.compile("How a canal lock")).wait_for()
    shot(student, "class-page")


def test_items(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_lesson(page, KNOTS, "Items")
    page.get_by_role("heading", name="Write your own").wait_for()
    page.keyboard.press("Shift+V")
    page.locator("textarea:focus").fill(PASTED)
    page.get_by_role("button", name="Add 3 items").wait_for()
    shot(page, "paste")
    page.keyboard.press("Escape")
    page.get_by_label("How many", exact=True).first.fill("5")
    page.get_by_role("button", name="Suggest W").click()
    page.get_by_text(re.compile(r"\d items? suggested")).wait_for(timeout=120_000)
    page.get_by_text("Saved").wait_for(timeout=30_000)
    page.get_by_role("article").filter(has_text="suggested").first.get_by_role("button").first.click()
    shot(page, "items")
    page.get_by_role("button", name="Make: Words").click()
    page.get_by_role("button", name="Open: Words").click(timeout=120_000)
    page.get_by_role("heading", name="Words").wait_for()
    page.get_by_role("button", name="Print (cards, handout)").click()
    print_a_set(page)


def print_a_set(page: Page) -> None:
    """A sheet as a class gets it, and its answers, as they come out of the printer."""
    page.get_by_label("Line above the title").fill("Rope work, Tuesday")
    page.get_by_label("Line above the title").press("Enter")
    page.get_by_label("Add a part …").select_option("gapped")
    sheet = page.frame_locator("iframe:not(.invisible)")
    sheet.get_by_role("heading", name="Fill in what was said").wait_for()
    sheet.get_by_text("Rope work, Tuesday").wait_for()
    shot(page, "handout")
    for version, name in (("Students", "handout"), ("Answers", "answers")):
        page.get_by_label(version, exact=True).check()
        with page.expect_download() as taken:
            page.get_by_role("button", name="Save as PDF").click()
        taken.value.save_as(PRINTED / f"{name}.pdf")


def test_the_student_s_views(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    open_lesson(teacher, LOCK, "Share")
    link = teacher.locator("a[href*='/s/']").first.get_attribute("href") or ""
    student = new_page(width=360, height=740, phone=True, scale=2)
    student.goto(link)
    student.get_by_label("Your name").fill("Teo Blanc")
    student.get_by_role("button", name="Start").tap()
    student.get_by_role("button", name="Play").tap()
    played_to(student, 6_000)
    shot(student, "study-playing")
    student.get_by_role("region", name=re.compile("Item")).wait_for(timeout=40_000)
    student.get_by_role("radio").nth(1).tap()
    shot(student, "study-asking")


def test_beside_the_recording_and_in_class(new_page: NewPage) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    open_lesson(teacher, LOCK, "Share")
    teacher.get_by_label("For whom (a class, a group)").fill("Deck crew, Thursday")
    teacher.get_by_role("radio", name="all beside the recording").check(force=True)
    teacher.get_by_role("button", name="Share", exact=True).click()
    given = teacher.get_by_role("article").filter(has_text="Deck crew, Thursday")
    students = [new_page() for _ in range(3)]
    for student, name in zip(students, ("Oda Lynn", "Piet Vora", "Rafa Mold"), strict=True):
        student.goto(str(given.locator("a[href*='/s/']").first.get_attribute("href")))
        student.get_by_label("Your name").fill(name)
        student.keyboard.press("Enter")
        student.get_by_role("button", name="Play").wait_for()
    students[0].keyboard.press("b")
    students[0].keyboard.press("Enter")
    students[0].get_by_role("button", name="Next item").wait_for()
    shot(students[0], "study-beside")
    given.get_by_role("link", name="Play it in class").click()
    teacher.get_by_role("button", name="Let students in").click()
    teacher.get_by_role("button", name="Begin").click()
    for student in students:
        student.reload()
    teacher.get_by_role("button", name="Show the right answer").wait_for(timeout=60_000)
    for student, key in zip(students[1:], "ba", strict=True):
        student.get_by_role("heading", name=re.compile("What makes|How much")).first.wait_for()
        student.keyboard.press(key)
        student.keyboard.press("Enter")
        student.get_by_text("your answer, saved").wait_for()
    teacher.keyboard.press("r")
    teacher.get_by_text("Right", exact=True).wait_for()
    shot(teacher, "room")
