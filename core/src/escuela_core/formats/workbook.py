"""Tables as an Office Open XML workbook, a sheet each. Text stays text: nothing in it is ever a formula."""

from __future__ import annotations

import io
import re
from collections.abc import Sequence
from datetime import datetime

from openpyxl import Workbook
from openpyxl.cell import WriteOnlyCell
from openpyxl.cell.cell import ILLEGAL_CHARACTERS_RE
from openpyxl.styles import Font

Cell = str | int | float | bool | datetime | None
# What a sheet's name may hold (ECMA-376, 18.2.19, and what spreadsheets refuse).
LONGEST_NAME = 31
_NOT_IN_NAMES = re.compile(r"[\[\]:*?/\\']")
LONGEST_TEXT = 32_767


def workbook(tables: Sequence[tuple[str, Sequence[Sequence[Cell]]]]) -> bytes:
    """Each table under its name, its first row as heads; times without their zone, as spreadsheets have none."""
    book = Workbook(write_only=True)
    for number, (name, rows) in enumerate(tables, start=1):
        sheet = book.create_sheet(_NOT_IN_NAMES.sub(" ", name).strip()[:LONGEST_NAME] or str(number))
        sheet.freeze_panes = "B2"
        for at, row in enumerate(rows):
            cells = []
            for value in row:
                cell = WriteOnlyCell(sheet, _plain(value))
                if isinstance(value, str):
                    cell.data_type = "s"
                if at == 0:
                    cell.font = Font(bold=True)
                cells.append(cell)
            sheet.append(cells)
    data = io.BytesIO()
    book.save(data)
    return data.getvalue()


def _plain(value: Cell) -> Cell:
    if isinstance(value, str):
        return ILLEGAL_CHARACTERS_RE.sub("", value)[:LONGEST_TEXT]
    return value.replace(tzinfo=None) if isinstance(value, datetime) else value
