"""Played stretches to coverage and replay. What was played faster than at 2x does not count.

Devices say what was played and how long it took; the server's own clock bounds all of it together.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from escuela_core.timeline import Span, merged

FASTEST = 2.0
# Clocks of devices and reports over the network differ by a little.
SLACK_MS = 2_000
ALL_SLACK_MS = 10_000


@dataclass(frozen=True, slots=True)
class Stretch:
    """A stretch of recording played, and how long playing it took by the wall clock."""

    span: Span
    wall_ms: int

    @property
    def counts(self) -> bool:
        return self.span.length_ms <= FASTEST * self.wall_ms + SLACK_MS


def had_time_for(played_ms: int, passed_ms: int) -> bool:
    """Whether so much can have been played in all while ``passed_ms`` went by on the server's clock."""
    return played_ms <= FASTEST * passed_ms + ALL_SLACK_MS


def coverage(watched: Iterable[Span], stretches: Sequence[Span]) -> float:
    """Share of the lesson's ``stretches`` that was played at least once, 0 to 1."""
    seen = sum(span.overlap_ms(stretch) for span in merged(watched) for stretch in stretches)
    return seen / sum(stretch.length_ms for stretch in stretches)


def replays(stretches: Sequence[Span], parts: Sequence[Span]) -> list[float]:
    """For each part how often it was played beyond the first time, on average over its length."""
    result = []
    for part in parts:
        played = sum(s.overlap_ms(part) for s in stretches)
        once = sum(s.overlap_ms(part) for s in merged(stretches))
        result.append((played - once) / part.length_ms)
    return result
