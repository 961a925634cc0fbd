"""A list of keys below the items: "1-B, 2-C", "1. B", "3: True", "4. because of the wind"."""

from __future__ import annotations

import re
from collections.abc import Sequence

from escuela_core.writing.pasting.block import Block
from escuela_core.writing.pasting.lines import Line

_KEY_AT = re.compile(
    r"(?:(?<=^)|(?<=[\s,;|]))(?P<number>\d{1,3})\s*[.):\-–—=→]*\s*(?P<value>[A-Ha-h](?:\s*(?:,|&|\+|and|y|e)\s*[A-Ha-h])*(?![\w'])"
    r"|true|false|verdadero|falso|[TFV](?!\w))",
    re.IGNORECASE,
)
_KEY_LINE = re.compile(r"^\D{0,12}?(?P<number>\d{1,3})\s*[.):\-–—=→]*\s*(?P<value>\S.*)$")


def give_keys(blocks: Sequence[Block], line: Line) -> bool:
    """Gives the keys that stand in ``line`` to the blocks they are for; whether it held any."""
    text = f"{line.mark}. {line.text}" if line.sort == "question" else line.text
    entries = [(m["number"], m["value"]) for m in _KEY_AT.finditer(text)]
    if len(entries) < 2:
        single = _KEY_LINE.match(text)
        if line.sort not in ("question", "plain", "option", "label") or not single:
            return False
        entries = [(single["number"], single["value"])]
    given = [_give_key(blocks, number, value, line.number) for number, value in entries]
    return any(given)


def _give_key(blocks: Sequence[Block], number: str, value: str, line: int) -> bool:
    """To the first block of that number that has no key yet; blocks without numbers are counted."""
    waiting = [b for b in blocks if not b.key and not any(o.right for o in b.options)]
    at = int(number) - 1
    numbered = [b for b in waiting if b.number == str(int(number))]
    counted = [b for b in blocks[max(0, at) : at + 1] if b in waiting and not b.number]
    block = next(iter(numbered or counted), None)
    if block is None:
        return False
    block.key.append((line, value))
    block.lines[line] = "key"
    return True
