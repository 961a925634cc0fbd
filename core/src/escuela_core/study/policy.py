"""The rules of one assignment, and what they allow at a given moment."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from escuela_core.errors import EscuelaError

Feedback = Literal["at_once", "at_end"]
Skipping = Literal["freely", "watched", "not_at_all"]
State = Literal["not_yet", "open", "late", "closed"]
MOST_ATTEMPTS = 10


class PolicyTimesError(EscuelaError):
    code = "policy_times"

    def __init__(self) -> None:
        super().__init__("The times must come in this order: opens, due, closes.")


class PolicyAttemptsError(EscuelaError):
    code = "policy_attempts"

    def __init__(self) -> None:
        super().__init__(f"Attempts per item must be between 1 and {MOST_ATTEMPTS}.")


@dataclass(frozen=True, slots=True)
class Policy:
    """Times are aware datetimes; a missing one sets no bound. ``attempts`` counts tries per item;
    ``shuffle`` shows each student a choice's options in an order of their own; ``time_limits`` says
    whether the clocks of timed items run."""

    opens_at: datetime | None = None
    due_at: datetime | None = None
    closes_at: datetime | None = None
    attempts: int = 1
    feedback: Feedback = "at_once"
    show_key: bool = True
    skipping: Skipping = "freely"
    offer_not_sure: bool = True
    shuffle: bool = False
    time_limits: bool = True

    def __post_init__(self) -> None:
        times = [t for t in (self.opens_at, self.due_at, self.closes_at) if t is not None]
        if times != sorted(times):
            raise PolicyTimesError
        if not 1 <= self.attempts <= MOST_ATTEMPTS:
            raise PolicyAttemptsError

    def state(self, now: datetime) -> State:
        """Whether answers are taken at ``now``; between due and closes they are taken and count as late."""
        if self.opens_at is not None and now < self.opens_at:
            return "not_yet"
        if self.closes_at is not None and now >= self.closes_at:
            return "closed"
        if self.due_at is not None and now >= self.due_at:
            return "late"
        return "open"
