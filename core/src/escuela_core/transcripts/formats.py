"""The caption formats by name: how a file is recognised and read, and how a transcript is written as one."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from escuela_core.transcripts import listing, prose, srt, ttml, webvtt
from escuela_core.transcripts.blocks import ARROW
from escuela_core.transcripts.cues import CaptionsNoCuesError, Cue
from escuela_core.transcripts.model import Transcript


@dataclass(frozen=True, slots=True)
class Written:
    """One way of writing a transcript, with the ending and the media type of such a file."""

    ending: str
    media_type: str
    write: Callable[[Transcript], str]


WRITTEN = {
    "webvtt": Written("vtt", "text/vtt", webvtt.write),
    "srt": Written("srt", "application/x-subrip", srt.write),
    "ttml": Written("ttml", "application/ttml+xml", ttml.write),
    "listing": Written("txt", "text/plain", listing.write),
    "text": Written("txt", "text/plain", prose.write),
}


def read(text: str) -> list[Cue]:
    """Cues of a file in any known format. Raises CaptionsNoCuesError and what the format's own reader raises."""
    cues = _reader(text)(text)
    if not any(cue.lines for cue in cues):
        raise CaptionsNoCuesError
    return [cue for cue in cues if cue.lines]


def has_times(text: str) -> bool:
    """Whether ``text`` is captions of some format rather than plain text."""
    return webvtt.recognises(text) or ttml.recognises(text) or ARROW in text or listing.recognises(text)


def _reader(text: str) -> Callable[[str], list[Cue]]:
    if webvtt.recognises(text):
        return webvtt.read
    if ttml.recognises(text):
        return ttml.read
    if ARROW in text:
        return srt.read
    if listing.recognises(text):
        return listing.read
    raise CaptionsNoCuesError
