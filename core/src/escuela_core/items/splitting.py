"""One item as two: what asks several things at once, cut along its parts."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import TypeVar

from escuela_core.items.kinds.choice import Choice
from escuela_core.items.kinds.match import Match
from escuela_core.items.kinds.open import Open
from escuela_core.items.kinds.order import Order
from escuela_core.items.model import Item

FEWEST_PARTS = 2
T = TypeVar("T")


def split(item: Item) -> tuple[Item, Item] | None:
    """Two items that together ask what ``item`` asks, the marks shared; None where it does not come apart.

    A choice with several keys becomes two with some of them each, every wrong option in both; pairs, steps and
    criteria are shared out in their order. The first keeps the id.
    """
    halves = _halves(item)
    if halves is None:
        return None
    first, second = (replace(half, marks=item.marks / 2) for half in halves)
    return first, replace(second, id="")


def _halves(item: Item) -> tuple[Item, Item] | None:
    if isinstance(item, Choice) and len(item.key) > 1:
        keys, middle = item.key, (len(item.key) + 1) // 2
        first, second = (
            replace(item, options=tuple(o for n, o in enumerate(item.options) if not o.correct or n in mine))
            for mine in (keys[:middle], keys[middle:])
        )
        return first, second
    if isinstance(item, Match) and (pairs := _cut(item.pairs)):
        return replace(item, pairs=pairs[0]), replace(item, pairs=pairs[1])
    if isinstance(item, Order) and (steps := _cut(item.steps)):
        return replace(item, steps=steps[0]), replace(item, steps=steps[1])
    if isinstance(item, Open) and (criteria := _cut(item.criteria, fewest=1)):
        return replace(item, criteria=criteria[0]), replace(item, criteria=criteria[1])
    return None


def _cut(parts: Sequence[T], fewest: int = FEWEST_PARTS) -> tuple[tuple[T, ...], tuple[T, ...]] | None:
    middle = (len(parts) + 1) // 2
    return (tuple(parts[:middle]), tuple(parts[middle:])) if len(parts) - middle >= fewest else None
