"""What a class's lessons come to for one student: weighed, the lowest left out, late work for less."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from escuela_core.errors import EscuelaError

MOST_WEIGHT, MOST_DROPPED = 100.0, 50


class GradebookRulesError(EscuelaError):
    code = "gradebook_rules"

    def __init__(self) -> None:
        super().__init__(
            f"Weights lie from 0 to {MOST_WEIGHT:g}, late work counts from 0 to 1; up to {MOST_DROPPED} are left out.",
            most=MOST_WEIGHT,
            dropped=MOST_DROPPED,
        )


@dataclass(frozen=True, slots=True)
class Rules:
    """``dropped``: so many of the lowest are left out; ``late_share``: what late work is worth of its marks."""

    dropped: int = 0
    late_share: float = 1.0

    def __post_init__(self) -> None:
        if not 0 <= self.dropped <= MOST_DROPPED or not 0 <= self.late_share <= 1:
            raise GradebookRulesError


@dataclass(frozen=True, slots=True)
class Entry:
    """One lesson: ``marks`` of ``most``, None where it was not begun and can still be done; ``weight`` 0 counts for
    nothing."""

    marks: float | None
    most: float
    late: bool = False
    weight: float = 1.0

    def __post_init__(self) -> None:
        if not 0 <= self.weight <= MOST_WEIGHT:
            raise GradebookRulesError


@dataclass(frozen=True, slots=True)
class Total:
    """``share`` 0 to 1, None while nothing counts; ``left_out``: the places of the lessons that were dropped."""

    share: float | None
    left_out: tuple[int, ...]


def total(entries: Sequence[Entry], rules: Rules) -> Total:
    """The weighed mean of the shares. Of equally low ones the later is left out; one lesson always stays."""
    shares = {
        n: min(1.0, e.marks / e.most) * (rules.late_share if e.late else 1.0)
        for n, e in enumerate(entries)
        if e.marks is not None and e.most > 0 and e.weight > 0
    }
    by_need = sorted(shares, key=lambda n: (shares[n], -n))
    left_out = tuple(sorted(by_need[: max(0, min(rules.dropped, len(shares) - 1))]))
    kept = [n for n in shares if n not in left_out]
    weight = sum(entries[n].weight for n in kept)
    share = sum(entries[n].weight * shares[n] for n in kept) / weight if kept else None
    return Total(share, left_out)
