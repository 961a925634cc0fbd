"""A sheet is laid out beside its page, saved as files, and its layout kept for the next lesson; by keys, in Spanish."""

from __future__ import annotations

import io
import re

from conftest import NewPage, axe_faults, go_to_copy, open_copy, sign_in_demo
from docx import Document
from playwright.sync_api import Page, expect
from pypdf import PdfReader


def sheet(page: Page):
    return page.frame_locator("iframe[title='How the page looks']:not(.invisible)")


def test_a_sheet_is_laid_out_and_saved(new_page: NewPage) -> None:
    page = new_page()
    sign_in_demo(page)
    open_copy(page, "How a canal lock lifts a boat", "items")
    expect(page.get_by_role("button", name="Handout")).to_be_visible()
    page.keyboard.press("Shift+Q")
    expect(page.get_by_role("heading", name="On the sheet")).to_be_visible()
    expect(sheet(page).get_by_text("How much higher than the harbour does the canal lie?")).to_be_visible()

    # What is not there yet is written where it is missed.
    page.get_by_label("Add a part …").select_option("reading_text")
    page.get_by_role("button", name=re.compile("Have it written|Write it again")).click()
    expect(sheet(page).get_by_role("heading", name="To read")).to_be_visible(timeout=60_000)

    page.get_by_label("Add a part …").select_option("answers")
    expect(sheet(page).get_by_role("heading", name="Answers")).to_be_visible()
    page.get_by_label("Line above the title").fill("Class 4B")
    page.get_by_label("Line above the title").press("Enter")
    expect(sheet(page).get_by_text("Class 4B")).to_be_visible()
    assert axe_faults(page) == ""

    # By keys: the next part, one place up, taken off, and back again.
    page.get_by_role("button", name="Questions", exact=True).click()
    page.keyboard.press("j")
    page.keyboard.press("Control+ArrowUp")
    expect(page.get_by_role("list").first.get_by_role("listitem").nth(2)).to_contain_text("Text to read")
    page.keyboard.press("Shift+Delete")
    expect(sheet(page).get_by_role("heading", name="To read")).to_have_count(0)
    page.keyboard.press("Shift+U")
    expect(sheet(page).get_by_role("heading", name="To read")).to_be_visible()

    with page.expect_download() as taken:
        page.keyboard.press("Shift+D")
    assert taken.value.suggested_filename.endswith(".pdf")
    text = "".join(p.extract_text() for p in PdfReader(taken.value.path()).pages)
    assert "Class 4B" in text
    assert "Why: " in text

    page.get_by_text("Teacher", exact=True).click()
    expect(sheet(page).get_by_text("For the teacher")).to_be_visible()
    with page.expect_download() as taken:
        page.get_by_label("Other formats …").select_option("docx")
    words = [p.text for p in Document(io.BytesIO(taken.value.path().read_bytes())).paragraphs]
    assert "For the teacher" in words

    # The layout goes on to the next lesson.
    page.get_by_text("Saved layouts").click()
    page.get_by_label("Name of this layout").fill("Tuesdays")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("Tuesdays")).to_be_visible()
    open_copy(page, "How a canal lock lifts a boat", "items")
    page.get_by_role("button", name="Handout").click()
    expect(page.get_by_label("Line above the title")).to_have_value("Class 4B")
    page.get_by_text("Saved layouts").click()
    page.get_by_role("button", name="Remove", exact=True).click()
    expect(page.get_by_text("Tuesdays")).to_have_count(0)


def test_words_are_taken_out_of_the_script_by_hand_in_spanish(new_page: NewPage) -> None:
    page = new_page(locale="es-ES")
    page.goto("/")
    page.get_by_role("button", name="Entrar como docente de muestra").click()
    page.get_by_role("link", name="How a canal lock lifts a boat", exact=True).first.click()
    page.get_by_role("link", name=re.compile("^Preguntas")).click()
    go_to_copy(page)
    page.get_by_role("button", name="Ficha").click()
    page.get_by_label("Añadir una parte…").select_option("gapped")
    page.get_by_role("button", name="Elegir palabras").click()
    page.get_by_role("button", name="harbour", exact=True).first.click()
    page.get_by_role("button", name="chamber", exact=True).first.click()
    page.get_by_role("button", name="Hacer preguntas con ellas").click()
    expect(page.get_by_text("2 preguntas están en la reserva.")).to_be_visible()
    page.get_by_role("button", name="Quitar 2 palabras").click()
    frame = page.frame_locator("iframe[title='Así queda la página']:not(.invisible)")
    expect(frame.locator(".gap")).to_have_count(2 + 1)  # and that of the lesson's own gap
    assert axe_faults(page) == ""
