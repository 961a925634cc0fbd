"""A caption file's bytes to a transcript: decode, read, clean, time the words, cut into sentences."""

from __future__ import annotations

from escuela_core.language.parsing import sentence_starts
from escuela_core.transcripts import srt, webvtt
from escuela_core.transcripts.cues import CaptionsNoCuesError, Cue, clean
from escuela_core.transcripts.decoding import decode
from escuela_core.transcripts.model import Transcript
from escuela_core.transcripts.sentences import sentences_of
from escuela_core.transcripts.words import words_of


def read_captions(data: bytes, *, language: str, duration_ms: int | None = None) -> Transcript:
    """Read WebVTT or SRT. Without ``duration_ms`` the last cue's end stands for it.

    Raises the errors of ``decoding`` and ``cues``, each one sentence for the teacher.
    """
    cues = _cues(decode(data))
    cleaned, warnings = clean(cues, duration_ms)
    words = words_of(cleaned)
    if not words:
        raise CaptionsNoCuesError
    end_ms = duration_ms or max(cue.end_ms or 0 for cue in cleaned)
    sentences = sentences_of(words, lambda texts: sentence_starts(texts, language))
    return Transcript(language, end_ms, tuple(sentences), tuple(sorted(warnings, key=lambda w: w.line)))


def _cues(text: str) -> list[Cue]:
    cues = webvtt.read(text) if webvtt.recognises(text) else srt.read(text)
    spoken = [cue for cue in cues if cue.lines]
    if not spoken:
        raise CaptionsNoCuesError
    return spoken
