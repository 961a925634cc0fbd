"""What was read of one item, and all that was read of a text."""

from __future__ import annotations

import re
from dataclasses import dataclass, field

from escuela_core.items import Item
from escuela_core.writing.pasting.lines import Line, kind_named
from escuela_core.writing.pasting.times import Place, place_in


@dataclass
class Option:
    line: int
    text: str
    mark: str
    right: bool
    bold: bool
    feedback: str = ""


@dataclass
class Block:
    """What was read of one item; ``key`` as it stands there, ``lines`` which line became which part of it."""

    number: str = ""
    kind: str = ""
    prompt: list[str] = field(default_factory=list)
    options: list[Option] = field(default_factory=list)
    key: list[tuple[int, str]] = field(default_factory=list)
    explanation: list[str] = field(default_factory=list)
    criteria: list[str] = field(default_factory=list)
    pairs: list[tuple[str, str]] = field(default_factory=list)
    place: Place | None = None
    marks: float = 1.0
    depth: str = ""
    goal: str = ""
    lines: dict[int, str] = field(default_factory=dict)
    # Already whole, as our own item list has it.
    item: Item | None = None

    @property
    def is_empty(self) -> bool:
        return not (self.prompt or self.options or self.key or self.pairs)

    @property
    def is_answered(self) -> bool:
        return bool(self.key or self.explanation or self.pairs or self.criteria)

    def go_on(self, part: str, line: Line) -> None:
        """Takes ``line`` for more of ``part``."""
        if part == "option":
            self.options[-1].text += f" {line.text}"
        elif part == "key":
            if self.key:
                number, value = self.key[-1]
                self.key[-1] = (number, f"{value} {line.text}")
            else:
                self.key.append((line.number, line.text))
        elif part == "criteria":
            self.criteria.append(line.text)
        else:
            self.explanation.append(line.text)
        self.lines[line.number] = part

    def take_inline(self, line: Line) -> None:
        """Options that stand in one line, parted by marks or letters."""
        parts = re.split(r"\s*[;|]\s*|\s*,\s*(?=[A-Ha-h][.)])", line.text) if line.text else []
        for part in parts:
            lettered = re.match(r"^[\[(]?([A-Ha-h])[).:\]]\s*(.+)$", part)
            text, mark = (lettered[2], lettered[1].lower()) if lettered else (part, "-")
            self.options.append(Option(line.number, text, mark, False, False))


@dataclass
class Reading:
    """All blocks, and the lines that became no part of one."""

    blocks: list[Block] = field(default_factory=list)
    loose: list[int] = field(default_factory=list)


def set_plain(block: Block, role: str, text: str) -> bool:
    """Sets what is one value of a block; whether ``text`` was one."""
    number = re.search(r"\d+(?:[.,]\d+)?", text)
    match role:
        case "time":
            block.place = place_in(text)
            return block.place is not None
        case "kind":
            block.kind = kind_named(text) or block.kind
        case "marks":
            block.marks = float(number.group().replace(",", ".")) if number else block.marks
        case "depth":
            block.depth = text.lower()
        case "goal":
            block.goal = text
    return True
