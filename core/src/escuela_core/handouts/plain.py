"""A handout as plain text, and as Markdown (CommonMark)."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from typing import Any

from escuela_core.handouts import blocks as b
from escuela_core.handouts.pictures import Pictures
from escuela_core.items.paper import letter
from escuela_core.items.rich import runs

_LINE = "_" * 60
# What CommonMark would read as more than words.
_MARKS = re.compile(r"([\\`*_\[\]<>#|~])")


def text(document: b.Document, _pictures: Pictures) -> str:
    return _Writer(marked=False).whole(document)


def markdown(document: b.Document, _pictures: Pictures) -> str:
    return _Writer(marked=True).whole(document)


class _Writer:
    def __init__(self, *, marked: bool) -> None:
        self._marked = marked

    def whole(self, document: b.Document) -> str:
        parts = [self._escaped(line) for line in document.heading]
        parts.append(self.heading(b.Heading(document.title, 1)))
        if document.fields:
            parts.append("    ".join(f"{self._escaped(label)}: {self._blank(24)}" for label in document.fields.labels))
        parts += [self.block(block) for section in document.sections for block in section.blocks]
        return "\n\n".join(part for part in parts if part) + "\n"

    def _escaped(self, words: str) -> str:
        return _MARKS.sub(r"\\\1", words) if self._marked else words

    def _blank(self, letters: int) -> str:
        return ("\\_" if self._marked else "_") * letters

    def rich(self, words: str) -> str:
        made = []
        for run in runs(words):
            match run.style:
                case "gap":
                    made.append(self._blank(max(8, len(run.text))))
                case "formula":
                    made.append(f"${run.text}$" if self._marked else run.text)
                case "strong" if self._marked:
                    made.append(f"**{self._escaped(run.text)}**")
                case "emphasis" if self._marked:
                    made.append(f"*{self._escaped(run.text)}*")
                case _:
                    made.append(self._escaped(run.text))
        return "".join(made)

    def block(self, block: Any) -> str:
        return _BLOCKS[type(block)](self, block)

    def heading(self, block: b.Heading) -> str:
        if self._marked:
            return f"{'#' * block.level} {self._escaped(block.text)}"
        return f"{block.text}\n{('=' if block.level == 1 else '-') * min(60, len(block.text))}"

    def text(self, block: b.Text) -> str:
        words = self.rich(block.text)
        return f"**{words}**" if block.role == "strong" and self._marked else words

    def rows(self, block: b.Rows) -> str:
        room = "\n\n" + self._lines(block.lines) + "\n" if block.lines else ""
        marks = [f"{n}." if block.mark == "number" else "-" for n in range(1, len(block.rows) + 1)]
        return "\n".join(f"{mark} {self.rich(row)}{room}" for mark, row in zip(marks, block.rows, strict=True))

    def _lines(self, count: int) -> str:
        return "\n\n".join(self._blank(len(_LINE)) for _ in range(count))

    def words(self, block: b.Words) -> str:
        strong = "**" if self._marked else ""
        return "\n".join(
            f"- {strong}{self.rich(term)}{strong}{': ' if meaning else ''}{self.rich(meaning)}"
            for term, meaning in block.rows
        )

    def lines(self, block: b.Lines) -> str:
        return self._lines(block.count)

    def bank(self, block: b.Bank) -> str:
        return f"{self._escaped(block.label)}: {' · '.join(map(self.rich, block.words))}"

    def choices(self, block: b.Choices) -> str:
        box = "\\[ \\] " if self._marked else "[ ] "
        rows = []
        for n, row in enumerate(block.rows):
            mark = box if block.several or not block.lettered else ""
            rows.append(f"- {mark}{f'{letter(n)}) ' if block.lettered else ''}{self.rich(row)}")
        return "\n".join(rows)

    def join(self, block: b.Join) -> str:
        left = [f"- {self._blank(3)} {n}. {self.rich(x)}" for n, x in enumerate(block.left, 1)]
        right = [f"- {letter(n)}) {self.rich(x)}" for n, x in enumerate(block.right)]
        return "\n".join(left) + "\n\n" + "\n".join(right)

    def numbering(self, block: b.Numbering) -> str:
        return "\n".join(f"- {self._blank(3)} {self.rich(row)}" for row in block.rows)

    def sorting(self, block: b.Sorting) -> str:
        return "\n\n".join(f"{self.rich(name)}: {self._blank(40)}" for name in block.names)

    def picture(self, block: b.Picture) -> str:
        return f"[{self._escaped(block.alt)}]"

    def moment(self, block: b.Moment) -> str:
        if not block.link:
            return self._escaped(block.text)
        return f"[{self._escaped(block.text)}]({block.link})" if self._marked else f"{block.text} ({block.link})"

    def keyed(self, block: b.Keyed) -> str:
        key = f"{self._escaped(block.label)}: {self.rich('; '.join(block.key))}"
        return f"{key}\n\n{self._escaped(block.why_label)}: {self.rich(block.why)}" if block.why else key

    def question(self, block: b.Question) -> str:
        number = f"{block.number}) " if block.number else ""
        worth = f" ({self._escaped(block.worth)})" if block.worth else ""
        return "\n\n".join([f"{number}{self.rich(block.asked)}{worth}", *self._inside(block.inside)])

    def _inside(self, inside: Sequence[b.Inside]) -> list[str]:
        return [made for made in map(self.block, inside) if made]


_BLOCKS: dict[type, Callable[[_Writer, Any], str]] = {
    b.Heading: _Writer.heading,
    b.Text: _Writer.text,
    b.Rows: _Writer.rows,
    b.Words: _Writer.words,
    b.Cards: _Writer.words,
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
