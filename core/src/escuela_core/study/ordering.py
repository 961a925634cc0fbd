"""The order in which one student sees what an item offers, drawn from a secret that never leaves the server.

Students hold numbers of places as they see them; everything kept and marked counts as the item is written.
"""

from __future__ import annotations

import hashlib
import hmac
from collections.abc import Sequence
from dataclasses import dataclass
from random import Random
from typing import Any

from escuela_core.items import Item

# What names places by their numbers, and what says something of each place in turn.
_NAMING, _IN_TURN = ("chosen", "arranged"), ("grouped",)


@dataclass(frozen=True, slots=True)
class Ordering:
    """``secret`` belongs to the edition, ``whose`` names the student; ``shuffle`` moves the options of choices too."""

    secret: str
    whose: str
    shuffle: bool = False

    def of(self, item: Item) -> list[int]:
        """Which of ``item.shown`` stands at each place: the same each time, and without the secret anybody's guess."""
        seed = hmac.digest(self.secret.encode(), f"{self.whose}:{item.id}".encode(), hashlib.sha256)
        return item.order(Random(seed), shuffle=self.shuffle)


def as_written(data: dict[str, Any], order: Sequence[int]) -> dict[str, Any]:
    """A response to what was shown (and that fits its item), in the item's own numbers."""
    return _renumbered(data, list(order), _inverse(order))


def as_shown(data: dict[str, Any], order: Sequence[int]) -> dict[str, Any]:
    """The other way round."""
    return _renumbered(data, _inverse(order), list(order))


def _inverse(order: Sequence[int]) -> list[int]:
    places = [0] * len(order)
    for place, number in enumerate(order):
        places[number] = place
    return places


def _renumbered(data: dict[str, Any], numbers: Sequence[int], back: Sequence[int]) -> dict[str, Any]:
    def changed(key: str, value: Any) -> Any:
        if key in _NAMING:
            return [numbers[n] for n in value]
        return [value[n] for n in back] if key in _IN_TURN else value

    return {key: changed(key, value) for key, value in data.items()}
