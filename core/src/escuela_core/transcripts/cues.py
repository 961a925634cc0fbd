"""Cues of a caption file, and their clean-up: order, overlaps, missing ends, rolling repeats.

Nothing is dropped silently: every repair is a warning with the line it was made at.
"""

from __future__ import annotations

import re
import statistics
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

from escuela_core.errors import EscuelaError
from escuela_core.timeline import clock
from escuela_core.transcripts.model import Warning
from escuela_core.transcripts.repairs import repair

LONGEST_CUE_MS = 10_000
_SPEAKER = re.compile(r"(?:>>+\s*)?([A-ZÀ-Þ][\w.'’-]*(?: [A-ZÀ-Þ][\w.'’-]*){0,2}):\s+(?=\S)|>>+\s*()(?=\S)")
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


class CaptionFramesError(EscuelaError):
    code = "caption_frames"

    def __init__(self, line: int, found: str) -> None:
        shown = found.strip()[:60]
        super().__init__(
            f"Line {line} of the captions counts frames ({shown!r}); export them with milliseconds.",
            line=line,
            found=shown,
        )


class CaptionsNoCuesError(EscuelaError):
    code = "captions_no_cues"

    def __init__(self) -> None:
        super().__init__(
            "No captions with times were found in the file; it should be WebVTT, SRT, TTML or lines that begin "
            "with a time."
        )


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
    named = _named_speakers(_without_capitals(fresh, warnings))
    return _with_ends(named, duration_ms, warnings), warnings


def _without_capitals(cues: list[Cue], warnings: list[Warning]) -> list[Cue]:
    """Captions all in capitals hide names and sentence starts from every later step; they are set small."""
    letters = [c for cue in cues for line in cue.lines for c in line if c.isalpha()]
    if (
        not letters
        or sum(c.isupper() for c in letters) < 0.9 * len(letters)
        or not any(c.lower() != c for c in letters)
    ):
        return cues
    warnings.append(repair(cues[0].line, "all_capitals"))
    starts = True
    done = []
    for cue in cues:
        lines = []
        for line in cue.lines:
            words = []
            for word in line.lower().split():
                words.append(
                    word[:1].upper() + word[1:] if starts or word in ("i", "i'm", "i'll", "i've", "i'd") else word
                )
                starts = word.rstrip("\"'”’)]")[-1:] in (".", "?", "!")
            lines.append(" ".join(words))
        done.append(replace(cue, lines=tuple(lines)))
    return done


def _named_speakers(cues: list[Cue]) -> list[Cue]:
    """``Name:`` before a cue's words is its speaker where the file does so again; ``>>`` only says that one begins."""
    found = [_SPEAKER.match(cue.lines[0]) if cue.lines and cue.speaker is None else None for cue in cues]
    counts = Counter(match.group(1) for match in found if match and match.group(1))
    done = []
    for cue, match in zip(cues, found, strict=True):
        if match is None or (match.group(1) and counts[match.group(1)] < 2):
            done.append(cue)
            continue
        lines = tuple(line for line in (cue.lines[0][match.end() :], *cue.lines[1:]) if line)
        dropped = len(match.group(0).split())
        stamps = tuple(Stamp(max(0, s.index - dropped), s.at_ms) for s in cue.stamps)
        done.append(replace(cue, lines=lines, speaker=match.group(1) or None, stamps=stamps))
    return [cue for cue in done if cue.lines]


def _in_order(cues: Sequence[Cue], warnings: list[Warning]) -> list[Cue]:
    latest = -1
    for cue in cues:
        if cue.start_ms < latest:
            warnings.append(repair(cue.line, "out_of_order", at=clock(cue.start_ms)))
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
    warnings.append(repair(cues[0].line, "rolling", count=str(len(cues))))
    return kept


def _lines_repeated(before: tuple[str, ...], lines: tuple[str, ...]) -> int:
    for count in range(min(len(before), len(lines)), 0, -1):
        if before[-count:] == lines[:count]:
            return count
    return 0


def _next_starts(cues: Sequence[Cue]) -> list[int | None]:
    """For each cue the first later start, None at the end; one pass from behind."""
    starts: list[int | None] = []
    for number in range(len(cues) - 1, -1, -1):
        after = cues[number + 1] if number + 1 < len(cues) else None
        same = after is not None and after.start_ms <= cues[number].start_ms
        starts.append(None if after is None else starts[-1] if same else after.start_ms)
    return starts[::-1]


def _with_ends(cues: list[Cue], duration_ms: int | None, warnings: list[Warning]) -> list[Cue]:
    done: list[Cue] = []
    # A listing gives no ends at all, so that setting them repairs nothing.
    gives_ends = any(cue.end_ms is not None for cue in cues)
    starts = _next_starts(cues)
    pace = _pace(cues, starts)
    for cue, following in zip(cues, starts, strict=True):
        if duration_ms is not None and cue.start_ms >= duration_ms + GRACE_MS:
            raise CaptionBeyondEndError(cue.line, cue.start_ms, duration_ms)
        end_ms = cue.end_ms
        if end_ms is None or end_ms <= cue.start_ms:
            limit = cue.start_ms + max(LONGEST_CUE_MS, round(pace * _letters(cue)))
            # A line lasts to the next one; how long it is really spoken is left to the length of its words.
            end_ms = following if following is not None else min(limit, duration_ms or limit)
            end_ms = max(end_ms, cue.start_ms + 1)
            if gives_ends:
                warnings.append(repair(cue.line, "no_end", at=clock(cue.start_ms)))
        elif following is not None and end_ms > following:
            if end_ms - following > 250:
                warnings.append(repair(cue.line, "overlap", at=clock(cue.start_ms)))
            end_ms = following
        if duration_ms is not None and end_ms > duration_ms > cue.start_ms:
            end_ms = duration_ms
        done.append(replace(cue, end_ms=end_ms))
    return done


def _pace(cues: Sequence[Cue], following: Sequence[int | None]) -> float:
    """Milliseconds a letter, in the middle of the cues that another follows; 0 without any."""
    paces = [(to - c.start_ms) / _letters(c) for c, to in zip(cues, following, strict=True) if to is not None]
    return statistics.median(paces) if paces else 0.0


def _letters(cue: Cue) -> int:
    return max(1, sum(len(line) for line in cue.lines))
