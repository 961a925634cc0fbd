"""Which segments to teach again: the class's own first tries there, held against its first tries elsewhere.

Each student is compared with themselves (a paired difference of shares), so that a weak class is not taken for a hard
segment; items differ in difficulty by chance as well, which the interval allows for.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from statistics import NormalDist

from escuela_core.results.sheet import Tally

# Of fewer students nothing is said; below WEAK a segment is worth a word even where nothing stands beside it.
FEWEST = 3
WEAK = 0.6
# How much lower than elsewhere counts, with the one-sided confidence of what is called sure.
LOWER, CLEARLY_LOWER = 0.15, 0.2
CONFIDENCE = 0.95
# By how much the shares of equally well taught items differ (their standard deviation).
ITEMS_DIFFER = 0.12
# Two students more whose difference is half the scale: a few alike answers are not certainty.
PRIOR_STUDENTS, PRIOR_VARIANCE = 2, 0.25
REPLAYED_OFTEN, REPLAYED_MORE = 1.5, 1.0
UNDERSTOOD = 0.8


@dataclass(frozen=True, slots=True)
class Need:
    """Why a segment should be taught again, with the counts that the sentence names; ``sure`` where chance alone would
    hardly bring it, ``low`` for its answers, ``often`` for how much was heard again (mean times beyond the first)."""

    segment: int
    here: Tally
    elsewhere: Tally
    replayed: float
    low: bool
    often: bool
    sure: bool
    # What the difference to elsewhere is at most, by the interval; the order of need.
    at_most: float


def needs(
    firsts: Sequence[Sequence[bool | None]], segments: Sequence[int], replayed: Mapping[int, float]
) -> list[Need]:
    """The segments worth teaching again, the one in most need first.

    ``firsts`` has a row a student and a column an item: right at first try, or None without an answer that is marked;
    ``segments`` says where each item belongs.
    """
    found = [_need(firsts, segments, n, replayed) for n in sorted(set(segments))]
    return sorted(
        (n for n in found if n is not None), key=lambda n: (not n.sure, not n.low, n.at_most, -n.replayed, n.segment)
    )


def _need(
    firsts: Sequence[Sequence[bool | None]], segments: Sequence[int], number: int, replayed: Mapping[int, float]
) -> Need | None:
    here = [[f for f, s in zip(row, segments, strict=True) if s == number and f is not None] for row in firsts]
    others = [[f for f, s in zip(row, segments, strict=True) if s != number and f is not None] for row in firsts]
    mine, rest = _tally(here), _tally(others)
    if mine.rate is None or sum(1 for row in here if row) < FEWEST:
        return None
    pairs = [sum(a) / len(a) - sum(b) / len(b) for a, b in zip(here, others, strict=True) if a and b]
    gap = sum(pairs) / len(pairs) if pairs else 0.0
    widest = max((len(row) for row in here), default=1), max((len(row) for row in others), default=0)
    at_most = upper_bound(pairs, *widest)
    low = mine.rate < (UNDERSTOOD if pairs else WEAK) and (not pairs or gap <= -LOWER)
    elsewhere = [r for n, r in replayed.items() if n != number]
    more = replayed.get(number, 0.0) - (sum(elsewhere) / len(elsewhere) if elsewhere else 0.0)
    often = replayed.get(number, 0.0) >= REPLAYED_OFTEN and more >= REPLAYED_MORE and mine.rate < UNDERSTOOD
    if not low and not often:
        return None
    sure = low and at_most < 0 and gap <= -CLEARLY_LOWER
    return Need(number, mine, rest, replayed.get(number, 0.0), low, often, sure, at_most)


def _tally(rows: Sequence[Sequence[bool]]) -> Tally:
    return Tally(sum(len(row) for row in rows), sum(sum(row) for row in rows))


def upper_bound(differences: Sequence[float], items_here: int, items_elsewhere: int) -> float:
    """The one-sided upper end of the mean paired difference at CONFIDENCE (Student's t); infinite for fewer than FEWEST
    students.

    To the students' own spread comes that of the items, ITEMS_DIFFER, over as many as there are on each side.
    """
    count = len(differences)
    if count < FEWEST or not items_here or not items_elsewhere:
        return math.inf
    mean = sum(differences) / count
    spread = sum((d - mean) ** 2 for d in differences) + PRIOR_STUDENTS * PRIOR_VARIANCE
    of_students = spread / (count - 1 + PRIOR_STUDENTS) / count
    of_items = ITEMS_DIFFER**2 * (1 / items_here + 1 / items_elsewhere)
    return mean + t_quantile(CONFIDENCE, count - 1) * math.sqrt(of_students + of_items)


def t_quantile(p: float, freedom: int) -> float:
    """Student's t quantile by its expansion in the normal one (Abramowitz & Stegun 1964, 26.7.5); at the 95 % point
    within 0.3 % from two degrees of freedom on."""
    z = NormalDist().inv_cdf(p)
    terms = (
        (z**3 + z) / 4,
        (5 * z**5 + 16 * z**3 + 3 * z) / 96,
        (3 * z**7 + 19 * z**5 + 17 * z**3 - 15 * z) / 384,
        (79 * z**9 + 776 * z**7 + 1482 * z**5 - 1920 * z**3 - 945 * z) / 92160,
    )
    return z + math.fsum(term / freedom**n for n, term in enumerate(terms, start=1))
