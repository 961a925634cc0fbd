"""Whatever the server says to people has words in every language: errors by their codes, mails, heads of tables."""

import ast
import json
from collections.abc import Iterator
from pathlib import Path
from string import Formatter
from typing import get_args

import pytest

from apps.accounts.mailing import send
from apps.results.serializers import CellOut, SheetItemOut, SheetOut, SheetStudentOut
from apps.results.tables import sheet_rows
from config.words import catalogue, in_words
from escuela_core.formats.separated import as_csv
from escuela_core.results.sheet import CellState

ROOT = Path(__file__).parents[2]
SOURCES = ("core/src", "server/apps", "server/config")
LANGUAGES = {"en", "es"}
# Said by the shell alone, or never as it is.
NOT_ON_PAGES = {"error", "file_unreadable"}


def codes_in(source: str) -> Iterator[str]:
    """The codes of errors that a module names: a class's ``code``, or the first thing an error is made with."""
    for node in ast.walk(ast.parse(source)):
        if isinstance(node, ast.Assign) and ast.unparse(node.targets[0]) == "code":
            value, made_by = node.value, ""
        elif isinstance(node, ast.Call) and len(node.args) > 1:
            value, made_by = node.args[0], ast.unparse(node.func)
            if not made_by.endswith(("Error", "link_error", "super().__init__")):
                continue
        else:
            continue
        if isinstance(value, ast.Constant) and isinstance(value.value, str) and value.value.isidentifier():
            yield f"link_{value.value}" if made_by.endswith("link_error") else value.value


def pages() -> dict[str, dict[str, str]]:
    files = (ROOT / "web/src/messages").glob("*.json")
    return {key: words for file in files for key, words in json.loads(file.read_text("utf-8")).items()}


def test_every_error_has_words_of_its_own_on_the_pages() -> None:
    found = {c for base in SOURCES for path in (ROOT / base).rglob("*.py") for c in codes_in(path.read_text("utf-8"))}
    assert len(found) > 100
    said = pages()
    assert sorted(c for c in found - NOT_ON_PAGES if f"error.{c}" not in said) == []


def test_every_key_has_words_in_each_language_with_the_same_values() -> None:
    for key, words in catalogue().items():
        assert set(words) == LANGUAGES, key
        fields = [{name for _, name, _, _ in Formatter().parse(text) if name} for text in words.values()]
        assert fields[0] == fields[1], key


def test_an_unknown_language_is_spoken_to_in_english() -> None:
    assert in_words("sheet.student", "fr") == "Student"


@pytest.mark.django_db
def test_a_mail_speaks_the_language_of_who_asked_for_it(mailoutbox) -> None:
    send(kind="register", email="ana@example.org", site="https://x", given={"name": "Ana", "language": "es"})
    [mail] = mailoutbox
    assert mail.subject == "Escuela: Confirma tu correo"
    assert mail.body.startswith("Hola, Ana:\n\nAbre este enlace")
    assert "https://x/confirm#" in mail.body


def test_a_class_sheet_speaks_the_teacher_s_language_in_all_its_cells() -> None:
    cells = [CellOut(state=state, share=0.5, tries=2) for state in get_args(CellState)]
    # Of the shapes only what the table reads.
    student = SheetStudentOut.model_construct(
        nickname="Ana", coverage=1.0, marks=2, minutes=3, finished=True, late=False, cells=cells
    )
    items = [SheetItemOut.model_construct(prompt="¿Qué?", marks=1) for _ in cells]
    data = SheetOut.model_construct(items=items, students=[student], marks=9)
    head, _, row = as_csv(sheet_rows(data, "es")).splitlines()
    assert head.startswith('\ufeff"Estudiante","Visto %"')
    assert '"sí","no","sin llegar","saltado"' in row
    assert '"bien al intento 2","por corregir","corregido 50 %","leído"' in row
