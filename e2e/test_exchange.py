"""A lesson moves to another account as a file, and its items to another lesson as a package."""

from __future__ import annotations

import re
from pathlib import Path

from conftest import NewPage, axe_faults, open_copy, sign_in_demo
from playwright.sync_api import expect
from test_journey import make_account


def test_a_lesson_is_saved_as_a_file_and_opened_elsewhere(new_page: NewPage, tmp_path: Path) -> None:
    teacher = new_page()
    sign_in_demo(teacher)
    teacher.get_by_role("button", name="Three knots that hold a boat").click()
    teacher.get_by_role("menuitem", name="Save as a file").press("Enter")
    teacher.get_by_label("Course package").check()
    expect(teacher.get_by_text("whose kind it does not know")).to_be_visible()
    assert axe_faults(teacher) == ""
    files = {}
    for form in ("Whole lesson", "Items for a learning platform"):
        teacher.get_by_label(form).check()
        with teacher.expect_download() as taken:
            teacher.get_by_role("button", name="Save the file").click()
        files[form] = tmp_path / taken.value.suggested_filename
        taken.value.save_as(files[form])

    colleague = new_page(width=1024, height=640)
    make_account(colleague)
    colleague.goto("/new")
    colleague.get_by_label("Open a lesson that was saved as a file").set_input_files(files["Whole lesson"])
    expect(colleague.get_by_text("Unpacking and checking")).to_be_visible()
    colleague.wait_for_url("**/items", timeout=120_000)
    expect(colleague.get_by_role("heading", name="Three knots that hold a boat")).to_be_visible()
    colleague.get_by_role("button", name="Play").first.click()
    expect(colleague.get_by_role("button", name="Pause").first).to_be_visible()

    # The items alone go on to another lesson, through the window that takes pasted ones.
    open_copy(teacher, "How a canal lock lifts a boat", "items")
    teacher.get_by_role("button", name="Paste items").click()
    teacher.get_by_label("Or a file").set_input_files(files["Items for a learning platform"])
    expect(teacher.get_by_label("The text, line by line")).to_have_value(re.compile('"items"'))
    teacher.get_by_role("button", name=re.compile(r"Add \d+ items")).click()
    expect(teacher.get_by_text(re.compile(r"\d+ items added"))).to_be_visible(timeout=60_000)


def test_a_file_that_is_no_lesson_says_so(new_page: NewPage, tmp_path: Path) -> None:
    page = new_page()
    sign_in_demo(page)
    page.goto("/new")
    (tmp_path / "x.zip").write_bytes(b"PK no zip at all")
    page.get_by_label("Open a lesson that was saved as a file").set_input_files(tmp_path / "x.zip")
    expect(page.get_by_role("alert")).to_contain_text("it is not a lesson")
