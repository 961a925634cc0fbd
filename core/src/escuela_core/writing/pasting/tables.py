"""Tables with a heading row: Markdown, tabs, or values parted by commas or semicolons (RFC 4180)."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Sequence

from escuela_core.writing.pasting.block import Block, Option, Reading, set_plain
from escuela_core.writing.pasting.lines import PAIRED, as_pair, plain

# The columns by what they may be called; compared without case, marks and spaces.
COLUMNS = {
    "number": "number no n nº # id item ítem núm",
    "kind": "type kind format tipo formato questiontype",
    "prompt": "question prompt questiontext stem statement text pregunta enunciado afirmación q sentence",
    "key": "answer correct correctanswer key correctoption solution modelanswer respuesta respuestacorrecta clave "
    "solución correcta rightanswer answers respuestas",
    "explanation": "explanation rationale why feedback comment explicación justificación motivo comentario evidence "
    "quote evidencia cita",
    "time": "time timestamp timecode start at minute pause tiempo minuto pausa momento marcadetiempo",
    "options": "options choices alternatives opciones alternativas",
    "marks": "marks points score puntos puntuación",
    "goal": "goal objective objetivo",
}
_NAMES = {name: column for column, names in COLUMNS.items() for name in names.split()}
_OPTION = re.compile(
    r"^(?:option|choice|opci[oó]n|alternativa|respuesta|answer|distractor)?\s*([a-h]|\d)$", re.IGNORECASE
)


def tabled(rows: Sequence[str]) -> Reading | None:
    """The blocks of a table, None where ``rows`` hold none with a heading that names its columns."""
    for delimiter in ("|", "\t", ";", ","):
        found = _first_heading(rows, delimiter)
        if found:
            return _read(rows, delimiter, *found)
    return None


def blocks_of(heading: Sequence[str], body: Sequence[tuple[int, Sequence[str]]]) -> Reading:
    """Rows of cells below a heading, each with its line, to blocks."""
    columns = [_column(cell) for cell in heading]
    reading = Reading()
    for line, cells in body:
        block = _block(columns, cells, line)
        if block.is_empty:
            reading.loose.append(line)
        else:
            reading.blocks.append(block)
    return reading


def is_heading(cells: Sequence[str]) -> bool:
    named = {_column(c) for c in cells}
    return "prompt" in named and bool(named & {"key", "options"} or any(c.startswith("option ") for c in named))


def _first_heading(rows: Sequence[str], delimiter: str) -> tuple[int, list[str]] | None:
    for n, row in enumerate(rows):
        if delimiter in row and is_heading(cells := _cells(row, delimiter)):
            return n, cells
    return None


def _read(rows: Sequence[str], delimiter: str, at: int, heading: list[str]) -> Reading:
    body: list[tuple[int, Sequence[str]]] = []
    if delimiter == "|":
        for n, row in enumerate(rows[at + 1 :], at + 2):
            if "|" in row and not re.fullmatch(r"[\s|:\-]+", row):
                body.append((n, _cells(row, delimiter)))
    else:
        text = io.StringIO("\n".join(rows[at + 1 :]))
        table = csv.reader(text, delimiter=delimiter)
        begin = at + 2
        for cells in table:
            if any(c.strip() for c in cells):
                body.append((begin, [c.strip() for c in cells]))
            begin = at + 2 + table.line_num
    reading = blocks_of(heading, body)
    for block in reading.blocks:
        block.lines.setdefault(at + 1, "heading")
    return reading


def _cells(row: str, delimiter: str) -> list[str]:
    if delimiter == "|":
        inner = row.strip().strip("|")
        return [plain(c.strip().replace("<br>", " ")) for c in re.split(r"(?<!\\)\|", inner)]
    return [c.strip() for c in next(csv.reader([row], delimiter=delimiter), [])]


def _column(cell: str) -> str:
    folded = re.sub(r"[^\w#º]", "", plain(cell).casefold())
    option = _OPTION.match(plain(cell).strip())
    if option and folded not in _NAMES:
        return f"option {option[1].lower()}"
    return _NAMES.get(folded, "")


def _block(columns: Sequence[str], cells: Sequence[str], line: int) -> Block:
    block = Block(lines={line: "row"})
    for column, cell in zip(columns, cells, strict=False):
        if column and (text := plain(cell)):
            _put(block, column, text, line)
    if block.kind in PAIRED and not block.pairs:
        block.pairs = [pair for o in block.options if (pair := as_pair(o.text, block.kind))]
    return block


def _put(block: Block, column: str, text: str, line: int) -> None:
    match column.split():
        case ["option", mark]:
            block.options.append(Option(line, text, mark, right=False, bold=False))
        case ["options"]:
            _split_options(block, text, line)
        case ["prompt"]:
            block.prompt.append(text)
        case ["key"]:
            block.key.append((line, text))
        case ["explanation"]:
            block.explanation.append(text)
        case ["number"]:
            block.number = text
        case [role]:
            set_plain(block, role, text)


def _split_options(block: Block, text: str, line: int) -> None:
    parts = [p for p in re.split(r"\s*(?:;|\||\s/\s)\s*|\s+(?=[A-H][).]\s)|\s*,\s*(?=[A-H][).]\s)", text) if p]
    for n, part in enumerate(parts):
        lettered = re.match(r"^\(?([A-Ha-h])[).:]\s*(.+)$", part)
        mark = lettered[1].lower() if lettered else "abcdefgh"[min(n, 7)]
        block.options.append(Option(line, lettered[2] if lettered else part, mark, right=False, bold=False))
