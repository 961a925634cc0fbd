"""A caption file's bytes to a transcript: decode, read, clean, time the words, cut into sentences."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from escuela_core.language.parsing import sentence_starts
from escuela_core.transcripts import formats
from escuela_core.transcripts.cues import CaptionsNoCuesError, clean
from escuela_core.transcripts.decoding import decode
from escuela_core.transcripts.model import Transcript, Warning, Word
from escuela_core.transcripts.sentences import sentences_of
from escuela_core.transcripts.words import PlacedWord, words_of


@dataclass(frozen=True, slots=True)
class ReadWords:
    """The words of a caption file, not yet cut into sentences, and the repairs by their lines."""

    words: tuple[PlacedWord, ...]
    end_ms: int
    warnings: tuple[Warning, ...]

    def to_json(self) -> dict[str, Any]:
        rows = [[w.word.start_ms, w.word.end_ms, w.word.text, w.word.timing, w.speaker, w.ends_cue] for w in self.words]
        told = [{"line": w.line, "message": w.message, "code": w.code, "params": dict(w.params)} for w in self.warnings]
        return {"words": rows, "end_ms": self.end_ms, "warnings": told}

    @classmethod
    def from_json(cls, data: dict[str, Any]) -> ReadWords:
        words = tuple(PlacedWord(Word(a, b, text, how), who, last) for a, b, text, how, who, last in data["words"])
        return cls(words, data["end_ms"], tuple(Warning(**row) for row in data["warnings"]))


def read_words(data: bytes, *, duration_ms: int | None = None) -> ReadWords:
    """Read WebVTT, SRT, TTML or a pasted listing. Without ``duration_ms`` the last cue's end stands for it.

    Linear in the length of ``data``. Raises the errors of ``decoding`` and ``cues``, each one sentence for the teacher.
    """
    text, repairs = decode(data)
    cleaned, warnings = clean(formats.read(text), duration_ms)
    words = words_of(cleaned)
    if not words:
        raise CaptionsNoCuesError
    end_ms = duration_ms or max(cue.end_ms or 0 for cue in cleaned)
    return ReadWords(tuple(words), end_ms, tuple(sorted([*repairs, *warnings], key=lambda w: w.line)))


def in_sentences(read: ReadWords, language: str) -> Transcript:
    """The words cut into sentences; by the language's grammar where they have no punctuation."""
    sentences = sentences_of(read.words, lambda texts: sentence_starts(texts, language))
    return Transcript(language, read.end_ms, tuple(sentences), read.warnings)


def read_captions(data: bytes, *, language: str, duration_ms: int | None = None) -> Transcript:
    """A caption file as a transcript. Raises as ``read_words`` does."""
    return in_sentences(read_words(data, duration_ms=duration_ms), language)
