"""Played stretches to coverage and replay. What was played faster than at 2x does not count.

Devices say what was played and how long it took; the server's own clock bounds all of it together.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import accumulate

from escuela_core.timeline import Span, merged

FASTEST = 2.0
SLOWER = 1.15
# Of a sentence, for saying that it was heard, or heard again.
MOST_OF = 0.5
# Clocks of devices and reports over the network differ by a little.
SLACK_MS = 2_000
ALL_SLACK_MS = 10_000


@dataclass(frozen=True, slots=True)
class Stretch:
    """A stretch of recording played, and how long playing it took by the wall clock."""

    span: Span
    wall_ms: int

    @property
    def is_slow(self) -> bool:
        """Whether it was played clearly slower than it was said; a wait of the network is shorter than that."""
        return self.wall_ms >= SLOWER * self.span.length_ms + SLACK_MS

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
    """For each part, in order of their starts, how often it was played beyond the first time, on average over its
    length."""
    played, once = within(stretches, parts), within(merged(stretches), parts)
    return [(p - o) / part.length_ms for p, o, part in zip(played, once, parts, strict=True)]


def within(stretches: Sequence[Span], parts: Sequence[Span]) -> list[int]:
    """For each part, in order of their starts, how many milliseconds of ``stretches`` lie in it, overlaps counted each
    time. Each stretch only meets the parts it reaches."""
    ends = list(accumulate((p.end_ms for p in parts), max))
    totals = [0] * len(parts)
    for stretch in stretches:
        n = bisect_right(ends, stretch.start_ms)
        while n < len(parts) and parts[n].start_ms < stretch.end_ms:
            totals[n] += stretch.overlap_ms(parts[n])
            n += 1
    return totals


@dataclass(frozen=True, slots=True)
class Watch:
    """How one student went through a recording: what was played, and whether they handed in."""

    stretches: Sequence[Stretch]
    finished: bool


@dataclass(frozen=True, slots=True)
class Passage:
    """What the class did at one sentence: how often it was heard again (mean over all who played anything), and the
    students, by their places, who heard it again, left after it, went past it, or played it slower."""

    replayed: float
    again: tuple[int, ...]
    left: tuple[int, ...]
    skipped: tuple[int, ...]
    slowed: tuple[int, ...]


def passages(watches: Sequence[Watch], sentences: Sequence[Span]) -> list[Passage]:
    """For each sentence, in order, what the class did there."""
    again: list[list[int]] = [[] for _ in sentences]
    left: list[list[int]] = [[] for _ in sentences]
    skipped: list[list[int]] = [[] for _ in sentences]
    slowed: list[list[int]] = [[] for _ in sentences]
    totals = [0.0] * len(sentences)
    watching = 0
    for who, watch in enumerate(watches):
        spans = [s.span for s in watch.stretches]
        if not spans or not sentences:
            continue
        watching += 1
        far_ms = max(s.end_ms for s in spans)
        slow = within([s.span for s in watch.stretches if s.is_slow], sentences)
        once = within(merged(spans), sentences)
        for n, (times, sentence) in enumerate(zip(replays(spans, sentences), sentences, strict=True)):
            totals[n] += times
            if times >= MOST_OF:
                again[n].append(who)
            if sentence.end_ms <= far_ms and once[n] < MOST_OF * sentence.length_ms:
                skipped[n].append(who)
            if slow[n] >= MOST_OF * sentence.length_ms:
                slowed[n].append(who)
        if not watch.finished:
            last = max((n for n, s in enumerate(sentences) if s.start_ms < far_ms), default=0)
            left[last].append(who)
    return [
        Passage(totals[n] / max(1, watching), tuple(again[n]), tuple(left[n]), tuple(skipped[n]), tuple(slowed[n]))
        for n in range(len(sentences))
    ]
