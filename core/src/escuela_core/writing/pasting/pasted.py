"""From a pasted text to items: tables, JSON or lines; what became what is told line by line."""

from __future__ import annotations

import re
from dataclasses import dataclass

from escuela_core.errors import EscuelaError
from escuela_core.items import Item
from escuela_core.writing.pasting.assembling import assembled
from escuela_core.writing.pasting.block import Reading
from escuela_core.writing.pasting.kinds import item_of
from escuela_core.writing.pasting.lines import read_line
from escuela_core.writing.pasting.listed import listed
from escuela_core.writing.pasting.remarks import Remark
from escuela_core.writing.pasting.tables import tabled

# A key at the end of the line that asks or gives the options.
_INLINE_KEY = re.compile(
    r"(?<=\S)\s+(?=[\[(]?(?:correct |right )?(?:answer|ans|key|respuesta(?: correcta)?|clave|soluci[oó]n)\s*:\s*\S)",
    re.IGNORECASE,
)
_INLINE_OPTION = re.compile(r"(?:^|\s)(?P<mark>\(?(?P<letter>[A-Ha-h])[).]\s)")
# As much as is read within a second, whatever it holds.
LONGEST_PASTE, MOST_LINES = 200_000, 3_000
MOST_ITEMS = 500


class PasteTooLongError(EscuelaError):
    code = "paste_too_long"

    def __init__(self) -> None:
        super().__init__(
            f"A pasted text may have at most {LONGEST_PASTE:,} letters, {MOST_LINES:,} lines and {MOST_ITEMS} items."
        )


@dataclass(frozen=True, slots=True)
class SourceLine:
    """One line of the source: the item (by its place in the list) it became part of, and as what; or unread."""

    number: int
    text: str
    item: int | None
    became: str


@dataclass(frozen=True, slots=True)
class Pasted:
    """Items in their order, every line of the source, and what should be looked at."""

    items: tuple[Item, ...]
    lines: tuple[SourceLine, ...]
    remarks: tuple[Remark, ...]

    @property
    def unread(self) -> list[SourceLine]:
        return [line for line in self.lines if line.became == "unread"]


def paste(text: str) -> Pasted:
    """Items of a text written elsewhere. Raises PasteTooLongError; whatever cannot be read stays as unread lines."""
    if len(text) > LONGEST_PASTE:
        raise PasteTooLongError
    rows = text.replace("\r\n", "\n").replace("\r", "\n").replace("\x00", "").replace("\u00a0", " ").split("\n")
    if len(rows) > MOST_LINES:
        raise PasteTooLongError
    reading = (
        listed(rows)
        or tabled(rows)
        or assembled([read_line(n, part) for n, row in enumerate(rows, 1) for part in _logical(row)])
    )
    if len(reading.blocks) > MOST_ITEMS:
        raise PasteTooLongError
    return _pasted(rows, reading)


def _logical(row: str) -> list[str]:
    """A line in parts: what it asks, options that stand in it, and a key at its end; "Model answer: …" is one line."""
    parts = _INLINE_KEY.split(row, maxsplit=1)
    if len(parts[0].split()) <= 2:
        parts = [row]
    return [*_options_apart(parts[0]), *parts[1:]]


def _options_apart(row: str) -> list[str]:
    """Cuts before A), B), C) … where they follow each other in one line."""
    cuts: list[int] = []
    for match in _INLINE_OPTION.finditer(row):
        if match["letter"].lower() == "abcdefgh"[min(len(cuts), 7)]:
            cuts.append(match.start("mark"))
    if len(cuts) < 2:
        return [row]
    bounds = [0, *cuts, len(row)]
    return [part for a, b in zip(bounds, bounds[1:], strict=False) if (part := row[a:b].rstrip(" ;,\t")).strip()]


def _pasted(rows: list[str], reading: Reading) -> Pasted:
    items: list[Item] = []
    remarks: list[Remark] = []
    became: dict[int, tuple[int | None, str]] = {}
    for block in reading.blocks:
        item, said = item_of(block)
        remarks += said
        if item is None:
            became |= dict.fromkeys(block.lines, (None, "unread"))
            continue
        became |= {n: (len(items), role) for n, role in block.lines.items()}
        items.append(item)
    lines = [
        SourceLine(n, row, *became.get(n, (None, "unread" if row.strip() else "blank")))
        for n, row in enumerate(rows, 1)
    ]
    return Pasted(tuple(items), tuple(lines), tuple(sorted(remarks)))
