"""A teacher without a mouse: from the sign-in to what a student got, by keys alone, in Spanish."""

from __future__ import annotations

import re

from conftest import NewPage, Stack
from playwright.sync_api import Page, expect


def tab_to(page: Page, name: str | re.Pattern[str], role: str = "button") -> None:
    """Presses Tab until the control has the focus; it must be reached, and be seen to have it."""
    wanted = page.get_by_role(role, name=name).first  # type: ignore[arg-type]
    wanted.wait_for()
    for _ in range(80):
        if wanted.evaluate("e => e === document.activeElement"):
            assert page.evaluate("getComputedStyle(document.activeElement).outlineStyle") != "none"
            return
        page.keyboard.press("Tab")
    raise AssertionError(f"{name} is not reached by Tab")


def press(page: Page, name: str | re.Pattern[str], role: str = "button") -> None:
    tab_to(page, name, role)
    page.keyboard.press("Enter")


def test_a_lesson_is_made_shared_and_answered_by_keys_alone(new_page: NewPage, stack: Stack) -> None:
    page = new_page(locale="es-ES")
    page.goto("/")
    press(page, "Entrar como docente de muestra")
    page.get_by_role("link", name="Up through the lock").first.wait_for()
    bring_in(page, stack)
    write_one_item(page)
    link = share(page)
    student = new_page(locale="es-ES", width=360, height=740)
    answer(student, link)
    read_results(page)


def bring_in(page: Page, stack: Stack) -> None:
    page.keyboard.press("n")
    page.get_by_label("Enlace de la grabación").wait_for()
    page.keyboard.type(f"{stack.host_url}/watch/knots")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Se encontraron subtítulos:")).to_be_visible(timeout=120_000)
    tab_to(page, "Título", role="textbox")
    page.keyboard.press("Control+a")
    page.keyboard.type("Nudos por teclas")
    press(page, "Añadir")
    page.wait_for_url("**/script", timeout=120_000)
    page.locator("[data-sentence='5']").wait_for()


def write_one_item(page: Page) -> None:
    page.keyboard.press("3")
    page.wait_for_url("**/items")
    for _ in range(4):
        page.keyboard.press("ArrowDown")
    page.keyboard.press("a")
    page.locator("textarea:focus, input:focus").first.wait_for()
    page.keyboard.type("Why does a knot weaken a line?")
    for text in ("Its fibres are bent", "It gets wet", "It is old"):
        page.keyboard.press("Tab")
        while not page.evaluate("document.activeElement.matches('input[type=text], input:not([type]), textarea')"):
            page.keyboard.press("Tab")
        page.keyboard.type(text)
    tab_to(page, "Límite de tiempo en segundos", role="spinbutton")
    page.keyboard.type("90")
    page.keyboard.press("Escape")
    page.keyboard.press("Escape")
    expect(page.get_by_text("Guardado")).to_be_visible(timeout=30_000)


def share(page: Page) -> str:
    page.keyboard.press("4")
    page.keyboard.press("j")
    if page.get_by_role("button", name=re.compile("^Dejar")).count():
        page.keyboard.press("k")
    page.keyboard.press("5")
    page.get_by_label("Para quién").wait_for()
    tab_to(page, "Para quién", role="textbox")
    page.keyboard.type("Cubierta")
    page.keyboard.press("Enter")
    link = page.get_by_role("article").filter(has_text="Cubierta").locator("a[href*='/s/']").first
    link.wait_for(timeout=30_000)
    return link.get_attribute("href") or ""


def answer(student: Page, link: str) -> None:
    student.goto(link)
    student.get_by_role("textbox").first.wait_for()
    tab_to(student, re.compile("nombre", re.IGNORECASE), role="textbox")
    student.keyboard.type("Teo")
    student.keyboard.press("Enter")
    press(student, re.compile("^Reproducir"))
    # A timed item is asked once it is opened.
    student.get_by_text("Tienes 1:30 para esta pregunta.").wait_for(timeout=120_000)
    expect(student.get_by_text("Why does a knot weaken a line?")).to_have_count(0)
    student.keyboard.press("Enter")
    student.get_by_role("radio").first.wait_for()
    expect(student.get_by_text(re.compile(r"Quedan 1:[23]\d"))).to_be_visible()
    tab_to(student, re.compile("Its fibres are bent"), role="radio")
    student.keyboard.press("Space")
    press(student, re.compile("^Responder"))
    expect(student.get_by_text(re.compile("correcta a la primera"))).to_be_visible()


def read_results(page: Page) -> None:
    press(page, "Resultados", role="link")
    press(page, "Teo")
    expect(page.get_by_text("Its fibres are bent")).to_be_visible()
    page.keyboard.press("Shift+W")
    expect(page.get_by_role("cell", name=re.compile("a la primera"))).to_be_visible()
