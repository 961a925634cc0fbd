"""A handout as one HTML file that needs nothing else: to print, to read, to set as PDF, or to fill in on a screen."""

from __future__ import annotations

import base64
import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import lru_cache
from html import escape
from itertools import count
from pathlib import Path
from typing import Any

import segno

from escuela_core.formats.formulas import mathml, svg
from escuela_core.handouts import blocks as b
from escuela_core.handouts.pictures import Pictures, media_type, printable
from escuela_core.handouts.words import said
from escuela_core.items.paper import letter
from escuela_core.items.rich import runs

_HERE = Path(__file__).parent
_FAMILIES = {"atkinson-hyperlegible-next": "Atkinson Hyperlegible Next", "literata": "Literata"}
# As the makers of the fonts divide them.
_LATIN = "U+0000-00FF, U+0131, U+0152-0153, U+02BB-02BC, U+02C6, U+02DA, U+02DC, U+2000-206F, U+20AC, U+2122, U+2212"
_LATIN_EXT = "U+0100-02BA, U+02BD-02C5, U+02C7-02CC, U+1E00-1E9F, U+20A0-20AB, U+20AD-20C0, U+2C60-2C7F, U+A720-A7FF"
_EXTENDED = re.compile("[\u0100-\u02ba\u02bd-\u02c5\u02c7-\u02cc\u1e00-\u1e9f\u20a0-\u20ab\u20ad-\u20c0\u2c60-\u2c7f]")


@dataclass(frozen=True, slots=True)
class _Face:
    """A cut of a font, as its makers divide it: Latin letters, and those beyond."""

    family: str
    extended: bool
    weight: str
    style: str
    data: str

    def is_needed(self, page: str) -> bool:
        """Whether anything on the page is set in it; what is not is not carried along."""
        spoken = 'class="spoken"' in page or 'class="cards"' in page
        return (
            (self.family == "Atkinson Hyperlegible Next" or spoken)
            and (not self.extended or bool(_EXTENDED.search(page)))
            and (self.style == "normal" or "<em>" in page)
        )

    @property
    def css(self) -> str:
        return (
            f'@font-face {{ font-family: "{self.family}"; font-weight: {self.weight}; font-style: {self.style}; '
            f'src: url("data:font/woff2;base64,{self.data}") format("woff2"); '
            f"unicode-range: {_LATIN_EXT if self.extended else _LATIN}; }}"
        )


@lru_cache(maxsize=1)
def _faces() -> list[_Face]:
    made = []
    for file in sorted((_HERE / "fonts").glob("*.woff2")):
        family, _, rest = file.stem.partition("-latin-")
        weight, style = rest.removeprefix("ext-").split("-")
        data = base64.b64encode(file.read_bytes()).decode()
        made.append(_Face(_FAMILIES[family], rest.startswith("ext-"), weight, style, data))
    return made


def html(document: b.Document, pictures: Pictures, *, fill: bool = False, drawn: bool = False) -> str:
    """The whole file. ``pictures`` are WebP files by name; with ``fill`` what is to be answered are fields of a form;
    with ``drawn`` formulas are pictures, for setters that know no MathML."""
    return _Writer(document, pictures, fill=fill, drawn=drawn).whole(document)


class _Writer:
    def __init__(self, document: b.Document, pictures: Pictures, *, fill: bool, drawn: bool) -> None:
        self._pictures, self._fill, self._drawn, self._language = pictures, fill, drawn, document.language
        self._formula_px = document.formula_px
        self._fields_so_far = count(1)

    def whole(self, document: b.Document) -> str:
        classes = ' class="large"' if document.large else ""
        heading = "".join(f'<p class="heading">{escape(line)}</p>' for line in document.heading)
        names = self._names(document.fields) if document.fields else ""
        sections = "".join(self._section(s) for s in document.sections)
        main = f"<main>{heading}<h1>{escape(document.title)}</h1>{names}{sections}</main>"
        if self._fill:
            button = f'<button type="button" onclick="print()">{escape(said("print", self._language))}</button>'
            main = f'<form>{main}<p class="unprinted">{button}</p></form>'
        fonts = "\n".join(face.css for face in _faces() if face.is_needed(main))
        return (
            f'<!doctype html>\n<html lang="{escape(document.language)}" dir="{document.direction}"{classes}>'
            '<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">'
            f"<title>{escape(document.title)}</title><style>{fonts}\n"
            f"{_styles(screen=not self._drawn)}</style></head><body>{main}</body></html>\n"
        )

    # Words

    def rich(self, text: str) -> str:
        return "".join(self._run(run.text, run.style) for run in runs(text)).replace("\n", "<br>")

    def _run(self, text: str, style: str) -> str:
        match style:
            case "formula":
                return self._formula(text)
            case "strong":
                return f"<strong>{escape(text)}</strong>"
            case "emphasis":
                return f"<em>{escape(text)}</em>"
            case "gap":
                return (
                    self._field(len(text)) if self._fill else f'<span class="gap" style="min-width:{_em(text)}"></span>'
                )
        return escape(text)

    def _formula(self, tex: str) -> str:
        if not self._drawn:
            return mathml(tex) or f"<code>{escape(tex)}</code>"
        drawing = svg(tex, self._formula_px)
        if drawing is None:
            return f"<code>{escape(tex)}</code>"
        data = base64.b64encode(drawing.encode()).decode()
        return f'<img class="formula" alt="{escape(tex)}" src="data:image/svg+xml;base64,{data}">'

    def _field(self, letters: int = 8) -> str:
        name = next(self._fields_so_far)
        wide = f"{max(5, letters * 0.75):g}em"
        return f'<input type="text" class="gap-field" style="width:{wide}" {self._named(name)}>'

    def _named(self, number: int) -> str:
        return f'name="f{number}" aria-label="{escape(said("field", self._language, number=number))}"'

    def _to_write(self, lines: int) -> str:
        if lines == 0:
            return ""
        if self._fill:
            name = next(self._fields_so_far)
            return f'<textarea rows="{lines}" {self._named(name)}></textarea>'
        return '<div class="lines" role="presentation">' + "<span></span>" * lines + "</div>"

    # Blocks

    def _names(self, fields: b.Fields) -> str:
        lines = [
            f"<label>{escape(label)} {self._field(16)}</label>"
            if self._fill
            else f"<span>{escape(label)} <i></i></span>"
            for label in fields.labels
        ]
        return f'<div class="fields">{"".join(lines)}</div>'

    def _section(self, section: b.Section) -> str:
        classes = " ".join(name for name, so in (("two", section.columns == 2), ("new", section.breaks)) if so)
        first, rest = section.blocks[:1], section.blocks[1:]
        if isinstance(first[0], b.Heading) and section.columns == 2:
            # A heading stands above both columns.
            inner = f'{self.block(first[0])}<div class="two">{"".join(map(self.block, rest))}</div>'
            return f'<section class="{"new" if section.breaks else ""}">{inner}</section>'
        return f'<section class="{classes}">{"".join(map(self.block, section.blocks))}</section>'

    def block(self, block: Any) -> str:
        return _BLOCKS[type(block)](self, block)

    def heading(self, block: b.Heading) -> str:
        return f"<h{block.level}>{escape(block.text)}</h{block.level}>"

    def text(self, block: b.Text) -> str:
        words = self.rich(block.text)
        return f"<p><b>{words}</b></p>" if block.role == "strong" else f'<p class="{block.role}">{words}</p>'

    def rows(self, block: b.Rows) -> str:
        tag = "ol" if block.mark == "number" else "ul"
        return _list(tag, (self.rich(row) + self._to_write(block.lines) for row in block.rows))

    def words(self, block: b.Words) -> str:
        rows = (f"<div><dt>{self.rich(term)}</dt><dd>{self.rich(meaning)}</dd></div>" for term, meaning in block.rows)
        return f"<dl>{''.join(rows)}</dl>"

    def cards(self, block: b.Cards) -> str:
        rows = (f"<div><b>{self.rich(term)}</b><span>{self.rich(meaning)}</span></div>" for term, meaning in block.rows)
        return f'<div class="cards">{"".join(rows)}</div>'

    def lines(self, block: b.Lines) -> str:
        return self._to_write(block.count)

    def bank(self, block: b.Bank) -> str:
        words = "".join(f"<span>{self.rich(word)}</span>" for word in block.words)
        return f'<p class="bank"><b>{escape(block.label)}</b> {words}</p>'

    def choices(self, block: b.Choices) -> str:
        name = next(self._fields_so_far)
        kind = "checkbox" if block.several else "radio"
        rows = []
        for n, row in enumerate(block.rows):
            label = f'<span class="letter">{letter(n)})</span> ' if block.lettered else ""
            shown = self._small(block.images[n], row) if block.images and block.images[n] else ""
            if self._fill:
                mark = f'<input type="{kind}" name="f{name}" value="{n}">'
                rows.append(f'<label><span class="mark">{mark}</span>{label}{shown}{self.rich(row)}</label>')
            else:
                mark = '<span class="mark box"></span>' if block.several or not block.lettered else ""
                rows.append(f"{mark}{label}{shown}{self.rich(row)}")
        one = block.lettered and not block.several and not self._fill
        return _list("ul", rows, "plain one" if one else "plain")

    def join(self, block: b.Join) -> str:
        letters = [letter(n) for n in range(len(block.right))]
        options = "<option></option>" + "".join(f"<option>{x}</option>" for x in letters)
        rows = []
        for n in range(max(len(block.left), len(block.right))):
            left = right = ""
            if n < len(block.left):
                name = next(self._fields_so_far)
                place = (
                    f"<select {self._named(name)}>{options}</select>"
                    if self._fill
                    else '<span class="box wide"></span>'
                )
                left = f"{place} {n + 1}. {self.rich(block.left[n])}"
            if n < len(block.right):
                right = f"{letter(n)}) {self.rich(block.right[n])}"
            rows.append(f"<tr><td>{left}</td><td>{right}</td></tr>")
        return f'<table role="presentation">{"".join(rows)}</table>'

    def numbering(self, block: b.Numbering) -> str:
        rows = []
        for row in block.rows:
            place = self._field(1) if self._fill else '<span class="box wide"></span>'
            rows.append(f'<span class="mark">{place}</span>{self.rich(row)}')
        return _list("ul", rows, "plain boxed" + (" fields-before" if self._fill else ""))

    def sorting(self, block: b.Sorting) -> str:
        heads = "".join(f'<th scope="col">{self.rich(name)}</th>' for name in block.names)
        rooms = (self._to_write(block.lines) or "&nbsp;" for _ in block.names)
        return (
            f'<table class="sorting"><thead><tr>{heads}</tr></thead>'
            f"<tbody><tr>{''.join(f'<td>{room}</td>' for room in rooms)}</tr></tbody></table>"
        )

    def picture(self, block: b.Picture) -> str:
        return self._image(block.name, block.alt, "picture")

    def _small(self, name: str, alt: str) -> str:
        return self._image(name, alt, "small")

    def _image(self, name: str, alt: str, look: str) -> str:
        data = self._pictures.get(name)
        if data is None:
            return ""
        shown = printable(data) if self._drawn else data
        source = f"data:{media_type(shown)};base64,{base64.b64encode(shown).decode()}"
        return f'<img class="{look}" alt="{escape(alt)}" src="{source}">'

    def moment(self, block: b.Moment) -> str:
        drawing = segno.make(block.link, error="m").svg_inline(border=0, omitsize=True) if block.link else ""
        words = f'<a href="{escape(block.link)}">{escape(block.text)}</a>' if block.link else escape(block.text)
        return f'<div class="moment">{drawing}<span>{words}</span></div>'

    def keyed(self, block: b.Keyed) -> str:
        key = f"<p><b>{escape(block.label)}</b>{self.rich('; '.join(block.key))}</p>"
        why = f'<p class="quiet">{escape(block.why_label)}: {self.rich(block.why)}</p>' if block.why else ""
        return f'<div class="keyed">{key}{why}</div>'

    def question(self, block: b.Question) -> str:
        number = f'<span class="number">{escape(block.number)}.</span>' if block.number else ""
        worth = f'<span class="worth">({escape(block.worth)})</span>' if block.worth else ""
        inside = "".join(map(self.block, block.inside))
        return f'<div class="question">{number}<p class="asked">{self.rich(block.asked)}{worth}</p>{inside}</div>'


def _list(tag: str, rows: Iterable[str], look: str = "") -> str:
    classes = f' class="{look}"' if look else ""
    return f"<{tag}{classes}>{''.join(f'<li>{row}</li>' for row in rows)}</{tag}>"


def _em(gap: str) -> str:
    return f"{max(3.0, len(gap) * 0.62):g}em"


@lru_cache(maxsize=2)
def _styles(*, screen: bool) -> str:
    files = ["page.css", "screen.css"] if screen else ["page.css"]
    return "".join((_HERE / name).read_text("utf-8") for name in files)


_BLOCKS: dict[type, Callable[[_Writer, Any], str]] = {
    b.Heading: _Writer.heading,
    b.Text: _Writer.text,
    b.Rows: _Writer.rows,
    b.Words: _Writer.words,
    b.Cards: _Writer.cards,
    b.Lines: _Writer.lines,
    b.Bank: _Writer.bank,
    b.Choices: _Writer.choices,
    b.Join: _Writer.join,
    b.Numbering: _Writer.numbering,
    b.Sorting: _Writer.sorting,
    b.Picture: _Writer.picture,
    b.Moment: _Writer.moment,
    b.Keyed: _Writer.keyed,
    b.Question: _Writer.question,
}
