"""The clock of one try at a timed item, kept by the server alone.

A student's device does not get a timed item before its clock is started. The clock runs from then on and rests while
the student hears that part of the recording again, but no longer than hearing it at half speed takes. Times are whole
milliseconds, instants aware datetimes.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from escuela_core.errors import EscuelaError
from escuela_core.items import Item

# What an answer handed in on the last instant may need to arrive.
ARRIVING_MS = 4_000
# Going back and coming forward again, beside the hearing itself.
TURNING_MS = 10_000
SLOWEST = 0.5


@dataclass(frozen=True, slots=True)
class ItemClock:
    """``spent_ms`` is what had gone by at ``since``; from then on it runs, or rests."""

    since: datetime
    spent_ms: int = 0
    rests: bool = False

    def spent_at(self, now: datetime, longest_rest_ms: int) -> int:
        """What has gone by at ``now``; a rest counts from where it is longer than it may be."""
        passed_ms = max(0, (now - self.since) // timedelta(milliseconds=1))
        return self.spent_ms + (max(0, passed_ms - longest_rest_ms) if self.rests else passed_ms)

    def turned(self, now: datetime, longest_rest_ms: int, *, rests: bool) -> ItemClock:
        """Resting or running from ``now`` on; what is so already goes on as it was."""
        if rests == self.rests:
            return self
        return replace(self, since=now, spent_ms=self.spent_at(now, longest_rest_ms), rests=rests)


def longest_rest_ms(item: Item) -> int:
    """How long the clock of ``item`` may rest: hearing its part again at half speed, and the way there and back."""
    from_ms = min((s.start_ms for s in item.evidence), default=item.pause_ms or 0)
    return int(max(0, (item.pause_ms or 0) - from_ms) / SLOWEST) + TURNING_MS


def left_ms(item: Item, clock: ItemClock, now: datetime) -> int:
    """What is left of the time limit, never below 0; an item without a limit has none to run out."""
    return max(0, (item.time_limit_s or 0) * 1000 - clock.spent_at(now, longest_rest_ms(item)))


class ClockNotStartedError(EscuelaError):
    code = "clock_not_started"

    def __init__(self) -> None:
        super().__init__("This item has a time limit; open it first, so that its time can run.")


def is_over(item: Item, clock: ItemClock, now: datetime) -> bool:
    """Whether an answer that arrives ``now`` comes too late for the time limit of a timed item."""
    return clock.spent_at(now, longest_rest_ms(item)) > (item.time_limit_s or 0) * 1000 + ARRIVING_MS
