"""Pasted listings: ``[2:05] text``, ``2:05 text``, ``1:02:05`` on a line of its own with the text under it."""

from __future__ import annotations

import re

from escuela_core.timeline import clock
from escuela_core.transcripts.cues import Cue
from escuela_core.transcripts.model import Transcript

_TIME = r"(?:(\d{1,2}):)?(\d{1,3}):(\d{2})(?:[.,](\d{1,3}))?"
_LINE = re.compile(
    rf"\s*+[-–•*]?\s*+[\[(]?\s*+{_TIME}\s*+(?:[-–—>]++\s*+(?:\d{{1,2}}:)?\d{{1,3}}:\d{{2}}(?:[.,]\d{{1,3}})?)?"
    r"\s*+[\])]?\s*+[-–—:|]?\s*+(.*)"
)
_SPEAKER = re.compile(r"([^\W\d_][\w.'’ -]{0,38}?):\s+(?=\S)")
# Times stand at most this far apart in characters; prose that happens to hold one time is no listing.
_LINES_PER_TIME = 8


def recognises(text: str) -> bool:
    """Whether the lines of ``text`` carry times often enough, each later than the one before."""
    lines = [line for line in text.split("\n") if line.strip()]
    timed = [at for line in lines if (at := _time(line)) is not None]
    return bool(timed) and len(lines) <= _LINES_PER_TIME * len(timed) and timed == sorted(timed)


def read(text: str) -> list[Cue]:
    """Cues without ends, in the order of the text; what stands before the first time is left to it."""
    cues: list[Cue] = []
    waiting: list[str] = []
    begun: tuple[int, int] | None = None

    def close() -> None:
        words = " ".join(waiting)
        if begun is not None and words:
            speaker, said = _speaker(words)
            cues.append(Cue(begun[0], begun[1], None, (said,), speaker))
        waiting.clear()

    for number, line in enumerate(text.split("\n"), 1):
        at_ms = _time(line)
        if at_ms is not None:
            if begun is not None:
                close()
            begun = (number, at_ms)
            match = _LINE.fullmatch(line)
            rest = match.group(5) if match else ""
        else:
            rest = line
        if rest.strip():
            waiting.append(" ".join(rest.split()))
    close()
    return cues


def write(transcript: Transcript) -> str:
    """A line a sentence, with its time and its speaker."""
    return "".join(
        f"[{clock(s.start_ms)}] {s.speaker + ': ' if s.speaker else ''}{s.text}\n" for s in transcript.sentences
    )


def _time(line: str) -> int | None:
    match = _LINE.fullmatch(line)
    if match is None or int(match.group(3)) > 59 or (match.group(1) and int(match.group(2)) > 59):
        return None
    hours, minutes, seconds, fraction = match.groups()[:4]
    return ((int(hours or 0) * 60 + int(minutes)) * 60 + int(seconds)) * 1000 + int((fraction or "0").ljust(3, "0"))


def _speaker(words: str) -> tuple[str | None, str]:
    match = _SPEAKER.match(words)
    if match is None or len(match.group(1).split()) > 4:
        return None, words
    return match.group(1), words[match.end() :]
