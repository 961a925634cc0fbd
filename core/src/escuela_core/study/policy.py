"""The rules of one assignment, and what they allow at a given moment."""

from __future__ import annotations

from dataclasses import dataclass, fields
from datetime import datetime, timedelta
from typing import Literal

from escuela_core.errors import EscuelaError

Feedback = Literal["at_once", "at_end", "after_closing"]
Skipping = Literal["freely", "watched", "not_at_all"]
Manner = Literal["paused", "beside"]
Script = Literal["all", "played", "none"]
Counting = Literal["last", "best", "first"]
State = Literal["not_yet", "open", "late", "closed"]
MOST_ATTEMPTS = 10
MOST_GRACE_MIN = 7 * 24 * 60
MOST_RETAKES = 9


class PolicyTimesError(EscuelaError):
    code = "policy_times"

    def __init__(self) -> None:
        super().__init__("The times must come in this order: opens, due, closes.")


class PolicyPastError(EscuelaError):
    code = "policy_past"

    def __init__(self, which: str) -> None:
        super().__init__("The time when it is due or closes has passed already; choose one to come.", which=which)


class PolicyAttemptsError(EscuelaError):
    code = "policy_attempts"

    def __init__(self) -> None:
        super().__init__(f"Attempts per item must be between 1 and {MOST_ATTEMPTS}.", most=MOST_ATTEMPTS)


class PolicyGraceError(EscuelaError):
    code = "policy_grace"

    def __init__(self) -> None:
        super().__init__(
            f"The grace for answers given offline must be between 0 and {MOST_GRACE_MIN} minutes.", most=MOST_GRACE_MIN
        )


class PolicyMarksError(EscuelaError):
    code = "policy_marks"

    def __init__(self) -> None:
        super().__init__(
            "A later try earns from none to all of the marks, and a wrong answer costs at most all of them."
        )


class PolicyMannerError(EscuelaError):
    code = "policy_manner"

    def __init__(self) -> None:
        super().__init__(
            "With the items beside the recording students need to move in it freely; let them skip, or let it pause."
        )


class PolicyRetakesError(EscuelaError):
    code = "policy_retakes"

    def __init__(self) -> None:
        super().__init__(f"A lesson can be done again up to {MOST_RETAKES} times.", most=MOST_RETAKES)


@dataclass(frozen=True, slots=True)
class Policy:
    """Times are aware datetimes; a missing one sets no bound. ``attempts`` counts tries per item;
    ``shuffle`` shows each student a choice's options in an order of their own; ``time_limits`` says
    whether the clocks of timed items run; ``grace_min`` is for how many minutes an answer that waited on
    a device without a connection still counts at the time it was given. ``retry_share`` is what a later try
    earns of the marks, ``wrong_share`` (0 or below) what a wholly wrong answer costs of them; "not sure" and time
    that ran out earn nothing and cost nothing. ``manner``: the recording pauses and asks, or all items stand beside it;
    ``script`` is how much of the spoken words students may read before they are through; ``retakes`` how often they may
    do all of it again, and ``counting`` which time counts."""

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
    grace_min: int = 60
    retry_share: float = 1.0
    wrong_share: float = 0.0
    manner: Manner = "paused"
    script: Script = "all"
    retakes: int = 0
    counting: Counting = "last"

    @classmethod
    def of(cls, given: object) -> Policy:
        """The policy whose fields ``given`` has under the same names."""
        return cls(**{name: getattr(given, name) for name in NAMES})

    def __post_init__(self) -> None:
        times = [t for t in (self.opens_at, self.due_at, self.closes_at) if t is not None]
        if times != sorted(times):
            raise PolicyTimesError
        if not 1 <= self.attempts <= MOST_ATTEMPTS:
            raise PolicyAttemptsError
        if not 0 <= self.grace_min <= MOST_GRACE_MIN:
            raise PolicyGraceError
        if not (0 <= self.retry_share <= 1 and -1 <= self.wrong_share <= 0):
            raise PolicyMarksError
        if not 0 <= self.retakes <= MOST_RETAKES:
            raise PolicyRetakesError
        if self.manner == "beside" and self.skipping != "freely":
            raise PolicyMannerError

    def require_ahead(self, now: datetime, before: Policy | None = None) -> None:
        """Raises PolicyPastError where a time to hand in, new or other than ``before``, has passed already."""
        for which in ("due_at", "closes_at"):
            at = getattr(self, which)
            if at is not None and at <= now and (before is None or at != getattr(before, which)):
                raise PolicyPastError(which)

    def state(self, now: datetime) -> State:
        """Whether answers are taken at ``now``; between due and closes they are taken and count as late."""
        if self.opens_at is not None and now < self.opens_at:
            return "not_yet"
        if self.closes_at is not None and now >= self.closes_at:
            return "closed"
        if self.due_at is not None and now >= self.due_at:
            return "late"
        return "open"

    def counts_at(self, now: datetime, waited: timedelta) -> datetime:
        """When an answer counts that arrives ``now`` and says it waited so long on its device.

        A wait longer than the grace is not believed; nor is one below nothing.
        """
        return now - waited if timedelta() < waited <= self.grace else now

    @property
    def grace(self) -> timedelta:
        return timedelta(minutes=self.grace_min)

    def all_in(self, now: datetime) -> bool:
        """Whether the assignment is closed and no answer given before can still come in."""
        return self.closes_at is not None and now >= self.closes_at + self.grace


NAMES: tuple[str, ...] = tuple(field.name for field in fields(Policy))
