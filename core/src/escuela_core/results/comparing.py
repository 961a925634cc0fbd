"""The same items answered by several groups: where their shares differ by more than chance."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import combinations
from math import sqrt
from statistics import NormalDist

from escuela_core.results.sheet import Tally

# How often a difference may be said that is none.
WRONGLY = 0.05


def wilson(right: int, of: int, z: float) -> tuple[float, float]:
    """The score interval of a share (Wilson 1927) at ``z`` standard deviations; ``of`` is 1 or more."""
    share, extra = right / of, z * z / of
    middle = (share + extra / 2) / (1 + extra)
    half = z / (1 + extra) * sqrt(share * (1 - share) / of + extra / (4 * of))
    return max(0.0, middle - half), min(1.0, middle + half)


def differ(one: Tally, other: Tally, z: float) -> bool:
    """Whether two shares differ: the interval of their difference from both score intervals (Newcombe 1998, method 10)
    leaves 0 out. Two groups of which one has not answered do not."""
    if not one.answered or not other.answered:
        return False
    high, low = sorted((one, other), key=lambda t: t.first / t.answered, reverse=True)
    between = high.first / high.answered - low.first / low.answered
    down = high.first / high.answered - wilson(high.first, high.answered, z)[0]
    up = wilson(low.first, low.answered, z)[1] - low.first / low.answered
    return between - sqrt(down * down + up * up) > 0


def apart(groups: Sequence[Tally]) -> bool:
    """Whether any two of ``groups`` differ by more than chance, allowing for how many pairs there are (Bonferroni)."""
    pairs = list(combinations([g for g in groups if g.answered], 2))
    if not pairs:
        return False
    z = NormalDist().inv_cdf(1 - WRONGLY / len(pairs) / 2)
    return any(differ(a, b, z) for a, b in pairs)
