"""Names: one in the claim's answer that is not said here clashes where another name stands instead, and so does a name
that is said here in part, beside another: "Berta Reyes" where the talk says "Marta Reyes"."""

from __future__ import annotations

import re

from escuela_core.checking.comparing.comparison import SILENT, Comparison
from escuela_core.checking.comparing.passage import Passage
from escuela_core.items.claim import Claim
from escuela_core.language.terms import names

_TWO_CAPITALS = re.compile(r"(?=\b([A-Z][\w'’-]+) ([A-Z][\w'’-]+))")


def compare(claim: Claim, passage: Passage) -> Comparison:
    mine = names(claim.text) - {"true", "false"}
    if not mine:
        return SILENT
    here = " ".join([passage.best, *passage.around]).lower()
    missing = sorted(n for n in mine if n not in here)
    if not missing:
        return Comparison("same", sorted(mine)[0])
    halved = _beside_another(missing, claim.text, passage.best)
    if halved:
        return Comparison("clashing", *halved)
    others = sorted(names(passage.best) - {n for n in names(claim.text) if n in passage.best.lower()})
    if others and missing[0] in claim.answer.lower():
        return Comparison("clashing", missing[0].title(), others[0].title())
    return Comparison("missing", missing[0].title())


def _beside_another(missing: list[str], claimed: str, said: str) -> tuple[str, str] | None:
    """A two-word name of the claim of which only one word is said, and the name it is said in."""
    theirs = _pairs(said)
    for first, last in _pairs(claimed):
        for other in theirs:
            half = first.lower() in missing and last == other[1] and first != other[0]
            if half or (last.lower() in missing and first == other[0] and last != other[1]):
                return f"{first} {last}", " ".join(other)
    return None


def _pairs(text: str) -> list[tuple[str, str]]:
    """Two capitalised words beside each other."""
    return _TWO_CAPITALS.findall(text)
