"""Which of a student's times through a lesson counts."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from escuela_core.study.policy import Counting


@dataclass(frozen=True, slots=True)
class Attempt:
    """One time through a lesson: its marks so far, and whether it was handed in."""

    marks: float
    finished: bool


def counted(attempts: Sequence[Attempt], counting: Counting) -> int:
    """Which of ``attempts``, in order and at least one, counts.

    One that is begun and not handed in counts only where there is no other: beginning again costs nobody a mark. Of
    equally good ones the first is the best.
    """
    done = [n for n, a in enumerate(attempts) if a.finished] or [0]
    if counting == "first":
        return 0
    return done[-1] if counting == "last" else max(done, key=lambda n: (attempts[n].marks, -n))
