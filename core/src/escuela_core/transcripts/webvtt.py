"""WebVTT (W3C): reads voice tags and inline word times; settings, NOTE, STYLE and REGION blocks are passed over."""

from __future__ import annotations

import re
from collections.abc import Iterable

from escuela_core.transcripts.blocks import blocks, milliseconds, plain
from escuela_core.transcripts.cues import Cue, Stamp
from escuela_core.transcripts.model import Transcript
from escuela_core.transcripts.stamps import stamp

_STAMP = re.compile(r"<(\d[\d:.]*)>")
_VOICE = re.compile(r"<v(?:\.[^\s<>]{0,200})?\s{1,10}([^<>]{0,200})>")


def recognises(text: str) -> bool:
    return text.lstrip().startswith("WEBVTT")


def read(text: str) -> list[Cue]:
    """Cues in the order of the file. Raises CaptionLineError."""
    found: list[Cue] = []
    for block in blocks(text.split("\n")):
        lines: list[str] = []
        stamps: list[Stamp] = []
        seen = 0
        for raw in block.texts:
            pieces = _STAMP.split(raw)
            for number, piece in enumerate(pieces):
                if number % 2:
                    at_ms = milliseconds(piece)
                    if at_ms is not None:
                        stamps.append(Stamp(seen, at_ms))
                else:
                    seen += len(plain(piece).split())
            line = plain(" ".join(pieces[::2]))
            if line:
                lines.append(line)
        voice = _VOICE.search(" ".join(block.texts))
        speaker = plain(voice.group(1)) if voice else None
        end_ms = block.end_ms if block.end_ms > block.start_ms else None
        found.append(Cue(block.line, block.start_ms, end_ms, tuple(lines), speaker or None, tuple(stamps)))
    return found


def escape(text: str) -> str:
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")


def write(transcript: Transcript) -> str:
    """One cue a sentence, with a voice tag where the speaker is known and a stamp before each further word."""
    parts = ["WEBVTT\n"]
    for sentence in transcript.sentences:
        first, *others = sentence.words
        words = escape(first.text) + "".join(f" <{stamp(w.start_ms)}>{escape(w.text)}" for w in others)
        voice = f"<v {escape(sentence.speaker)}>" if sentence.speaker else ""
        parts.append(f"{stamp(sentence.start_ms)} --> {stamp(sentence.end_ms)}\n{voice}{words}\n")
    return "\n".join(parts)


def cues(rows: Iterable[tuple[int, int, str]]) -> str:
    """Plain cues (start_ms, end_ms, text): chapters, or captions without word times."""
    written = [f"{stamp(start_ms)} --> {stamp(end_ms)}\n{escape(text)}\n" for start_ms, end_ms, text in rows]
    return "\n".join(["WEBVTT\n", *written])
