"""Items in other words: written beside the original by keys, read and answered by a student in either."""

from __future__ import annotations

from conftest import NewPage, axe_faults, open_copy, saved, sign_in_demo
from playwright.sync_api import expect

SPANISH = ["¿Cuánto más alto está el canal?", "Casi un metro", "Casi tres metros", "Casi seis metros"]


def test_items_in_another_language_are_written_and_read(new_page: NewPage) -> None:
    desk = new_page()
    sign_in_demo(desk)
    open_copy(desk, "How a canal lock lifts a boat", "Items")
    desk.get_by_role("button", name="Translate or simplify").wait_for()
    desk.keyboard.press("Shift+Z")
    desk.get_by_role("combobox", name="Write the items in").select_option("es")
    fields = desk.get_by_role("listitem").first.get_by_role("textbox")
    fields.first.focus()
    for text in SPANISH:
        desk.keyboard.insert_text(text)
        desk.keyboard.press("Tab")
    expect(desk.get_by_text(f"{len(SPANISH)} of ")).to_be_visible()
    # A number that is not the original's is said at once.
    fields.nth(2).fill("Casi nueve metros")
    expect(desk.get_by_text("Missing here: three metres")).to_be_visible()
    fields.nth(2).fill(SPANISH[2])
    expect(desk.get_by_text("Missing here: three metres")).to_have_count(0)
    assert axe_faults(desk) == ""
    # What could not be saved stays in its field, and goes with the next touch.
    desk.route("**/api/items/*/wordings/es/", lambda route: route.abort())
    fields.nth(1).fill("Casi un metro y medio")
    desk.keyboard.press("Tab")
    expect(desk.get_by_role("alert")).to_be_visible()
    expect(fields.nth(1)).to_have_value("Casi un metro y medio")
    desk.unroute("**/api/items/*/wordings/es/")
    fields.nth(1).focus()
    desk.keyboard.press("Tab")
    expect(desk.get_by_role("alert")).to_have_count(0)
    desk.reload()
    expect(fields.nth(1)).to_have_value("Casi un metro y medio")
    # What is deleted comes back.
    desk.get_by_role("button", name="Delete this version").click()
    expect(fields.first).to_have_value("")
    desk.keyboard.press("Shift+U")
    expect(fields.first).to_have_value(SPANISH[0])
    desk.goto(desk.url.split("/wording")[0] + "/share")
    saved(desk)
    desk.get_by_role("radio", name="all beside the recording").check(force=True)
    desk.get_by_role("button", name="Share", exact=False).last.click()
    code = desk.get_by_text("Code").locator("b").first.inner_text()
    student = new_page(width=360, height=740, phone=True)
    student.goto(f"/s/{code}")
    student.get_by_role("textbox").fill("Ada")
    student.keyboard.press("Enter")
    chooser = student.get_by_role("combobox", name="Read in")
    expect(student.get_by_role("heading", name="How much higher than the harbour")).to_be_visible()
    chooser.select_option("es")
    expect(student.get_by_role("heading", name=SPANISH[0])).to_be_visible()
    student.get_by_role("radio", name=SPANISH[2]).check(force=True)
    student.get_by_role("button", name="Answer", exact=True).click()
    expect(student.get_by_text("right first time", exact=False)).to_be_visible()
