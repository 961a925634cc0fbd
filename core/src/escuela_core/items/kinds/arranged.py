"""What a match and an order share: things shown in another order than the key's, and given back arranged."""

from __future__ import annotations

import random
from collections.abc import Sequence
from typing import Any

from escuela_core.items.model import Response, ResponseShapeError


def shuffled(count: int, seed: str) -> list[int]:
    """Which thing of the key stands at each place shown: the same for the same seed, never the key's own order."""
    places = list(range(count))
    if count > 1:
        rng = random.Random(seed)
        while places == list(range(count)):
            rng.shuffle(places)
    return places


def arranged(data: dict[str, Any], count: int, seed: str) -> Response:
    """The places shown, each once, in the order given, as the numbers that the key counts by."""
    given = data.get("arranged")
    is_list = isinstance(given, list) and all(isinstance(n, int) and not isinstance(n, bool) for n in given)
    if set(data) != {"arranged"} or not isinstance(given, list) or not is_list or sorted(given) != list(range(count)):
        raise ResponseShapeError("arranged must name each of the things shown once")
    places = shuffled(count, seed)
    return Response(arranged=tuple(places[n] for n in given))


def share_in_place(given: Sequence[str], key: Sequence[str]) -> float:
    """The share of things that stand where the key has them; the same words count as the same thing."""
    return sum(a == b for a, b in zip(given, key, strict=True)) / max(1, len(key))
