"""What WebVTT and SRT share: blocks opened by a timing line, with the line number of each."""

from __future__ import annotations

import html
import re
from collections.abc import Iterator
from dataclasses import dataclass

from escuela_core.transcripts.cues import CaptionFramesError, CaptionLineError

ARROW = "-->"
_TIME = re.compile(r"(?:(\d{1,3}):)?(\d{1,2}):(\d{1,2})[.,](\d{1,3})")
_FRAMES = re.compile(r"\s*\d{1,2}:\d{2}:\d{2}[:;]\d{2,3}\b")
_TAG = re.compile(r"</?[a-zA-Z][^<>]*>|\{\\[^{}]*\}")


@dataclass(frozen=True, slots=True)
class Block:
    """A timing line and the text lines under it, up to an empty line or the next timing line."""

    line: int
    start_ms: int
    end_ms: int
    texts: tuple[str, ...]


def milliseconds(text: str) -> int | None:
    """``h:mm:ss.mmm``, ``mm:ss.mmm`` with dot or comma, to milliseconds; None where it is no time."""
    match = _TIME.fullmatch(text.strip())
    if match is None:
        return None
    hours, minutes, seconds, fraction = match.groups()
    if int(seconds) > 59 or (hours is not None and int(minutes) > 59):
        return None
    whole = (int(hours or 0) * 60 + int(minutes)) * 60 + int(seconds)
    return whole * 1000 + int(fraction.ljust(3, "0"))


def blocks(lines: list[str]) -> Iterator[Block]:
    """Each timed block of a file. Raises CaptionLineError or CaptionFramesError at an arrow without times."""
    at = 0
    while at < len(lines):
        if ARROW not in lines[at]:
            at += 1
            continue
        start_ms, end_ms = _times(lines[at], at + 1)
        stop = at + 1
        while stop < len(lines) and lines[stop].strip() and ARROW not in lines[stop]:
            stop += 1
        texts = lines[at + 1 : stop]
        # A file without empty lines between its cues leaves the next cue's number as the last text line.
        if stop < len(lines) and ARROW in lines[stop] and texts and texts[-1].strip().isdigit():
            texts = texts[:-1]
        yield Block(at + 1, start_ms, end_ms, tuple(texts))
        at = stop


def _times(line: str, number: int) -> tuple[int, int]:
    left, _, right = line.partition(ARROW)
    start_ms = milliseconds(left)
    end_ms = milliseconds((right.split() or [""])[0])
    if _FRAMES.match(left) or _FRAMES.match(right):
        raise CaptionFramesError(number, line)
    if start_ms is None or end_ms is None:
        raise CaptionLineError(number, line)
    return start_ms, end_ms


def plain(text: str) -> str:
    """Text without markup, entities unescaped, white space folded."""
    return " ".join(html.unescape(_TAG.sub("", text)).split())
