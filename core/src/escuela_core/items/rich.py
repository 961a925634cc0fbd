"""The little that a text of an item may hold beside words: ``$formula$``, ``**strong**``, ``*emphasis*``, and ``___``.

The pages read the same marks (``web/src/ui/rich.ts``).
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

from escuela_core.items.claim import GAP_MARK

Style = Literal["text", "formula", "strong", "emphasis", "gap"]
# A formula does not begin or end with a space, so that sums of money stay what they are ("from $5 to $9").
_MARKED = re.compile(
    r"\$(?=\S)(?P<formula>[^$\n]*[^\s$])\$(?!\d)|\*\*(?=\S)(?P<strong>[^*\n]*[^\s*])\*\*|"
    r"\*(?=\S)(?P<emphasis>[^*\n]*[^\s*])\*(?!\w)|(?P<gap>" + GAP_MARK + "_*)"
)


@dataclass(frozen=True, slots=True)
class Run:
    """``text`` as it is set; of a formula its TeX, of a gap its mark."""

    text: str
    style: Style = "text"


def runs(text: str) -> list[Run]:
    """``text`` cut where its style changes; never empty."""
    found: list[Run] = []
    start = 0
    for mark in _MARKED.finditer(text):
        if mark.start() > start:
            found.append(Run(text[start : mark.start()]))
        style, words = next((s, w) for s, w in mark.groupdict().items() if w is not None)
        found.append(Run(words, style))  # type: ignore[arg-type]  # the pattern names its groups after the styles
        start = mark.end()
    if start < len(text) or not found:
        found.append(Run(text[start:]))
    return found


def bare(text: str) -> str:
    """``text`` without its marks, formulas as their TeX."""
    return "".join(run.text for run in runs(text))
