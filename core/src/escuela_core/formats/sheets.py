"""Spreadsheets of items (Office Open XML): in as lines with tabs for the reader of pasted items, out as a template."""

from __future__ import annotations

import io
import zipfile

from openpyxl import Workbook, load_workbook
from openpyxl.styles import Font
from openpyxl.utils.exceptions import InvalidFileException

from escuela_core.errors import EscuelaError
from escuela_core.language.languages import language_of

LARGEST_BYTES, LARGEST_UNPACKED = 2_000_000, 60_000_000
MOST_ROWS, MOST_COLUMNS = 2_000, 40

_BROKEN = (zipfile.BadZipFile, InvalidFileException)
_TEMPLATES = {
    "en": [
        ["Question", "Kind", "Option A", "Option B", "Option C", "Option D", "Answer", "Explanation", "Time"],
        [
            "What keeps the gates shut?",
            "choice",
            "a lock",
            "the water",
            "a chain",
            "the crew",
            "B",
            "It presses.",
            "1:53",
        ],
        ["The upper gates open first.", "true/false", "", "", "", "", "False", "", "2:10"],
        ["The gates were built by Marta ___.", "gap", "", "", "", "", "Olivares", "", "2:30"],
    ],
    "es": [
        ["Pregunta", "Tipo", "Opción A", "Opción B", "Opción C", "Opción D", "Respuesta", "Explicación", "Tiempo"],
        [
            "¿Qué mantiene cerradas las puertas?",
            "opción",
            "un candado",
            "el agua",
            "una cadena",
            "nadie",
            "B",
            "Aprieta.",
            "1:53",
        ],
        ["Las puertas altas se abren primero.", "verdadero/falso", "", "", "", "", "Falso", "", "2:10"],
        ["Construyó las puertas Marta ___.", "hueco", "", "", "", "", "Olivares", "", "2:30"],
    ],
}


class SheetError(EscuelaError):
    code = "sheet"


def is_spreadsheet(data: bytes) -> bool:
    """Whether a file says of itself that it is a workbook."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            return any(name.startswith("xl/") for name in packed.namelist())
    except (zipfile.BadZipFile, ValueError, OSError):
        # What is neither is refused as the spreadsheet it was taken for.
        return data.lstrip()[:1] != b"<"


def lines_of(data: bytes) -> str:
    """The first sheet as lines with tabs between the cells. Raises SheetError with what is wrong in a sentence.

    Merged cells count once, at their upper left; formulas come as the values last computed.
    """
    if len(data) > LARGEST_BYTES:
        raise SheetError("A spreadsheet may have at most 2 MB.")
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            if sum(part.file_size for part in packed.infolist()) > LARGEST_UNPACKED:
                raise SheetError("This spreadsheet unpacks to more than a sheet of items can be.")
        book = load_workbook(io.BytesIO(data), read_only=True, data_only=True, keep_links=False)
        sheet = book.worksheets[0]
        rows = [
            [_cell(value) for value in row]
            for row in sheet.iter_rows(max_row=MOST_ROWS + 1, max_col=MOST_COLUMNS, values_only=True)
        ]
    except SheetError:
        raise
    except (
        zipfile.BadZipFile,
        InvalidFileException,
        KeyError,
        ValueError,
        OSError,
        IndexError,
        TypeError,
        AttributeError,
        SyntaxError,
    ):
        raise SheetError("This file cannot be read as a spreadsheet; save it as XLSX or CSV.") from None
    if len(rows) > MOST_ROWS:
        raise SheetError(f"A spreadsheet of items may have at most {MOST_ROWS} rows.")
    return "\n".join("\t".join(row).rstrip("\t") for row in rows).strip("\n")


def _cell(value: object) -> str:
    if value is None:
        return ""
    if isinstance(value, float) and value == int(value):
        return str(int(value))
    return " ".join(str(value).split())


def template(language: str) -> bytes:
    """A spreadsheet to fill in, with a heading and three items as examples."""
    book = Workbook()
    sheet = book.active
    assert sheet is not None
    for row in _TEMPLATES.get(language_of(language).code, _TEMPLATES["en"]):
        sheet.append(row)
    for cell in sheet[1]:
        cell.font = Font(bold=True)
    sheet.column_dimensions["A"].width = 48
    sheet.freeze_panes = "A2"
    written = io.BytesIO()
    book.save(written)
    return written.getvalue()
