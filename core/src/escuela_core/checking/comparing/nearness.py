"""Which of the answers stands where the question asks: how near each is to the question's own words in the passage."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from escuela_core.checking.claims import Claim
from escuela_core.checking.comparing.passage import Passage, Place
from escuela_core.checking.comparing.quantities import matches
from escuela_core.checking.comparing.standing import standing
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import lemmas

NONE = float("nan")


@dataclass(frozen=True, slots=True)
class Slot:
    """Of the claim's answer in the passage; NaN where a figure does not apply.

    ``nearest``: its nearness to the question's words less the best wrong option's; ``number_nearest``: the same among
    the numbers of its measure that the passage says; ``refused`` and ``rival_refused``: the share of its places, and
    of the best rival's, that stand under a negation, set aside or as a belief.
    """

    near: float
    nearest: float
    number_nearest: float
    refused: float
    rival_refused: float


def slot(claim: Claim, rivals: Sequence[Claim], passage: Passage) -> Slot:
    asked = sorted(lemmas(claim.given or "", "en"))
    telling = _telling([claim, *rivals], asked)
    places = [_places(c, words, passage) for c, words in zip([claim, *rivals], telling, strict=True)]
    mine, theirs = places[0], places[1:]
    near = passage.nearness(mine, asked)
    best = max((passage.nearness(t, asked) for t in theirs), default=NONE)
    found = any(mine) or any(any(t) for t in theirs)
    return Slot(
        near if any(mine) else NONE,
        near - best if theirs and found else NONE,
        _among_numbers(claim, asked, passage),
        _refused(mine),
        max((r for t in theirs if (r := _refused(t)) == r), default=NONE),
    )


def _telling(claims: Sequence[Claim], asked: Sequence[str]) -> list[list[str]]:
    """The words of each answer that the question does not say and not all the answers share."""
    words = [lemmas(c.answer, "en") - set(asked) for c in claims]
    shared = frozenset.intersection(*words) if len(words) > 1 else frozenset()
    return [sorted(w - shared) for w in words]


def _places(claim: Claim, words: Sequence[str], passage: Passage) -> list[list[Place]]:
    numbers = [passage.find_quantity(q) for q in claim.answer_quantities]
    spelled = [w for w in words if not quantities(w)] if numbers else words
    return [*(passage.find(w) for w in spelled), *numbers]


def _among_numbers(claim: Claim, asked: Sequence[str], passage: Passage) -> float:
    """How much nearer the answer's number is than the nearest other of its measure; below 0 another is nearer."""
    mine = [q for q in claim.answer_quantities if not q.ordinal]
    if not mine or not asked:
        return NONE
    given = quantities(claim.given)
    own, other = 0.0, None
    for number, row in enumerate(passage.quantities):
        for said in row:
            if not any(q.comparable(said) or matches(q, said) for q in mine) or any(matches(q, said) for q in given):
                continue
            near = passage.nearness([[passage.place_of(number, said)]], asked)
            if any(matches(q, said) for q in mine):
                own = max(own, near)
            else:
                other = max(other or 0.0, near)
    return own - (other or 0.0) if own or other is not None else NONE


def _refused(places: Sequence[Sequence[Place]]) -> float:
    every = [p for group in places for p in group if p.sentence == 0]
    return sum(standing(p.token) != "said" for p in every) / len(every) if every else NONE
