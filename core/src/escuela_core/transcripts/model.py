"""A transcript: words with times, sentences made of them, and the repairs that reading needed."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from escuela_core.timeline import Span

# Written beside the word, found in the sound, shared out between two known instants near by, or between two that are
# too far apart to tell.
Timing = Literal["given", "aligned", "estimated", "guessed"]


@dataclass(frozen=True, slots=True)
class Word:
    """One spoken word as written, with how its times are known."""

    start_ms: int
    end_ms: int
    text: str
    timing: Timing


@dataclass(frozen=True, slots=True)
class Sentence:
    """One sentence; its span runs from its first word's start to its last word's end."""

    words: tuple[Word, ...]
    speaker: str | None = None

    @property
    def start_ms(self) -> int:
        return self.words[0].start_ms

    @property
    def end_ms(self) -> int:
        return max(self.words[-1].end_ms, self.start_ms + 1)

    @property
    def span(self) -> Span:
        return Span(self.start_ms, self.end_ms)

    @property
    def text(self) -> str:
        return " ".join(word.text for word in self.words)

    @property
    def is_sure(self) -> bool:
        """Whether the times of most of its words are known well enough to be relied on."""
        return 2 * sum(word.timing == "guessed" for word in self.words) <= len(self.words)


@dataclass(frozen=True, slots=True)
class Warning:
    """One repair made while reading, with the line of the caption file it was made at."""

    line: int
    message: str
    code: str
    params: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class Transcript:
    """What is said in a recording. Sentences are in order of time and do not overlap."""

    language: str
    duration_ms: int
    sentences: tuple[Sentence, ...]
    warnings: tuple[Warning, ...] = ()

    @property
    def words(self) -> list[Word]:
        return [word for sentence in self.sentences for word in sentence.words]

    def inside(self, *stretches: Span) -> Transcript:
        """The sentences whose middle lies in one of ``stretches``; everything downstream sees only those."""
        kept = tuple(s for s in self.sentences if any(p.holds((s.start_ms + s.end_ms) // 2) for p in stretches))
        return Transcript(self.language, self.duration_ms, kept, self.warnings)
