"""A handout as a text of OpenDocument (ISO/IEC 26300): real styles, lists that count, tables."""

from __future__ import annotations

import io
from itertools import count
from typing import Any

from odfdo import Cell as CellElement
from odfdo import Column, Element, Frame, Link, List, ListItem, Paragraph, Row, Section, Span, Style, Table
from odfdo import Document as File
from odfdo import Header as HeaderElement
from PIL import Image as Raster

from escuela_core.formats.formulas import svg
from escuela_core.formats.xml import legal
from escuela_core.handouts.blocks import Document
from escuela_core.handouts.flow import (
    BOX,
    NARROW_MM,
    PLAIN,
    SPOKEN,
    WIDE_MM,
    Grid,
    Image,
    Listed,
    Mark,
    Para,
    Piece,
    Start,
    flow,
)
from escuela_core.handouts.flow import Style as StyleName
from escuela_core.handouts.pictures import Pictures, media_type
from escuela_core.items.rich import runs

_NAMES: dict[StyleName, str] = {
    "title": "Title",
    "heading": "Subtitle",
    "part": "Heading_20_1",
    "parted": "Heading_20_2",
    "body": "Text_20_body",
    "quiet": "Caption",
    "spoken": "Quotations",
    "strong": "Strong_20_Text",
    "question": "Question",
    "line": "Writing_20_Line",
    "key": "Answer_20_Key",
}
# With their levels in the outline; always held with what follows.
_HEADS: dict[StyleName, int] = {"title": 1, "part": 2, "parted": 3}
_MARKS: dict[Mark, str] = {
    "bullet": '<text:list-level-style-bullet text:level="1" text:bullet-char="•">',
    "number": '<text:list-level-style-number text:level="1" style:num-format="1" style:num-suffix=".">',
    "letter": '<text:list-level-style-number text:level="1" style:num-format="a" style:num-suffix=")">',
    "box": f'<text:list-level-style-bullet text:level="1" text:bullet-char="{BOX}">',
}
_INDENT = (
    '<style:list-level-properties text:list-level-position-and-space-mode="label-alignment">'
    '<style:list-level-label-alignment text:label-followed-by="listtab" fo:text-indent="-0.6cm" '
    'fo:margin-left="1.2cm"/>'
    "</style:list-level-properties>"
)


def odt(document: Document, pictures: Pictures) -> bytes:
    """The file."""
    writer = _Writer(document)
    for piece in flow(document, pictures):
        writer.add(piece)
    made = io.BytesIO()
    writer.file.save(made)
    return made.getvalue()


class _Writer:
    def __init__(self, document: Document) -> None:
        self.file: Any = File("text")
        self._document = document
        self._numbers = count(1)
        self.file.body.clear()
        self._into: Any = self.file.body
        self._breaks = False
        self._set_styles()
        meta = self.file.meta
        meta.title, meta.language, meta.creator = document.title, document.language, ""

    def _set_styles(self) -> None:
        size = 18 if self._document.large else 11
        for style, name in _NAMES.items():
            self._style(name, style, size, keep=style in _HEADS)
            if style not in _HEADS:
                self._style(f"{name}_20_kept", style, size, keep=True)
        for text_style, properties in (
            ("Strong", {"fo:font-weight": "bold"}),
            ("Emphasis", {"fo:font-style": "italic"}),
        ):
            made = Style("text", name=text_style)
            made.set_properties(properties, area="text")
            self.file.insert_style(made)
        for mark, level in _MARKS.items():
            tag = level.split(" ", 1)[0].removeprefix("<")
            xml = f'<text:list-style style:name="List_{mark}">{level}{_INDENT}</{tag}></text:list-style>'
            self.file.insert_style(Element.from_tag(xml))
        # Headings without numbers of their own.
        for outline in self.file.get_styles("outline"):
            for level in outline.children:
                for attribute in ("style:num-format", "style:num-suffix", "loext:num-list-format"):
                    level.set_attribute(attribute, "" if attribute == "style:num-format" else None)
        two = '<style:style style:name="Two_20_columns" style:family="section"><style:section-properties>'
        two += '<style:columns fo:column-count="2" fo:column-gap="0.9cm"/></style:section-properties></style:style>'
        self.file.insert_style(Element.from_tag(two), automatic=True)
        for name, wide_mm in (("Narrow", NARROW_MM), ("Wide", WIDE_MM)):
            column = Style("table-column", name=name)
            column.set_properties({"style:column-width": f"{wide_mm / 10}cm"}, area="table-column")
            self.file.insert_style(column, automatic=True)
        ruled = Style("table-cell", name="Ruled")
        ruled.set_properties({"fo:border": "0.5pt solid #8a8573", "fo:padding": "0.12cm"}, area="table-cell")
        self.file.insert_style(ruled, automatic=True)

    def _style(self, name: str, style: StyleName, size: float, *, keep: bool) -> None:
        made = Style("paragraph", name=name, display_name=name.replace("_20_", " "))
        made.set_properties(
            {
                "fo:font-size": f"{ {'title': 1.6, 'part': 1.25, 'quiet': 0.9}.get(style, 1.0) * size:g}pt",
                "fo:font-weight": "bold" if style in {"title", "heading", "part", "parted", "strong"} else "normal",
                "fo:font-family": SPOKEN if style == "spoken" else PLAIN,
                "fo:color": "#1f2a37",
                "fo:language": self._document.language.split("-")[0],
            },
            area="text",
        )
        layout = {
            "fo:margin-bottom": "0.15cm",
            "fo:margin-top": "0.3cm" if style in {"question", "part"} else "0cm",
            "style:writing-mode": "rl-tb" if self._document.direction == "rtl" else "lr-tb",
        }
        if style == "line":
            layout |= {
                "fo:border-bottom": "0.5pt solid #8a8573",
                "fo:padding-top": "0.6cm",
                "style:join-border": "false",
            }
        if keep:
            layout["fo:keep-with-next"] = "always"
        made.set_properties(layout, area="paragraph")
        self.file.insert_style(made)

    # Pieces

    def add(self, piece: Piece) -> None:
        match piece:
            case Para():
                self._append(self._para(piece))
            case Listed():
                self._list(piece)
            case Grid():
                self._grid(piece)
            case Image():
                self._append(self._image(piece))
            case Start():
                self._start(piece)

    def _append(self, element: Any) -> None:
        self._into.append(element)

    def _para(self, piece: Para) -> Any:
        name = _named(piece.style, keep=piece.keep)
        level = _HEADS.get(piece.style)
        made = HeaderElement(level, "", suppress_numbering=True) if level else Paragraph("")
        made.style = name
        if self._breaks:
            self._break_before(made, name)
        if piece.lead:
            made.append(Span(piece.lead, style="Strong") if piece.style in {"question", "key"} else Span(piece.lead))
        if piece.link:
            made.append(Link(piece.link, text=piece.text))
        else:
            self._rich(made, piece.text)
        if piece.tail:
            made.append(Span(piece.tail))
        return made

    def _break_before(self, paragraph: Any, parent: str) -> None:
        name = f"{parent}_20_new"
        style = Style("paragraph", name=name, parent_style=parent)
        style.set_properties({"fo:break-before": "page"}, area="paragraph")
        self.file.insert_style(style, automatic=True)
        paragraph.style = name
        self._breaks = False

    def _rich(self, paragraph: Any, text: str) -> None:
        for run in runs(text):
            if run.style == "formula" and (drawing := svg(run.text, self._document.formula_px)):
                paragraph.append(self._formula(drawing, run.text))
                continue
            words = "_" * max(8, len(run.text)) if run.style == "gap" else run.text
            look = {"strong": "Strong", "emphasis": "Emphasis"}.get(run.style)
            paragraph.append(Span(legal(words), style=look) if look else Span(legal(words)))

    def _formula(self, drawing: str, tex: str) -> Any:
        """A formula as a picture: one word processor reads the MathML of a fraction as another formula."""
        data = io.BytesIO(drawing.encode())
        data.name = f"formula{next(self._numbers)}.svg"
        wide, high = (float(drawing.split(f'{side}="', 1)[1].split('"', 1)[0]) for side in ("width", "height"))
        return self._frame(data, tex, *(f"{pixels * 2.54 / 96:.2f}cm" for pixels in (wide, high)))

    def _frame(self, data: io.BytesIO, alt: str, wide: str, high: str) -> Any:
        frame = Frame.image_frame(
            self.file.add_file(data), name=f"Picture{next(self._numbers)}", size=(wide, high), anchor_type="as-char"
        )
        frame.svg_title = alt
        frame.svg_description = alt
        return frame

    def _image(self, piece: Image) -> Any:
        with Raster.open(io.BytesIO(piece.data)) as picture:
            high_mm = piece.width_mm * picture.height / picture.width
        data = io.BytesIO(piece.data)
        data.name = f"picture{next(self._numbers)}.{media_type(piece.data).split('/')[1]}"
        made = Paragraph("", style=_named("body", keep=piece.keep))
        made.append(self._frame(data, piece.alt, f"{piece.width_mm / 10:.2f}cm", f"{high_mm / 10:.2f}cm"))
        return made

    def _list(self, piece: Listed) -> None:
        # A list of its own each time, so that it counts from its beginning.
        made = List(style=f"List_{piece.mark}")
        for n, row in enumerate(piece.rows):
            keep = piece.keep or n < len(piece.rows) - 1
            paragraph = Paragraph("", style=_named("body", keep=keep))
            self._rich(paragraph, row)
            item = ListItem()
            item.append(paragraph)
            for _ in range(piece.lines):
                item.append(Paragraph("", style=_NAMES["line"]))
            made.append(item)
        self._append(made)

    def _grid(self, piece: Grid) -> None:
        table = Table(f"Table{next(self._numbers)}")
        for at in range(max(len(row) for row in piece.rows)):
            table.append(Column(style=("Wide" if at else "Narrow") if piece.narrow else None))
        for n, row in enumerate(piece.rows):
            made = Row()
            for words in row:
                cell = CellElement(style="Ruled" if piece.look != "plain" else None)
                paragraph = Paragraph("", style=_NAMES["strong" if piece.head and n == 0 else "body"])
                self._rich(paragraph, words)
                cell.append(paragraph)
                made.append(cell)
            table.append(made)
        self._append(table)

    def _start(self, piece: Start) -> None:
        self._into = self.file.body
        self._breaks = self._breaks or piece.breaks
        if piece.columns > 1:
            section = Section(style="Two_20_columns", name=f"Columns{next(self._numbers)}")
            self.file.body.append(section)
            self._into = section


def _named(style: StyleName, *, keep: bool) -> str:
    return f"{_NAMES[style]}_20_kept" if keep and style not in _HEADS else _NAMES[style]
