"""The class sheet: for each student and item a state, and for items and segments what share was right at first try."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from escuela_core.items import Item
from escuela_core.study.marking import Mark, Outcome, credit
from escuela_core.study.policy import Policy

CellState = Literal["not_reached", "skipped", "not_sure", "out_of_time", "wrong", "right", "waiting", "marked", "read"]
PLAIN = Policy()
WEAK_BELOW = 0.6
CLEARLY_LOWER = 0.15
REPLAYED_OFTEN = 1.5


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
    def first_try(self) -> bool:
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
    """Over one item's column; open answers count as right at first try from half the marks on, once marked."""
    answered = [c for c in cells if c.tries and c.state not in ("waiting", "read")]
    first = sum(1 for c in answered if c.first_try or (c.state == "marked" and (c.share or 0.0) >= 0.5))
    return Tally(len(answered), first)


def together(tallies: Sequence[Tally]) -> Tally:
    return Tally(sum(t.answered for t in tallies), sum(t.first for t in tallies))


@dataclass(frozen=True, slots=True)
class Advice:
    """Why a segment should be taught again, with the counts the sentence names."""

    first: int
    answered: int
    other_first: int
    other_answered: int
    replayed: float


def to_teach_again(tallies: Mapping[int, Tally], replayed: Mapping[int, float]) -> dict[int, Advice]:
    """Segments whose first-try rate is low, or whose replay is high, against the class's own other segments."""
    advice = {}
    for number, tally in tallies.items():
        others = together([t for n, t in tallies.items() if n != number])
        if tally.rate is None or tally.answered < 3:
            continue
        low = tally.rate < WEAK_BELOW and (others.rate is None or tally.rate <= others.rate - CLEARLY_LOWER)
        often = replayed.get(number, 0.0) >= REPLAYED_OFTEN and tally.rate < 0.8
        if low or often:
            advice[number] = Advice(
                tally.first, tally.answered, others.first, others.answered, replayed.get(number, 0.0)
            )
    return advice
