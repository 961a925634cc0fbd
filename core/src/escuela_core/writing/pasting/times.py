"""Times of a recording as people write them: 2:05, 1:02:05, 2m05s, 2 min 5 s, 2'05", 125 s, and from one to another."""

from __future__ import annotations

import re
from dataclasses import dataclass

_CLOCK = r"(?:(\d{1,2}):)?(\d{1,3}):([0-5]\d)(?:[.,](\d{1,3}))?"
_WORDS = (
    r"(?:(\d{1,2})\s*h(?:ours?|oras?)?\s*)?"
    r"(?:(\d{1,3})\s*(?:m(?:in(?:ute|uto)?s?)?(?![a-z])\.?|['’′])\s*)?"
    r"(?:(\d{1,4})\s*(?:s(?:ec(?:ond)?s?|eg(?:undo)?s?)?\b\.?|[\"”″]|''))?"
)
_TO = r"\s*(?:-|–|—|→|-->|to|until|a|hasta)\s*"
_LEAD = (
    r"(?:(?:at|from|around|about|min(?:ute|uto)?s?\.?|time(?:stamp|code)?|tiempo|en|desde|see|watch|pause|pausa|t)"
    r"\s*[:=]?\s*|[⏱⏲🕐📍@~]\s*️?\s*)*"
)
TIME = re.compile(rf"(?<![\w:]){_CLOCK}(?![\w:])")
_IN_WORDS = re.compile(rf"(?<!\w){_WORDS}(?!\w)", re.IGNORECASE)
# A bracket that holds nothing but a time or two.
BRACKETED = re.compile(
    rf"\s*[\[(]\s*{_LEAD}(?P<span>(?:{_CLOCK}|{_WORDS})(?:{_TO}(?:{_CLOCK}|{_WORDS}))?)\s*[\])]\s*", re.IGNORECASE
)
LEADING = re.compile(rf"^\s*{_LEAD}(?P<span>{_CLOCK}(?:{_TO}{_CLOCK})?)\s*(?:[-–—:|·.]\s*|\s+|$)", re.IGNORECASE)
TRAILING = re.compile(rf"(?:\s+[-–—@|·]\s*|\s+at\s+)(?P<span>{_CLOCK}(?:{_TO}{_CLOCK})?)\s*$", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Place:
    """An instant or, where ``end_ms`` is another, a stretch of the recording (ms)."""

    start_ms: int
    end_ms: int


def place_in(text: str) -> Place | None:
    """The first time in ``text``, or the stretch from it to the next; None where there is none."""
    found = [_clock(m) for m in TIME.finditer(text)]
    if not found:
        found = [_words(m) for m in _IN_WORDS.finditer(text) if any(m.groups())]
    if not found:
        return None
    start_ms, end_ms = found[0], found[1] if len(found) > 1 else found[0]
    return Place(start_ms, max(start_ms, end_ms))


def _clock(match: re.Match[str]) -> int:
    hours, minutes, seconds, fraction = match.groups()
    whole_s = (int(hours or 0) * 60 + int(minutes)) * 60 + int(seconds)
    return whole_s * 1000 + int((fraction or "0").ljust(3, "0"))


def _words(match: re.Match[str]) -> int:
    hours, minutes, seconds = (int(g or 0) for g in match.groups())
    return ((hours * 60 + minutes) * 60 + seconds) * 1000


def taken_out(text: str, *, leading: bool) -> tuple[str, Place | None]:
    """``text`` without its time, and that time: in brackets or, where ``leading``, before it all or at its end."""
    patterns = (BRACKETED, LEADING, TRAILING) if leading else (BRACKETED,)
    for pattern in patterns:
        match = pattern.search(text)
        place = place_in(match.group("span")) if match else None
        if match and place:
            left = f"{text[: match.start()]} {text[match.end() :]}"
            return re.sub(r"\s+([?.!,;:])", r"\1", " ".join(left.split())), place
    return text, None
