"""Plain text without times: its words, sentences and speakers, to be aligned to the sound; and a transcript as text."""

from __future__ import annotations

import re
from dataclasses import dataclass

from escuela_core.errors import EscuelaError
from escuela_core.transcripts.model import Transcript

_SPEAKER = re.compile(r"([A-ZÀ-Þ][\w.'’ -]{0,38}?):\s+(?=\S)")


class ProseEmptyError(EscuelaError):
    code = "prose_empty"

    def __init__(self) -> None:
        super().__init__("The text has no words.")


@dataclass(frozen=True, slots=True)
class Spoken:
    """One word of the text in its order, with who says it."""

    text: str
    speaker: str | None


def read(text: str) -> list[Spoken]:
    """Every word in order. A paragraph that opens with ``Name:`` is that speaker's, up to the next. Raises
    ProseEmptyError."""
    words: list[Spoken] = []
    speaker: str | None = None
    for paragraph in text.split("\n"):
        line = " ".join(paragraph.split())
        match = _SPEAKER.match(line)
        if match is not None and len(match.group(1).split()) <= 3:
            speaker, line = match.group(1), line[match.end() :]
        words += [Spoken(w, speaker) for w in line.split() if any(c.isalnum() for c in w)]
    if not words:
        raise ProseEmptyError
    return words


def write(transcript: Transcript) -> str:
    """Paragraphs of sentences, a new one where the speaker changes or the talk rests for two seconds."""
    parts: list[str] = []
    before = None
    for sentence in transcript.sentences:
        new = before is None or sentence.speaker != before.speaker or sentence.start_ms - before.end_ms >= 2_000
        if new:
            parts.append(("\n\n" if parts else "") + (f"{sentence.speaker}: " if sentence.speaker else ""))
        else:
            parts.append(" ")
        parts.append(sentence.text)
        before = sentence
    return "".join(parts) + "\n"
