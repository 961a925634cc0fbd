"""Reading JSON of a known shape: whatever does not fit is an error that names its path."""

from __future__ import annotations

from typing import Any

from escuela_core.errors import EscuelaError

LONGEST_TEXT = 4_000
SHORTEST_LIMIT_S, LONGEST_LIMIT_S = 5, 3_600


class ItemShapeError(EscuelaError):
    """Something in the JSON has the wrong shape; ``path`` names it, as in ``items[2].options[0].text``."""

    code = "item_shape"

    def __init__(self, path: str, problem: str) -> None:
        super().__init__(f"{path or 'The item list'}: {problem}.", path=path, problem=problem)


def whole(value: object, path: str) -> int:
    if isinstance(value, bool) or not isinstance(value, int) or not 0 <= value <= 10**9:
        raise ItemShapeError(path, "must be a whole number of milliseconds from 0 up")
    return value


def seconds(value: object, path: str) -> int:
    """A time limit."""
    if isinstance(value, bool) or not isinstance(value, int) or not SHORTEST_LIMIT_S <= value <= LONGEST_LIMIT_S:
        raise ItemShapeError(path, f"must be a whole number of seconds from {SHORTEST_LIMIT_S} to {LONGEST_LIMIT_S}")
    return value


def number(value: object, path: str) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float) or not 0 <= value <= 100:
        raise ItemShapeError(path, "must be a number from 0 to 100")
    return float(value)


def table(value: object, path: str) -> dict[str, Any]:
    if not isinstance(value, dict):
        raise ItemShapeError(path, "must be an object")
    return value


def rows(data: dict[str, Any], key: str, path: str, *, most: int, needed: bool = True) -> list[Any]:
    where = f"{path}.{key}".lstrip(".")
    value = data.get(key, None if needed else [])
    if not isinstance(value, list):
        raise ItemShapeError(where, "must be a list")
    if len(value) > most:
        raise ItemShapeError(where, f"may have at most {most} entries")
    return value


def tables(data: dict[str, Any], key: str, path: str, known: set[str], *, most: int, needed: bool = True) -> list[Any]:
    """Pairs of a path and an object there that has only ``known`` keys."""
    found = []
    for i, row in enumerate(rows(data, key, path, most=most, needed=needed)):
        where = f"{path}.{key}[{i}]"
        only(table(row, where), known, where)
        found.append((where, row))
    return found


def texts(data: dict[str, Any], key: str, path: str, *, most: int, needed: bool = True) -> tuple[str, ...]:
    if not needed and key not in data:
        return ()
    return tuple(
        text({"text": row}, "text", f"{path}.{key}[{i}]") for i, row in enumerate(rows(data, key, path, most=most))
    )


def only(data: dict[str, Any], known: set[str], path: str) -> None:
    for key in data:
        if key not in known:
            raise ItemShapeError(f"{path}.{key}".lstrip("."), "is not a known key")


def text(data: dict[str, Any], key: str, path: str, *, needed: bool = True) -> str:
    value = data.get(key, None if needed else "")
    where = f"{path}.{key}".lstrip(".")
    if not isinstance(value, str):
        raise ItemShapeError(where, "must be text")
    if len(value) > LONGEST_TEXT:
        raise ItemShapeError(where, f"may have at most {LONGEST_TEXT} letters")
    if "\x00" in value:
        raise ItemShapeError(where, "holds a character that text cannot have")
    return value


def flag(data: dict[str, Any], key: str, path: str) -> bool:
    value = data.get(key)
    if not isinstance(value, bool):
        raise ItemShapeError(f"{path}.{key}", "must be true or false")
    return value
