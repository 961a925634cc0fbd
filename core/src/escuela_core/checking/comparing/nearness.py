"""Which of the answers stands where the question asks: how near each is to the question's own words in the passage."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from escuela_core.checking.comparing.passage import Passage, Place
from escuela_core.checking.comparing.standing import standing
from escuela_core.items.claim import Claim
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import lemmas

NONE = float("nan")


@dataclass(frozen=True, slots=True)
class Slot:
    """Of the claim's answer in the passage; NaN where a figure does not apply.

    ``nearest``: its nearness to the question's words less the best wrong option's; ``refused`` and ``rival_refused``:
    the share of its places, and of the best rival's, that stand under a negation, set aside or as a belief.
    """

    nearest: float
    refused: float
    rival_refused: float


def slot(claim: Claim, rivals: Sequence[Claim], passage: Passage) -> Slot:
    asked = sorted(lemmas(claim.given, "en"))
    telling = _telling([claim, *rivals], asked)
    places = [_places(c, words, passage) for c, words in zip([claim, *rivals], telling, strict=True)]
    mine, theirs = places[0], places[1:]
    nearest = NONE
    if theirs and any(any(groups) for groups in places):
        nearest = passage.nearness(mine, asked) - max(passage.nearness(t, asked) for t in theirs)
    refused = [_refused(groups) for groups in places]
    return Slot(nearest, refused[0], max((r for r in refused[1:] if not math.isnan(r)), default=NONE))


def _telling(claims: Sequence[Claim], asked: Sequence[str]) -> list[list[str]]:
    """The words of each answer that the question does not say and not all the answers share."""
    words = [lemmas(c.answer, "en") - set(asked) for c in claims]
    shared = frozenset.intersection(*words) if len(words) > 1 else frozenset()
    return [sorted(w - shared) for w in words]


def _places(claim: Claim, words: Sequence[str], passage: Passage) -> list[list[Place]]:
    numbers = [passage.find_quantity(q) for q in claim.answer_quantities]
    spelled = [w for w in words if not quantities(w, claim.language)] if numbers else words
    return [*(passage.find(w) for w in spelled), *numbers]


def _refused(places: Sequence[Sequence[Place]]) -> float:
    every = [p for group in places for p in group if p.sentence == 0]
    return sum(standing(p.token) != "said" for p in every) / len(every) if every else NONE
