"""A lesson's items as a whole: what nothing asks about, the rhythm of the pauses, the mix of kinds and depths."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from escuela_core.items import Item
from escuela_core.timeline import Span

# A stretch without a pause that is this long and half as long again as the usual one is worth a look.
LONG_MS, LONGER_THAN_USUAL = 150_000, 1.5


@dataclass(frozen=True, slots=True)
class Overview:
    """``unasked``: numbers of segments without an item. ``quiet``: long stretches without a pause.

    ``sharing``: numbers of items, two or more each, that rest on the same sentence. ``goals``: each goal with how many
    items ask about it.
    """

    unasked: tuple[int, ...]
    quiet: tuple[Span, ...]
    kinds: dict[str, int]
    depths: dict[str, int]
    sharing: tuple[tuple[int, ...], ...]
    goals: dict[str, int]


def overview(
    items: Sequence[Item], segments: Sequence[Span], covered: Sequence[Span], goals: Sequence[str] = ()
) -> Overview:
    """``segments`` are those that take part, ``covered`` the stretches students see, ``goals`` the lesson's."""
    asked = [i for i in items if i.is_marked]
    places = [i.evidence[0].start_ms if i.evidence else i.pause_ms for i in asked]
    unasked = tuple(n for n, s in enumerate(segments) if not any(p is not None and s.holds(p) for p in places))
    named = Counter(i.goal for i in asked if i.goal)
    return Overview(
        unasked,
        _quiet(items, covered),
        dict(Counter(i.kind for i in asked)),
        dict(Counter(i.depth for i in asked)),
        _sharing(items),
        {goal: named[goal] for goal in goals},
    )


def _quiet(items: Sequence[Item], covered: Sequence[Span]) -> tuple[Span, ...]:
    pauses = sorted({i.pause_ms for i in items if i.pause_ms is not None})
    found = []
    for stretch in covered:
        inside = [p for p in pauses if stretch.start_ms < p < stretch.end_ms]
        bounds = [stretch.start_ms, *inside, stretch.end_ms]
        found += [Span(a, b) for a, b in zip(bounds, bounds[1:], strict=False) if b > a]
    usual = sum(s.length_ms for s in found) / max(1, len(found))
    return tuple(s for s in found if s.length_ms >= max(LONG_MS, LONGER_THAN_USUAL * usual))


def _sharing(items: Sequence[Item]) -> tuple[tuple[int, ...], ...]:
    by_span: dict[Span, list[int]] = {}
    for number, item in enumerate(items):
        for span in item.evidence:
            by_span.setdefault(span, []).append(number)
    return tuple(dict.fromkeys(tuple(numbers) for numbers in by_span.values() if len(numbers) > 1))
