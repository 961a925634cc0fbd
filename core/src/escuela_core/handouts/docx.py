"""A handout as a word processor's document (Office Open XML, ECMA-376): real styles, lists that count, tables."""

from __future__ import annotations

import io
from typing import Any

import docx as library
from docx.enum.section import WD_SECTION
from docx.enum.style import WD_STYLE_TYPE
from docx.enum.text import WD_BREAK
from docx.opc.constants import RELATIONSHIP_TYPE
from docx.oxml import OxmlElement, parse_xml
from docx.oxml.ns import nsdecls, qn
from docx.shared import Mm, Pt, RGBColor

from escuela_core.formats.formulas import omml
from escuela_core.formats.xml import legal
from escuela_core.handouts.blocks import Document
from escuela_core.handouts.flow import (
    BOX,
    MARGIN_MM,
    NARROW_MM,
    PAGE_MM,
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
    Style,
    flow,
)
from escuela_core.handouts.pictures import Pictures
from escuela_core.items.rich import runs

_MATH = 'xmlns:m="http://schemas.openxmlformats.org/officeDocument/2006/math"'
# Names that word processors know already, so that a teacher's own templates apply.
_NAMES: dict[Style, str] = {
    "title": "Title",
    "heading": "Subtitle",
    "part": "Heading 1",
    "parted": "Heading 2",
    "body": "Normal",
    "quiet": "Caption",
    "spoken": "Quote",
    "strong": "Strong Text",
    "question": "Question",
    "line": "Writing Line",
    "key": "Answer Key",
}
_MARKS: dict[Mark, tuple[str, str]] = {
    "bullet": ("bullet", "•"),
    "number": ("decimal", "%1."),
    "letter": ("lowerLetter", "%1)"),
    "box": ("bullet", BOX),
}
_RULE = '<w:{} w:val="single" w:sz="4" w:space="1" w:color="8A8573"/>'


def docx(document: Document, pictures: Pictures) -> bytes:
    """The file, in A4."""
    writer = _Writer(document)
    for piece in flow(document, pictures):
        writer.add(piece)
    made = io.BytesIO()
    writer.file.save(made)
    return made.getvalue()


class _Writer:
    def __init__(self, document: Document) -> None:
        self.file = library.Document()
        self._document = document
        self._columns = 1
        self._is_empty = True
        self._set_page(self.file.sections[0])
        self._set_styles()
        self._marks = {mark: self._numbering_of(mark, n) for n, mark in enumerate(_MARKS, start=80)}
        properties = self.file.core_properties
        properties.title, properties.language = document.title[:255], document.language
        properties.author = properties.comments = ""

    def _set_page(self, section: Any) -> None:
        section.page_width, section.page_height = map(Mm, PAGE_MM)
        section.left_margin = section.right_margin = section.top_margin = section.bottom_margin = Mm(MARGIN_MM)

    def _set_styles(self) -> None:
        size = 18 if self._document.large else 11
        styles = self.file.styles
        for style, name in _NAMES.items():
            if name not in styles:
                styles.add_style(name, WD_STYLE_TYPE.PARAGRAPH).base_style = styles["Normal"]
            font = styles[name].font
            font.name = SPOKEN if style == "spoken" else PLAIN
            # What older word processors look at for letters beyond Latin.
            fonts = styles[name].element.get_or_add_rPr().get_or_add_rFonts()
            for script in ("w:hAnsi", "w:cs", "w:eastAsia"):
                fonts.set(qn(script), font.name)
            font.color.rgb = RGBColor(0x1F, 0x2A, 0x37)
            font.italic, font.bold = False, style in {"title", "heading", "part", "parted", "strong"}
            font.size = Pt({"title": 1.6, "part": 1.25, "quiet": 0.9}.get(style, 1.0) * size)
            styles[name].paragraph_format.space_after = Pt(4)
        styles["Question"].paragraph_format.space_before = Pt(8)
        line = styles["Writing Line"]
        line.paragraph_format.space_after, line.paragraph_format.line_spacing = Pt(0), Pt(size * 2)
        line.element.get_or_add_pPr().append(
            parse_xml(f"<w:pBdr {nsdecls('w')}>{_RULE.format('bottom')}{_RULE.format('between')}</w:pBdr>")
        )
        language = OxmlElement("w:lang")
        language.set(qn("w:val"), self._document.language)
        language.set(qn("w:bidi"), self._document.language)
        styles["Normal"].element.get_or_add_rPr().append(language)

    def _numbering_of(self, mark: Mark, number: int) -> int:
        """The abstract numbering of a mark, from which each list counts anew."""
        form, text = _MARKS[mark]
        self.file.part.numbering_part.element.insert(
            0,
            parse_xml(
                f'<w:abstractNum {nsdecls("w")} w:abstractNumId="{number}"><w:multiLevelType w:val="singleLevel"/>'
                f'<w:lvl w:ilvl="0"><w:start w:val="1"/><w:numFmt w:val="{form}"/><w:lvlText w:val="{text}"/>'
                f'<w:lvlJc w:val="start"/><w:pPr><w:ind w:start="720" w:hanging="360"/></w:pPr></w:lvl></w:abstractNum>'
            ),
        )
        return number

    # Pieces

    def add(self, piece: Piece) -> None:
        match piece:
            case Para():
                self._para(piece)
            case Listed():
                self._list(piece)
            case Grid():
                self._grid(piece)
            case Image():
                self._image(piece)
            case Start():
                self._start(piece)
        self._is_empty = False

    def _paragraph(self, style: Style, *, keep: bool = False, into: Any = None) -> Any:
        made = (into or self.file).add_paragraph(style=_NAMES[style])
        self._directed(made)
        if keep:
            made.paragraph_format.keep_with_next = True
        return made

    def _directed(self, paragraph: Any) -> None:
        if self._document.direction == "rtl":
            paragraph._p.get_or_add_pPr().append(OxmlElement("w:bidi"))  # noqa: SLF001

    def _para(self, piece: Para) -> None:
        made = self._paragraph(piece.style, keep=piece.keep)
        if piece.lead:
            made.add_run(piece.lead).bold = piece.style in {"question", "key"}
        if piece.link:
            self._link(made, piece)
        else:
            self._rich(made, piece.text)
        if piece.tail:
            made.add_run(piece.tail)

    def _link(self, paragraph: Any, piece: Para) -> None:
        target = self.file.part.relate_to(piece.link, RELATIONSHIP_TYPE.HYPERLINK, is_external=True)
        link = OxmlElement("w:hyperlink")
        link.set(qn("r:id"), target)
        run = paragraph.add_run(piece.text)
        run.underline = True
        link.append(run._r)  # noqa: SLF001
        paragraph._p.append(link)  # noqa: SLF001

    def _rich(self, paragraph: Any, text: str) -> None:
        for run in runs(text):
            if run.style == "formula" and (math := omml(run.text)):
                paragraph._p.append(parse_xml(math.replace("<m:oMath>", f"<m:oMath {_MATH}>", 1)))  # noqa: SLF001
                continue
            words = "_" * max(8, len(run.text)) if run.style == "gap" else run.text
            made = paragraph.add_run(legal(words))
            made.bold = True if run.style == "strong" else None
            made.italic = True if run.style == "emphasis" else None
            if self._document.direction == "rtl":
                made.font.rtl = True

    def _list(self, piece: Listed) -> None:
        numbering = self.file.part.numbering_part.numbering_definitions._numbering  # noqa: SLF001
        number = numbering.add_num(self._marks[piece.mark])
        number.add_lvlOverride(0).add_startOverride(1)
        for n, row in enumerate(piece.rows):
            last = n == len(piece.rows) - 1
            made = self._paragraph("body", keep=piece.keep or not last or piece.lines > 0)
            properties = made._p.get_or_add_pPr().get_or_add_numPr()  # noqa: SLF001
            properties.get_or_add_ilvl().val = 0
            properties.get_or_add_numId().val = number.numId
            self._rich(made, row)
            for at in range(piece.lines):
                self._paragraph("line", keep=at < piece.lines - 1)

    def _grid(self, piece: Grid) -> None:
        columns = max(len(row) for row in piece.rows)
        table = self.file.add_table(rows=0, cols=columns)
        if piece.look != "plain":
            table.style = "Table Grid"
        if piece.narrow:
            table.autofit = False
        for n, row in enumerate(piece.rows):
            cells = table.add_row()
            unbroken = OxmlElement("w:cantSplit")
            cells._tr.get_or_add_trPr().append(unbroken)  # noqa: SLF001
            if piece.head and n == 0:
                cells._tr.get_or_add_trPr().append(OxmlElement("w:tblHeader"))  # noqa: SLF001
            if piece.look == "cards":
                cells.height = Mm(38)
            for cell, words in zip(cells.cells, row, strict=False):
                paragraph = cell.paragraphs[0]
                self._directed(paragraph)
                self._rich(paragraph, words)
        if piece.narrow:
            for column, wide_mm in zip(table.columns, (NARROW_MM, WIDE_MM), strict=True):
                column.width = Mm(wide_mm)
                for cell in column.cells:
                    cell.width = Mm(wide_mm)
        # Two tables that touch would be one.
        self._paragraph("body")

    def _image(self, piece: Image) -> None:
        made = self._paragraph("body", keep=piece.keep)
        shape = made.add_run().add_picture(io.BytesIO(piece.data), width=Mm(piece.width_mm))
        shape._inline.docPr.set("descr", piece.alt)  # noqa: SLF001

    def _start(self, piece: Start) -> None:
        if piece.columns != self._columns:
            section = self.file.add_section(WD_SECTION.NEW_PAGE if piece.breaks else WD_SECTION.CONTINUOUS)
            self._set_page(section)
            columns = section._sectPr.find(qn("w:cols"))  # noqa: SLF001
            if columns is None:
                columns = OxmlElement("w:cols")
                section._sectPr.append(columns)  # noqa: SLF001
            columns.set(qn("w:num"), str(piece.columns))
            self._columns = piece.columns
        elif piece.breaks and not self._is_empty:
            self.file.add_paragraph().add_run().add_break(WD_BREAK.PAGE)
