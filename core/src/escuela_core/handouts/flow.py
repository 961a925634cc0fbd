"""A document laid out for word processors: paragraphs, lists, grids and pictures one after the other.

What the formats of word processors share is decided here; ``docx`` and ``odt`` only write it down.
"""

from __future__ import annotations

import io
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

import segno

from escuela_core.handouts import blocks as b
from escuela_core.handouts.pictures import Pictures, printable
from escuela_core.items.paper import letter

Style = Literal["title", "heading", "part", "parted", "body", "quiet", "spoken", "strong", "question", "line", "key"]
Mark = Literal["bullet", "number", "letter", "box"]
BOX = "☐"
PICTURE_MM, SMALL_MM, CODE_MM = 90.0, 30.0, 18.0
BLANK = "_" * 24
# A4; a column for numbers, and what is left beside it.
PAGE_MM, MARGIN_MM, NARROW_MM = (210, 297), 18, 24
WIDE_MM = PAGE_MM[0] - 2 * MARGIN_MM - NARROW_MM
PLAIN, SPOKEN = "Atkinson Hyperlegible Next", "Literata"


@dataclass(frozen=True, slots=True)
class Para:
    """``lead`` stands before the text and is not read for marks; ``keep`` holds it on the page of what follows."""

    text: str
    style: Style = "body"
    keep: bool = False
    lead: str = ""
    tail: str = ""
    link: str = ""


@dataclass(frozen=True, slots=True)
class Listed:
    """A list that counts from its beginning."""

    rows: tuple[str, ...]
    mark: Mark
    keep: bool = False
    lines: int = 0


@dataclass(frozen=True, slots=True)
class Grid:
    """Cells of equal width, the first of a row only as wide as a number where it is ``narrow``; ``head`` makes the
    first row the heads of the columns."""

    rows: tuple[tuple[str, ...], ...]
    look: Literal["plain", "ruled", "cards"] = "plain"
    head: bool = False
    narrow: bool = False


@dataclass(frozen=True, slots=True)
class Image:
    """A JPEG or PNG and how wide it stands, in millimetres."""

    data: bytes
    alt: str
    width_mm: float
    keep: bool = False


@dataclass(frozen=True, slots=True)
class Start:
    """From here in so many columns, on a new page where it ``breaks``."""

    columns: int
    breaks: bool


Piece = Para | Listed | Grid | Image | Start


def flow(document: b.Document, pictures: Pictures) -> Iterator[Piece]:
    """The whole document in order."""
    writer = _Flow(pictures)
    yield from (Para(line, "heading", keep=True) for line in document.heading)
    yield Para(document.title, "title", keep=True)
    if document.fields:
        yield Para("    ".join(f"{label}: {BLANK}" for label in document.fields.labels))
    for section in document.sections:
        first, *rest = section.blocks
        heads = isinstance(first, b.Heading) and section.columns > 1
        # A heading stands above both columns.
        if heads:
            yield Start(1, section.breaks)
            yield from writer.block(first)
        yield Start(section.columns, section.breaks and not heads)
        for block in rest if heads else section.blocks:
            yield from writer.block(block)


class _Flow:
    def __init__(self, pictures: Pictures) -> None:
        self._pictures = pictures

    def block(self, block: Any) -> list[Piece]:
        return _BLOCKS[type(block)](self, block)

    def heading(self, block: b.Heading) -> list[Piece]:
        return [Para(block.text, "part" if block.level == 2 else "parted", keep=True)]

    def text(self, block: b.Text) -> list[Piece]:
        return [Para(block.text, "body" if block.role == "plain" else block.role)]

    def rows(self, block: b.Rows) -> list[Piece]:
        return [Listed(block.rows, block.mark, lines=block.lines)]

    def words(self, block: b.Words) -> list[Piece]:
        return [Grid(block.rows)]

    def cards(self, block: b.Cards) -> list[Piece]:
        return [Grid(block.rows, "cards")]

    def lines(self, block: b.Lines) -> list[Piece]:
        return [Para("", "line", keep=n < block.count - 1) for n in range(block.count)]

    def bank(self, block: b.Bank) -> list[Piece]:
        return [Para(" · ".join(block.words), "quiet", lead=f"{block.label}: ")]

    def choices(self, block: b.Choices) -> list[Piece]:
        if any(block.images):
            return self._with_pictures(block)
        lead = f"{BOX} " if block.several else ""
        return [Listed(tuple(lead + row for row in block.rows), "letter" if block.lettered else "box")]

    def _with_pictures(self, block: b.Choices) -> list[Piece]:
        made: list[Piece] = []
        for n, (row, name) in enumerate(zip(block.rows, block.images, strict=True)):
            lead = f"{BOX} {letter(n)}) " if block.several else f"{letter(n)}) "
            made += [Para(row, "body", lead=lead), *self._image(name, row, SMALL_MM)]
        return made

    def join(self, block: b.Join) -> list[Piece]:
        rows = []
        for n in range(max(len(block.left), len(block.right))):
            left = f"____ {n + 1}. {block.left[n]}" if n < len(block.left) else ""
            right = f"{letter(n)}) {block.right[n]}" if n < len(block.right) else ""
            rows.append((left, right))
        return [Grid(tuple(rows))]

    def numbering(self, block: b.Numbering) -> list[Piece]:
        return [Grid(tuple(("____", row) for row in block.rows), narrow=True)]

    def sorting(self, block: b.Sorting) -> list[Piece]:
        empty = ("",) * len(block.names)
        return [Grid((block.names, *(empty for _ in range(block.lines))), "ruled", head=True)]

    def picture(self, block: b.Picture) -> list[Piece]:
        return self._image(block.name, block.alt, PICTURE_MM)

    def _image(self, name: str, alt: str, width_mm: float) -> list[Piece]:
        data = self._pictures.get(name)
        return [Image(printable(data), alt, width_mm)] if data else []

    def moment(self, block: b.Moment) -> list[Piece]:
        if not block.link:
            return [Para(block.text, "quiet")]
        drawn = io.BytesIO()
        segno.make(block.link, error="m").save(drawn, kind="png", scale=6, border=1)
        return [Image(drawn.getvalue(), block.text, CODE_MM), Para(block.text, "quiet", link=block.link)]

    def keyed(self, block: b.Keyed) -> list[Piece]:
        key: list[Piece] = [Para("; ".join(block.key), "key", lead=f"{block.label}: ", keep=bool(block.why))]
        return key + ([Para(block.why, "quiet", lead=f"{block.why_label}: ")] if block.why else [])

    def question(self, block: b.Question) -> list[Piece]:
        """Everything of it held together."""
        number = f"{block.number}. " if block.number else ""
        asked = Para(block.asked, "question", lead=number, tail=f" ({block.worth})" if block.worth else "")
        pieces: list[Piece] = [asked, *(p for inside in block.inside for p in self.block(inside))]
        return [*_kept(pieces[:-1]), pieces[-1]]


def _kept(pieces: Sequence[Piece]) -> list[Piece]:
    return [replace(p, keep=True) if isinstance(p, Para | Listed | Image) else p for p in pieces]


_BLOCKS: dict[type, Callable[[_Flow, Any], list[Piece]]] = {
    b.Heading: _Flow.heading,
    b.Text: _Flow.text,
    b.Rows: _Flow.rows,
    b.Words: _Flow.words,
    b.Cards: _Flow.cards,
    b.Lines: _Flow.lines,
    b.Bank: _Flow.bank,
    b.Choices: _Flow.choices,
    b.Join: _Flow.join,
    b.Numbering: _Flow.numbering,
    b.Sorting: _Flow.sorting,
    b.Picture: _Flow.picture,
    b.Moment: _Flow.moment,
    b.Keyed: _Flow.keyed,
    b.Question: _Flow.question,
}
