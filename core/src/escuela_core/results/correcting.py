"""A key put right after students have answered: what each answer comes to then, and who gains and who loses."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Any

from escuela_core.errors import EscuelaError
from escuela_core.items import Item
from escuela_core.study.marking import Mark, mark, response_from_json

MOST_MARKS = 100.0
# What an answer was without being held against the key.
_NOT_BY_KEY = ("not_sure", "out_of_time", "waiting", "read")


class CorrectionMarksError(EscuelaError):
    code = "correction_marks"

    def __init__(self) -> None:
        super().__init__(f"An item has from 0 to {MOST_MARKS:g} marks.", most=MOST_MARKS)


@dataclass(frozen=True, slots=True)
class Effect:
    """How many students gain and lose, and what all of it comes to in marks."""

    gain: int
    lose: int
    marks: float


def corrected(item: Item, *, key: tuple[str, ...] | None = None, marks: float | None = None) -> Item:
    """``item`` with another key, other marks, or both; no marks: it counts for nothing.

    Raises KeyWordsError and CorrectionMarksError.
    """
    put_right = item if key is None else item.with_key(key)
    if marks is None:
        return put_right
    if not 0 <= marks <= MOST_MARKS:
        raise CorrectionMarksError
    return replace(put_right, marks=marks)


def marked_again(item: Item, response: dict[str, Any], given: Mark, language: str) -> Mark:
    """The mark of a response under ``item`` as it is now; what was not held against a key stays as it is."""
    if given.outcome in _NOT_BY_KEY:
        return given
    return mark(item, response_from_json(response, item), language)


def effect(before_after: Iterable[tuple[float, float]]) -> Effect:
    """Of the marks that each student had for the item and would have."""
    changes = [after - before for before, after in before_after]
    gain, lose = sum(c > 1e-9 for c in changes), sum(c < -1e-9 for c in changes)
    return Effect(gain, lose, round(sum(changes), 2))
