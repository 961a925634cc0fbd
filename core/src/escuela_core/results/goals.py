"""Which learning goals were reached by whom, over all the lessons in which they were asked about."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

# From this share of the marks on a goal counts as reached.
REACHED_FROM = 0.6


@dataclass(frozen=True, slots=True)
class Asked:
    """An item that asks about a goal: its marks, and for each student the share of them, None where they have not
    answered or it waits for marks."""

    goal: str
    marks: float
    shares: tuple[float | None, ...]


@dataclass(frozen=True, slots=True)
class Goal:
    """A goal as it was first written; ``items`` ask about it. ``shares`` of their marks by student, None for who has
    answered none of them."""

    goal: str
    items: int
    shares: tuple[float | None, ...]

    def reached(self, student: int) -> bool | None:
        share = self.shares[student]
        return None if share is None else share >= REACHED_FROM


def goals(asked: Sequence[Asked]) -> list[Goal]:
    """The goals in the order in which they were first asked about; the same words in other letters are one goal."""
    together: dict[str, list[Asked]] = {}
    for one in asked:
        name = " ".join(one.goal.casefold().split())
        if name and one.marks > 0:
            together.setdefault(name, []).append(one)
    return [Goal(same[0].goal.strip(), len(same), _shares(same)) for same in together.values()]


def _shares(same: Sequence[Asked]) -> tuple[float | None, ...]:
    found = []
    for student in range(len(same[0].shares)):
        answered = [(a.marks, share) for a in same if (share := a.shares[student]) is not None]
        most = sum(marks for marks, _ in answered)
        found.append(sum(marks * share for marks, share in answered) / most if answered else None)
    return tuple(found)
