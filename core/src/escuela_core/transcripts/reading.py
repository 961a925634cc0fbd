"""A caption file's bytes to a transcript: decode, read, clean, time the words, cut into sentences."""

from __future__ import annotations

from escuela_core.language.parsing import sentence_starts
from escuela_core.transcripts import formats
from escuela_core.transcripts.cues import CaptionsNoCuesError, clean
from escuela_core.transcripts.decoding import decode
from escuela_core.transcripts.model import Transcript
from escuela_core.transcripts.sentences import sentences_of
from escuela_core.transcripts.words import words_of


def read_captions(data: bytes, *, language: str, duration_ms: int | None = None) -> Transcript:
    """Read WebVTT, SRT, TTML or a pasted listing. Without ``duration_ms`` the last cue's end stands for it.

    Raises the errors of ``decoding`` and ``cues``, each one sentence for the teacher.
    """
    text, repairs = decode(data)
    cleaned, warnings = clean(formats.read(text), duration_ms)
    words = words_of(cleaned)
    if not words:
        raise CaptionsNoCuesError
    end_ms = duration_ms or max(cue.end_ms or 0 for cue in cleaned)
    sentences = sentences_of(words, lambda texts: sentence_starts(texts, language))
    return Transcript(language, end_ms, tuple(sentences), tuple(sorted([*repairs, *warnings], key=lambda w: w.line)))
