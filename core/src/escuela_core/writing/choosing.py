"""Choosing K of N items: the best that cover the stretches, mix kinds and depths, ask nothing twice and pause apart.

A greedy start, then single exchanges as long as they help, on a sum of what each item is worth and what each more of
the same costs. Texts are compared by their words alone, so that it takes no model and no time.
"""

from __future__ import annotations

import re
from bisect import bisect_left, bisect_right
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations

from escuela_core.checking.wording import CLOSEST_PAUSES_MS
from escuela_core.items import Item
from escuela_core.timeline import Span

TWIN_WORDS = 0.6
COVERS, KIND_AGAIN, DEPTH_AGAIN, STRETCH_AGAIN, CROWDS = 1.0, 0.12, 0.05, 0.2, 0.6
_EXCHANGES = 200
_WORD = re.compile(r"\w+")


@dataclass(frozen=True, slots=True)
class Offer:
    """An item with how good it is thought to be, 0 to 1 (the check's support), and whether the check found an error."""

    item: Item
    worth: float = 0.5
    wrong: bool = False


@dataclass(frozen=True, slots=True)
class LeftOut:
    """Why an item was not chosen: ``wrong``, ``twin``, ``crowds``, or ``others_better``; ``other`` by number."""

    why: str
    other: int | None = None


@dataclass(frozen=True, slots=True)
class Chosen:
    """Numbers of the chosen offers in order of time, and why each of the rest was left out."""

    numbers: tuple[int, ...]
    left_out: dict[int, LeftOut]


def choose(offers: Sequence[Offer], count: int, *, stretches: Sequence[Span] = (), kept: Sequence[Item] = ()) -> Chosen:
    """``count`` of ``offers`` beside the items ``kept``; fewer where the rest is wrong or asks the same again."""
    pool = _Pool([Offer(item, 1.0) for item in kept], offers, stretches)
    fixed = list(range(len(kept)))
    picked = list(fixed)
    open_numbers = [n for n in range(len(kept), len(pool.offers)) if not pool.offers[n].wrong]
    while len(picked) - len(fixed) < count:
        free = [n for n in open_numbers if n not in picked and not pool.twins[n] & set(picked)]
        if not free:
            break
        beside = _Beside(pool, picked)
        picked.append(max(free, key=lambda n: (beside.gain(n), -n)))
    _exchange(pool, picked, len(fixed), open_numbers)
    chosen = picked[len(fixed) :]
    left = {n: pool.why_not(n, picked) for n in range(len(kept), len(pool.offers)) if n not in picked}
    shift = len(kept)
    ordered = sorted(chosen, key=lambda n: (pool.at_ms(n), n))
    return Chosen(
        tuple(n - shift for n in ordered),
        {
            n - shift: LeftOut(r.why, None if r.other is None or r.other < shift else r.other - shift)
            for n, r in left.items()
        },
    )


def value(offers: Sequence[Offer], numbers: Sequence[int], *, stretches: Sequence[Span] = ()) -> float:
    """What a choice is worth by the sum that ``choose`` makes large."""
    pool = _Pool([], offers, stretches)
    total = 0.0
    for place, number in enumerate(numbers):
        total += pool.gain(number, numbers[:place])
    return total


class _Pool:
    def __init__(self, kept: Sequence[Offer], offers: Sequence[Offer], stretches: Sequence[Span]) -> None:
        self.offers = [*kept, *offers]
        self.stretch = [_stretch_of(o.item, stretches) for o in self.offers]
        self._words = [frozenset(_WORD.findall(_text(o.item).lower())) for o in self.offers]
        self.twins: list[set[int]] = [set() for _ in self.offers]
        groups: dict[object, list[int]] = {}
        for number, offer in enumerate(self.offers):
            groups.setdefault(offer.item.kind, []).append(number)
            for span in offer.item.evidence:
                groups.setdefault(span, []).append(number)
        for key, numbers in groups.items():
            for one, other in combinations(numbers, 2):
                # On one sentence, or the same words in one kind.
                if isinstance(key, Span) or self._alike(one, other):
                    self.twins[one].add(other)
                    self.twins[other].add(one)

    def _alike(self, one: int, other: int) -> bool:
        a, b = self._words[one], self._words[other]
        shared = len(a & b)
        return shared > 0 and shared >= TWIN_WORDS * (len(a) + len(b) - shared)

    def at_ms(self, number: int) -> int:
        return self.offers[number].item.pause_ms or 0

    def gain(self, number: int, picked: Sequence[int]) -> float:
        """What ``number`` adds to those picked before it."""
        return _Beside(self, picked).gain(number)

    def crowds(self, one: int, other: int) -> bool:
        a, b = self.offers[one].item.pause_ms, self.offers[other].item.pause_ms
        return a is not None and b is not None and 0 < abs(a - b) < CLOSEST_PAUSES_MS

    def total(self, picked: Sequence[int]) -> float:
        return sum(self.gain(n, picked[:place]) for place, n in enumerate(picked))

    def why_not(self, number: int, picked: Sequence[int]) -> LeftOut:
        if self.offers[number].wrong:
            return LeftOut("wrong")
        twin = next((p for p in picked if p in self.twins[number]), None)
        if twin is not None:
            return LeftOut("twin", twin)
        near = next((p for p in picked if self.crowds(number, p)), None)
        return LeftOut("crowds", near) if near is not None else LeftOut("others_better")


class _Beside:
    """What one more item is worth beside those picked."""

    def __init__(self, pool: _Pool, picked: Sequence[int]) -> None:
        self._pool = pool
        items = [pool.offers[p].item for p in picked]
        self._stretches = Counter(pool.stretch[p] for p in picked)
        self._kinds = Counter(i.kind for i in items)
        self._depths = Counter(i.depth for i in items)
        self._pauses = sorted(i.pause_ms for i in items if i.pause_ms is not None)

    def gain(self, number: int) -> float:
        offer, stretch = self._pool.offers[number], self._pool.stretch[number]
        again = self._stretches[stretch]
        gain = offer.worth + (-STRETCH_AGAIN * again if again else COVERS)
        gain -= KIND_AGAIN * self._kinds[offer.item.kind] + DEPTH_AGAIN * self._depths[offer.item.depth]
        return gain - CROWDS * self._crowding(offer.item.pause_ms)

    def _crowding(self, at_ms: int | None) -> int:
        """How many pauses are too near, but not the same."""
        if at_ms is None:
            return 0
        low = bisect_right(self._pauses, at_ms - CLOSEST_PAUSES_MS)
        high = bisect_left(self._pauses, at_ms + CLOSEST_PAUSES_MS)
        same = bisect_right(self._pauses, at_ms) - bisect_left(self._pauses, at_ms)
        return high - low - same


def _exchange(pool: _Pool, picked: list[int], first: int, open_numbers: Sequence[int]) -> None:
    """Exchange single items, the first that helps, until none does."""
    best = pool.total(picked)
    for _ in range(_EXCHANGES):
        weakest = sorted(range(first, len(picked)), key=lambda p: pool.gain(picked[p], picked[:p] + picked[p + 1 :]))[
            :4
        ]
        found = None
        for place in weakest:
            rest = picked[:place] + picked[place + 1 :]
            free = [n for n in open_numbers if n not in picked and not pool.twins[n] & set(rest)]
            if not free:
                continue
            beside = _Beside(pool, rest)
            better = max(free, key=lambda n: (beside.gain(n), -n))
            tried = [*rest, better]
            if pool.total(tried) > best + 1e-9:
                found = tried
                break
        if found is None:
            return
        picked[:] = found
        best = pool.total(picked)


def _text(item: Item) -> str:
    return " ".join([item.asked, *item.key_texts])


def _stretch_of(item: Item, stretches: Sequence[Span]) -> int:
    at_ms = item.evidence[0].start_ms if item.evidence else item.pause_ms
    return next((n for n, s in enumerate(stretches) if at_ms is not None and s.holds(at_ms)), -1)
