"""Quantities: every one of the claim must be said; one that is not clashes with another of its measure said there."""

from __future__ import annotations

from collections.abc import Sequence

from escuela_core.checking.claims import Claim
from escuela_core.checking.comparing.comparison import SILENT, Comparison
from escuela_core.checking.comparing.passage import Passage
from escuela_core.language.quantities import Quantity, quantities, retracted


def compare(claim: Claim, passage: Passage) -> Comparison:
    """The best sentence decides before its neighbours: the value of the fact next door is not this one's."""
    said, near = passage.quantities[0], [q for row in passage.quantities[1:] for q in row]
    given = quantities(claim.given)
    agreed = None
    for mine in quantities(claim.text):
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


def taken_back(claim: Claim, passage: Passage) -> bool:
    """Whether a number of the claim's answer is one that the speaker said and then corrected."""
    mine = claim.answer_quantities
    slips = [q for doc in passage.docs for text in retracted(doc.text) for q in quantities(text)]
    return any(matches(q, slip) for q in mine for slip in slips) and not all(
        any(matches(q, other) for row in passage.quantities for other in row) for q in mine
    )


def matches(mine: Quantity, other: Quantity) -> bool:
    return mine.agrees(other) and (mine.comparable(other) or not mine.dimension or not other.dimension)


def _rival(mine: Quantity, said: Sequence[Quantity], given: Sequence[Quantity]) -> Quantity | None:
    return next((o for o in said if mine.comparable(o) and not any(matches(q, o) for q in given)), None)
