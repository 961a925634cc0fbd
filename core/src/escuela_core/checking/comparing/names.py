"""Names: one in the claim's answer that is not said here clashes where another name stands instead."""

from __future__ import annotations

from escuela_core.checking.claims import Claim
from escuela_core.checking.comparing.comparison import SILENT, Comparison
from escuela_core.checking.comparing.passage import Passage
from escuela_core.language.terms import names


def compare(claim: Claim, passage: Passage) -> Comparison:
    mine = names(claim.text) - {"true", "false"}
    if not mine:
        return SILENT
    here = " ".join([passage.best, *passage.around]).lower()
    missing = sorted(n for n in mine if n not in here)
    if not missing:
        return Comparison("same", sorted(mine)[0])
    others = sorted(names(passage.best) - {n for n in names(claim.text) if n in passage.best.lower()})
    if others and missing[0] in claim.answer.lower():
        return Comparison("clashing", missing[0].title(), others[0].title())
    return Comparison("missing", missing[0].title())
