"""Cues of a caption file, and their clean-up: order, overlaps, missing ends, rolling repeats.

Nothing is dropped silently: every repair is a warning with the line it was made at.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from escuela_core.errors import EscuelaError
from escuela_core.timeline import clock
from escuela_core.transcripts.model import Warning

LONGEST_CUE_MS = 10_000
# Encoders round the length of a file; captions may outlast it by this much before they are refused.
GRACE_MS = 1_500


@dataclass(frozen=True, slots=True)
class Stamp:
    """A word time written inside a cue: the word at ``index`` of the cue starts at ``at_ms``."""

    index: int
    at_ms: int


@dataclass(frozen=True, slots=True)
class Cue:
    """One caption as the file holds it; ``end_ms`` is missing where the file gives none or a reversed one."""

    line: int
    start_ms: int
    end_ms: int | None
    lines: tuple[str, ...]
    speaker: str | None = None
    stamps: tuple[Stamp, ...] = ()

    @property
    def words(self) -> list[str]:
        return " ".join(self.lines).split()


class CaptionLineError(EscuelaError):
    code = "caption_line"

    def __init__(self, line: int, found: str) -> None:
        shown = found.strip()[:60]
        super().__init__(f"Line {line} of the captions is not a time: {shown!r}.", line=line, found=shown)


class CaptionsNoCuesError(EscuelaError):
    code = "captions_no_cues"

    def __init__(self) -> None:
        super().__init__("No captions with times were found in the file; it should be WebVTT or SRT.")


class CaptionBeyondEndError(EscuelaError):
    code = "caption_beyond_end"

    def __init__(self, line: int, at_ms: int, duration_ms: int) -> None:
        super().__init__(
            f"Line {line} of the captions is at {clock(at_ms)}, but the recording ends at {clock(duration_ms)}; "
            "are these the captions of this recording?",
            line=line,
            at=clock(at_ms),
            end=clock(duration_ms),
        )


def clean(cues: Sequence[Cue], duration_ms: int | None) -> tuple[list[Cue], list[Warning]]:
    """Cues in order, each with an end, none overlapping, each word once; and the repairs made.

    Raises CaptionBeyondEndError for a cue that starts after the recording's end.
    """
    warnings: list[Warning] = []
    ordered = _in_order(cues, warnings)
    fresh = _without_rolling(ordered, warnings)
    return _with_ends(fresh, duration_ms, warnings), warnings


def _in_order(cues: Sequence[Cue], warnings: list[Warning]) -> list[Cue]:
    latest = -1
    for cue in cues:
        if cue.start_ms < latest:
            warnings.append(
                Warning(cue.line, f"The caption at {clock(cue.start_ms)} stood out of order; it was sorted.")
            )
        latest = max(latest, cue.start_ms)
    return sorted(cues, key=lambda cue: cue.start_ms)


def _without_rolling(cues: list[Cue], warnings: list[Warning]) -> list[Cue]:
    """Rolling captions repeat the line before in each cue; where most of a file does so, repeats go."""
    repeating = sum(
        1 for a, b in zip(cues, cues[1:], strict=False) if a.lines and b.lines and b.lines[0] == a.lines[-1]
    )
    if len(cues) < 4 or repeating < 0.4 * (len(cues) - 1):
        return cues
    kept: list[Cue] = []
    before: tuple[str, ...] = ()
    for cue in cues:
        repeated = _lines_repeated(before, cue.lines)
        fresh = cue.lines[repeated:]
        before = cue.lines
        if not fresh:
            continue
        dropped = sum(len(line.split()) for line in cue.lines[:repeated])
        stamps = tuple(Stamp(s.index - dropped, s.at_ms) for s in cue.stamps if s.index >= dropped)
        kept.append(replace(cue, lines=fresh, stamps=stamps))
    warnings.append(
        Warning(cues[0].line, f"The captions roll: {len(cues)} cues repeat lines; each word was kept once.")
    )
    return kept


def _lines_repeated(before: tuple[str, ...], lines: tuple[str, ...]) -> int:
    for count in range(min(len(before), len(lines)), 0, -1):
        if before[-count:] == lines[:count]:
            return count
    return 0


def _with_ends(cues: list[Cue], duration_ms: int | None, warnings: list[Warning]) -> list[Cue]:
    done: list[Cue] = []
    for number, cue in enumerate(cues):
        if duration_ms is not None and cue.start_ms >= duration_ms + GRACE_MS:
            raise CaptionBeyondEndError(cue.line, cue.start_ms, duration_ms)
        following = next((c.start_ms for c in cues[number + 1 :] if c.start_ms > cue.start_ms), None)
        end_ms = cue.end_ms
        if end_ms is None or end_ms <= cue.start_ms:
            limit = cue.start_ms + LONGEST_CUE_MS
            end_ms = min(following, limit) if following is not None else min(limit, duration_ms or limit)
            end_ms = max(end_ms, cue.start_ms + 1)
            warnings.append(Warning(cue.line, f"The caption at {clock(cue.start_ms)} had no usable end; one was set."))
        elif following is not None and end_ms > following:
            if end_ms - following > 250:
                warnings.append(
                    Warning(cue.line, f"The caption at {clock(cue.start_ms)} overlapped the next; it was cut.")
                )
            end_ms = following
        if duration_ms is not None and end_ms > duration_ms > cue.start_ms:
            end_ms = duration_ms
        done.append(replace(cue, end_ms=end_ms))
    return done
