"""Whole milliseconds on the recording's own clock; spans are half-open, ``[start_ms, end_ms)``."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from escuela_core.errors import EscuelaError


class SpanReversedError(EscuelaError):
    code = "span_reversed"

    def __init__(self, start_ms: int, end_ms: int) -> None:
        super().__init__(
            f"A span must end after it starts: {clock(start_ms)} to {clock(end_ms)}.",
            start_ms=start_ms,
            end_ms=end_ms,
        )


@dataclass(frozen=True, slots=True, order=True)
class Span:
    """A stretch of the recording, at least one millisecond long."""

    start_ms: int
    end_ms: int

    def __post_init__(self) -> None:
        if self.start_ms >= self.end_ms:
            raise SpanReversedError(self.start_ms, self.end_ms)

    @property
    def length_ms(self) -> int:
        return self.end_ms - self.start_ms

    def holds(self, at_ms: int) -> bool:
        return self.start_ms <= at_ms < self.end_ms

    def overlap_ms(self, other: Span) -> int:
        return max(0, min(self.end_ms, other.end_ms) - max(self.start_ms, other.start_ms))

    def within(self, other: Span) -> bool:
        return other.start_ms <= self.start_ms and self.end_ms <= other.end_ms


def merged(spans: Iterable[Span]) -> list[Span]:
    """The union of ``spans`` as spans that neither touch nor overlap, in order."""
    union: list[Span] = []
    for span in sorted(spans):
        if union and span.start_ms <= union[-1].end_ms:
            last = union.pop()
            union.append(Span(last.start_ms, max(last.end_ms, span.end_ms)))
        else:
            union.append(span)
    return union


def remaining(whole: Span, without: Iterable[Span]) -> list[Span]:
    """What is left of ``whole`` once the spans ``without`` are cut out, in order; empty where nothing is."""
    left: list[Span] = []
    at_ms = whole.start_ms
    for hole in merged(without):
        if hole.start_ms > at_ms:
            left.append(Span(at_ms, min(hole.start_ms, whole.end_ms)))
        at_ms = max(at_ms, hole.end_ms)
        if at_ms >= whole.end_ms:
            return left
    return [*left, Span(at_ms, whole.end_ms)]


def clock(at_ms: int) -> str:
    """``2:05`` or ``1:02:05``, as times are shown to people; a negative time keeps its sign."""
    sign = "-" if at_ms < 0 else ""
    minutes, seconds = divmod(abs(at_ms) // 1000, 60)
    hours, minutes = divmod(minutes, 60)
    return f"{sign}{hours}:{minutes:02d}:{seconds:02d}" if hours else f"{sign}{minutes}:{seconds:02d}"
