"""One item as two: what asks several things at once, cut along its parts."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import TypeVar

from escuela_core.items.model import Item

FEWEST_PARTS = 2
T = TypeVar("T")


def split(item: Item) -> tuple[Item, Item] | None:
    """Two items that together ask what ``item`` asks, the marks shared; None where it does not come apart.

    The first keeps the id.
    """
    halves = item.halves()
    if halves is None:
        return None
    first, second = (replace(half, marks=item.marks / 2) for half in halves)
    return first, replace(second, id="")


def cut(parts: Sequence[T], fewest: int = FEWEST_PARTS) -> tuple[tuple[T, ...], tuple[T, ...]] | None:
    """The first and the second half, in their order; None where one would have fewer than ``fewest``."""
    middle = (len(parts) + 1) // 2
    return (tuple(parts[:middle]), tuple(parts[middle:])) if len(parts) - middle >= fewest else None
