"""What one student is given beyond the others: more tries, more time for timed items, later ends, doing it again."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import datetime

from escuela_core.errors import EscuelaError
from escuela_core.items import Item
from escuela_core.study.policy import MOST_ATTEMPTS, MOST_RETAKES, Policy

MOST_EXTRA_TRIES = 9
LEAST_FACTOR, LARGEST_FACTOR = 1.0, 4.0


class AllowanceError(EscuelaError):
    code = "allowance"

    def __init__(self) -> None:
        super().__init__(
            f"Up to {MOST_EXTRA_TRIES} more tries, and from {LEAST_FACTOR:g} to {LARGEST_FACTOR:g} times the time.",
            most=MOST_EXTRA_TRIES,
            least=LEAST_FACTOR,
            largest=LARGEST_FACTOR,
        )


@dataclass(frozen=True, slots=True)
class Allowance:
    """``time_factor`` multiplies the limits of timed items; an end is moved only where the student's own is later."""

    extra_tries: int = 0
    time_factor: float = 1.0
    due_at: datetime | None = None
    closes_at: datetime | None = None
    extra_retakes: int = 0

    def __post_init__(self) -> None:
        if not (0 <= self.extra_tries <= MOST_EXTRA_TRIES and LEAST_FACTOR <= self.time_factor <= LARGEST_FACTOR):
            raise AllowanceError

    def of(self, policy: Policy) -> Policy:
        """The rules for this student. What is due after it would close stays open until then."""
        due_at = _later(policy.due_at, self.due_at)
        closes_at = _later(policy.closes_at, self.closes_at)
        if due_at is not None and closes_at is not None:
            closes_at = max(closes_at, due_at)
        tries = min(policy.attempts + self.extra_tries, MOST_ATTEMPTS)
        retakes = min(policy.retakes + self.extra_retakes, MOST_RETAKES)
        return replace(policy, attempts=tries, due_at=due_at, closes_at=closes_at, retakes=retakes)

    def timed(self, item: Item) -> Item:
        """``item`` with the time limit this student has."""
        if item.time_limit_s is None or self.time_factor == 1:
            return item
        return replace(item, time_limit_s=round(item.time_limit_s * self.time_factor))


def _later(given: datetime | None, own: datetime | None) -> datetime | None:
    """No bound stays none; an own bound counts only where it is later."""
    return given if given is None or own is None else max(given, own)
