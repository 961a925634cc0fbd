"""What a match and an order share: things shown in another order than the key's, and given back arranged."""

from __future__ import annotations

import random
import re
from collections.abc import Sequence
from typing import Any

from escuela_core.items.model import Response, ResponseShapeError


def shuffled(count: int, chance: random.Random) -> list[int]:
    """Which thing of the key stands at each place shown; every order may come up, the key's own too.

    To keep one order out would tell something of the key.
    """
    places = list(range(count))
    chance.shuffle(places)
    return places


# Options that speak of the others keep their place.
_FIXED = re.compile(
    r"\b(?:(?:none|all|both|neither|two|either)\b.*\b(?:these|those|above|them|others?)|"
    r"(?:ningun[ao]|tod[ao]s|amb[ao]s)\b.*\b(?:anteriores|est[ao]s|ell[ao]s|las dos|los dos)|(?:any|some) other|"
    r"otra respuesta)\b",
    re.IGNORECASE,
)
_LETTERED = re.compile(r"^\W*[A-Da-d1-4]\W*(?:,|and|y|&|\+|e)\s*\W*[A-Da-d1-4]\W*$")


def options_shuffled(options: Sequence[str], chance: random.Random) -> list[int]:
    """Which option of a choice stands at each place shown.

    Options that speak of the others ("none of these") stay where they are; where one names others by their letters, or
    all are numbers in rising order, nothing moves.
    """
    order = list(range(len(options)))
    numbers = [_number(o) for o in options]
    rising = all(n is not None for n in numbers) and numbers == sorted(n for n in numbers if n is not None)
    if rising or any(_LETTERED.match(o) for o in options):
        return order
    free = [n for n in order if not _FIXED.search(options[n])]
    moved = free.copy()
    chance.shuffle(moved)
    places = dict(zip(free, moved, strict=True))
    return [places.get(n, n) for n in order]


def _number(text: str) -> float | None:
    found = re.match(r"\s*-?\d+(?:[.,]\d+)?", text)
    return float(found.group().replace(",", ".")) if found else None


def arranged(data: dict[str, Any], count: int) -> Response:
    """The things to arrange by their numbers, each once, in the order given."""
    given = data.get("arranged")
    is_list = isinstance(given, list) and all(isinstance(n, int) and not isinstance(n, bool) for n in given)
    if set(data) != {"arranged"} or not isinstance(given, list) or not is_list or sorted(given) != list(range(count)):
        raise ResponseShapeError("arranged must name each of the things shown once")
    return Response(arranged=tuple(given))


def share_in_place(given: Sequence[str], key: Sequence[str]) -> float:
    """The share of things that stand where the key has them; the same words count as the same thing."""
    return sum(a == b for a, b in zip(given, key, strict=True)) / max(1, len(key))
