import io
import zipfile

import pytest
from hypothesis import given
from hypothesis import strategies as st
from openpyxl import Workbook

from escuela_core.formats.sheets import MOST_ROWS, SheetError, lines_of, template
from escuela_core.writing.pasting import paste


def sheet(rows: list[list[object]], *, merged: str = "") -> bytes:
    book = Workbook()
    for row in rows:
        book.active.append(row)
    if merged:
        book.active.merge_cells(merged)
    written = io.BytesIO()
    book.save(written)
    return written.getvalue()


@pytest.mark.parametrize("language", ["en", "es", "fr"])
def test_the_template_reads_back_as_three_items(language: str) -> None:
    pasted = paste(lines_of(template(language)))
    assert [i.kind for i in pasted.items] == ["choice", "true_false", "gap"]
    assert all(i.has_key and i.pause_ms for i in pasted.items)


def test_cells_lose_their_breaks_and_numbers_their_points() -> None:
    text = lines_of(sheet([["Question", "Answer"], ["How\nmany?", 6.0], [None, True]]))
    assert text.split("\n") == ["Question\tAnswer", "How many?\t6", "\tTrue"]


def test_merged_cells_count_once() -> None:
    assert lines_of(sheet([["a", "b"], ["c", "d"]], merged="A1:B1")).split("\n") == ["a", "c\td"]


@pytest.mark.parametrize("data", [b"", b"PK\x03\x04", b"Question,Answer\n", b"\xd0\xcf\x11\xe0 an old one"])
def test_what_is_no_spreadsheet_is_said(data: bytes) -> None:
    with pytest.raises(SheetError, match="cannot be read as a spreadsheet"):
        lines_of(data)


def test_too_many_rows_and_bombs_are_refused() -> None:
    with pytest.raises(SheetError, match="rows"):
        lines_of(sheet([["x"]] * (MOST_ROWS + 1)))
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as bomb:
        bomb.writestr("xl/workbook.xml", b"0" * 70_000_000)
    with pytest.raises(SheetError, match="unpacks"):
        lines_of(packed.getvalue())


@given(st.binary(max_size=400))
def test_no_bytes_break_the_reader(data: bytes) -> None:
    with pytest.raises(SheetError):
        lines_of(data)
    with pytest.raises(SheetError):
        lines_of(template("en")[:200] + data)
