"""The walk over the lines of a pasted text: which item is open, and what stands ahead of the next."""

from __future__ import annotations

import re
from bisect import bisect_right
from collections.abc import Iterator, Sequence
from itertools import islice, takewhile

from escuela_core.writing.pasting.block import Block, Reading
from escuela_core.writing.pasting.lines import PAIRED, Line, as_pair, kind_named
from escuela_core.writing.pasting.times import Place, taken_out

# Far more than any item has options, pairs or steps.
MOST_PARTS = 60
_MARKS = re.compile(
    r"\s*[\[(]\s*(\d{1,2}(?:[.,]\d)?)\s*(?:points?|pts?|marks?|puntos?|ptos?)\.?\s*[\])]", re.IGNORECASE
)


class Walk:
    """What has been read so far; ``part`` is what a line without a sign of its own goes on with."""

    def __init__(self, lines: Sequence[Line]) -> None:
        self.lines = lines
        self.numbers = [line.number for line in lines]
        self.reading = Reading()
        self.block: Block | None = None
        self.part = ""
        self.kind = ""
        self.ahead: Place | None = None
        self.ahead_lines: list[int] = []
        self.in_keys = False
        self.gap_before = True
        self.listing = 0
        self.titled = False
        worded = any(line.sort == "question" and line.word for line in lines)
        first = next((line for line in lines if line.sort == "question"), None)
        self.worded = worded
        self.style = (first.end, first.indent) if first else ("", 0)

    def after(self, line: Line) -> Line | None:
        """The next line that is not blank."""
        return next((o for o in self._from(line) if o.sort != "blank"), None)

    def group_from(self, line: Line) -> list[Line]:
        """The plain lines from ``line`` on with nothing between them, as many as could be the parts of one item."""
        return [line, *takewhile(lambda o: o.sort == "plain", islice(self._from(line), MOST_PARTS))]

    def _from(self, line: Line) -> Iterator[Line]:
        """The lines after ``line``."""
        return islice(self.lines, bisect_right(self.numbers, line.number), None)

    def add_pair(self, block: Block, line: Line, pair: tuple[str, str]) -> None:
        block.pairs.append(pair)
        block.lines[line.number] = "pair"
        self.part = ""

    def pair_in(self, block: Block, text: str) -> tuple[str, str] | None:
        """The two things that ``text`` joins, where the kind in force asks for such, or the question for groups."""
        kind, prompt = self.kind_in_force(), " ".join(block.prompt)
        if not kind and not prompt.endswith("?") and kind_named(prompt) == "groups":
            kind = "groups"
        return as_pair(text, kind) if kind in PAIRED else None

    def open(self, number: str) -> None:
        """A new item, at the place that stood ahead of it."""
        ahead, ahead_lines = self.ahead, self.ahead_lines
        self.ahead, self.ahead_lines = None, []
        self.close()
        self.in_keys = False
        self.block = Block(number=number, place=ahead, lines=dict.fromkeys(ahead_lines, "time"))

    def ask(self, number: int, text: str) -> None:
        """Takes ``text`` of line ``number`` into the question, its time and marks out of it."""
        assert self.block
        text, place = taken_out(text, leading=not self.block.prompt)
        self.block.place = place or self.block.place
        marks = _MARKS.search(text)
        if marks:
            self.block.marks = float(marks[1].replace(",", "."))
            text = _MARKS.sub("", text)
        if text.strip():
            self.block.prompt.append(text.strip())
        self.block.lines[number] = "prompt"
        self.part = "prompt" if not self.block.options else ""

    def close_if_done(self) -> None:
        if self.block is not None and (self.block.is_answered or self.block.options):
            self.close()

    def close(self) -> None:
        """The open item is done; what stood ahead of none is left."""
        if self.block is not None:
            self.block.kind = self.kind_in_force()
            if self.block.is_empty:
                self.reading.loose += self.block.lines
            else:
                self.reading.blocks.append(self.block)
        self.block, self.part = None, ""
        if self.ahead:
            self.reading.loose += self.ahead_lines
            self.ahead, self.ahead_lines = None, []

    def kind_in_force(self) -> str:
        """The kind of the open item, or that of the part of the text it stands in."""
        return (self.block.kind if self.block else "") or self.kind

    def leave(self, line: Line) -> None:
        """``line`` is no part of an item."""
        self.reading.loose.append(line.number)
        self.part = ""
