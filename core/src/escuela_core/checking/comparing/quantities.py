"""Quantities: every one of the answer must be said; one that is not clashes with another of its measure said there."""

from __future__ import annotations

from collections.abc import Sequence

from escuela_core.checking.comparing.comparison import SILENT, Comparison
from escuela_core.checking.comparing.passage import Passage
from escuela_core.items.claim import Claim
from escuela_core.language.quantities import Quantity, quantities


def compare(claim: Claim, passage: Passage) -> Comparison:
    """The best sentence decides before its neighbours: the value of the fact next door is not this one's."""
    said, near = passage.quantities[0], [q for row in passage.quantities[1:] for q in row]
    given = quantities(claim.given, claim.language)
    agreed = None
    for mine in claim.answer_quantities:
        if any(matches(mine, other) for other in said):
            agreed = mine
            continue
        rival = _rival(mine, said, given)
        if rival is None and any(matches(mine, other) for other in near):
            agreed = mine
            continue
        rival = rival or _rival(mine, near, given)
        if rival is not None:
            return Comparison("clashing", mine.text, rival.text)
        return Comparison("missing", mine.text)
    return Comparison("same", agreed.text) if agreed is not None else SILENT


def matches(mine: Quantity, other: Quantity) -> bool:
    return mine.agrees(other) and (mine.comparable(other) or not mine.dimension or not other.dimension)


def _rival(mine: Quantity, said: Sequence[Quantity], given: Sequence[Quantity]) -> Quantity | None:
    return next((o for o in said if mine.comparable(o) and not any(matches(q, o) for q in given)), None)
