"""What an item's answers say of the item: how hard it was, whether it goes with the rest, who chose what.

Classical item analysis (Crocker & Algina 1986, ch. 14): facility, corrected item-rest correlation, options by thirds.
Shares are of an item's marks, 0 to 1; None is an item that a student has not answered.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from math import sqrt
from typing import Literal

# Of fewer students a correlation or a third says nothing.
FEWEST = 10
UNSURE_FROM = 0.4
# One student more is chance, and so is a correlation a little below nothing.
CLEARLY_MORE, CLEARLY_BACKWARDS = 2, -0.3
Suspicion = Literal["best_chose_other", "backwards", "many_unsure"]


@dataclass(frozen=True, slots=True)
class ThirdOf:
    """One third of those who answered, by how they did elsewhere: how many, and how often each thing was given."""

    students: int
    given: dict[str, int]


@dataclass(frozen=True, slots=True)
class ItemStatistics:
    """``correlation`` and ``thirds`` (lower, middle, upper) only from FEWEST students on; ``option`` is what the best
    chose instead of the key."""

    answered: int
    facility: float | None
    correlation: float | None
    thirds: tuple[ThirdOf, ...]
    suspicion: Suspicion | None
    option: str = ""


def item_rest(shares: Sequence[Sequence[float | None]], number: int) -> tuple[list[float], list[float]]:
    """The shares of item ``number`` and each student's mean share of all others they answered, over the students (rows
    of ``shares``) who have both."""
    own, rest = [], []
    for row in shares:
        others = [s for n, s in enumerate(row) if n != number and s is not None]
        share = row[number]
        if share is not None and others:
            own.append(share)
            rest.append(sum(others) / len(others))
    return own, rest


def correlation(a: Sequence[float], b: Sequence[float]) -> float | None:
    """Pearson's r; None for fewer than FEWEST pairs, and where one side does not vary."""
    if len(a) < FEWEST:
        return None
    mean_a, mean_b = sum(a) / len(a), sum(b) / len(b)
    over_a, over_b = [x - mean_a for x in a], [y - mean_b for y in b]
    spread = sqrt(sum(x * x for x in over_a)) * sqrt(sum(y * y for y in over_b))
    if spread < 1e-12:
        return None
    return sum(x * y for x, y in zip(over_a, over_b, strict=True)) / spread


def thirds(given: Sequence[tuple[float, Sequence[str]]]) -> tuple[ThirdOf, ...]:
    """Lower, middle and upper third of those who answered, from how each did elsewhere and what they gave.

    Who did equally well stays together as far as the order goes; the outer thirds are of one size.
    """
    if len(given) < FEWEST:
        return ()
    ranked = sorted(given, key=lambda row: row[0])
    outer = len(ranked) // 3
    parts = (ranked[:outer], ranked[outer : len(ranked) - outer], ranked[len(ranked) - outer :])
    return tuple(ThirdOf(len(part), dict(Counter(w for _, words in part for w in words))) for part in parts)


def statistics(
    shares: Sequence[Sequence[float | None]], number: int, given: Sequence[Sequence[str]], right: Sequence[str]
) -> ItemStatistics:
    """Of item ``number``; ``given`` is what each student (row of ``shares``) gave to it, "?" for not sure, and
    ``right`` what is right where that can be named."""
    own = [row[number] for row in shares]
    answered = [s for s in own if s is not None]
    pairs = item_rest(shares, number)
    r = correlation(*pairs)
    rows = []
    for row, words in zip(shares, given, strict=True):
        others = [s for n, s in enumerate(row) if n != number and s is not None]
        if row[number] is not None and others:
            rows.append((sum(others) / len(others), words))
    parts = thirds(rows)
    suspicion, option = _suspicion(r, parts, given, right)
    facility = sum(answered) / len(answered) if answered else None
    return ItemStatistics(len(answered), facility, r, parts, suspicion, option)


def _suspicion(
    r: float | None, parts: Sequence[ThirdOf], given: Sequence[Sequence[str]], right: Sequence[str]
) -> tuple[Suspicion | None, str]:
    if parts and right:
        best = parts[-1].given
        key = max((best.get(w, 0) for w in right), default=0)
        other, count = max(
            ((w, n) for w, n in best.items() if w not in right and w != "?"), key=lambda p: p[1], default=("", 0)
        )
        if count >= key + CLEARLY_MORE:
            return "best_chose_other", other
    if r is not None and r <= CLEARLY_BACKWARDS:
        return "backwards", ""
    told = [words for words in given if words]
    unsure = sum(1 for words in told if list(words) == ["?"])
    if len(told) >= FEWEST and unsure >= UNSURE_FROM * len(told):
        return "many_unsure", ""
    return None, ""
