"""The class sheet: for each student and item a state, and for items and segments what share was right at first try."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from escuela_core.items import Item
from escuela_core.study.marking import Mark, Outcome, credit
from escuela_core.study.policy import Policy

CellState = Literal["not_reached", "skipped", "not_sure", "out_of_time", "wrong", "right", "waiting", "marked", "read"]
PLAIN = Policy()
HALF = 0.5


@dataclass(frozen=True, slots=True)
class Try:
    """One answer that counted: its outcome and, for answers marked by the teacher, the share given; ``accepted`` where
    the teacher has taken it as right after a second look."""

    outcome: Outcome
    share: float | None
    accepted: bool = False


@dataclass(frozen=True, slots=True)
class Cell:
    """``share`` of the item that is right (None while unknown), ``tries`` answers given; ``credit`` is what the last of
    them is worth of the item's marks, where that is another than the share."""

    state: CellState
    share: float | None
    tries: int
    credit: float | None = None

    @property
    def worth(self) -> float:
        """The share of the item's marks that it comes to."""
        return (self.share if self.credit is None else self.credit) or 0.0

    @property
    def first_try(self) -> bool | None:
        """Whether it counts as right at first try, an open answer from half the marks on; None for no answer, and for
        one that waits for marks."""
        if not self.tries or self.state in ("waiting", "read"):
            return None
        if self.state == "marked":
            return (self.share or 0.0) >= HALF
        return self.state == "right" and self.tries == 1


def cell(item: Item, tries: Sequence[Try], reached_ms: int, policy: Policy = PLAIN) -> Cell:
    """The state of one student at one item; unanswered, it is skipped where the student has been past its pause."""
    if not tries:
        passed = item.pause_ms is not None and reached_ms > item.pause_ms + 1_000
        return Cell("skipped" if passed else "not_reached", None, 0)
    # What was taken as right later settles the item at that try, whatever was tried after it.
    number = next((n for n, t in enumerate(tries, start=1) if t.accepted), len(tries))
    last = tries[number - 1]
    if last.outcome == "waiting" and last.share is not None:
        return Cell("marked", last.share, number)
    worth = credit(Mark(last.outcome, last.share), number, policy)
    return Cell(last.outcome, last.share, number, None if worth == last.share else worth)


def earned(items: Sequence[Item], cells: Sequence[Cell]) -> float:
    """A student's marks; never below nothing, whatever wrong answers cost."""
    return max(0.0, sum(item.marks * c.worth for item, c in zip(items, cells, strict=True)))


@dataclass(frozen=True, slots=True)
class Tally:
    """Counts over the students who answered: ``first`` right at first try, of ``answered``."""

    answered: int
    first: int

    @property
    def rate(self) -> float | None:
        return self.first / self.answered if self.answered else None


def item_tally(cells: Sequence[Cell]) -> Tally:
    """Over one item's column, or any cells."""
    firsts = [c.first_try for c in cells if c.first_try is not None]
    return Tally(len(firsts), sum(firsts))


def together(tallies: Sequence[Tally]) -> Tally:
    return Tally(sum(t.answered for t in tallies), sum(t.first for t in tallies))
