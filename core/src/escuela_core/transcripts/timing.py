"""The sound decides: the words of a transcript, or of a plain text, moved to where they are spoken."""

from __future__ import annotations

import difflib
import re
import statistics
from collections.abc import Sequence
from dataclasses import dataclass

from escuela_core.language.parsing import sentence_starts
from escuela_core.timeline import Span, clock
from escuela_core.transcripts.model import Sentence, Timing, Transcript, Warning, Word
from escuela_core.transcripts.prose import Spoken
from escuela_core.transcripts.repairs import repair
from escuela_core.transcripts.sentences import sentences_of
from escuela_core.transcripts.words import SLOWEST_LETTER_MS, PlacedWord, length

# Below this the words are not what is spoken, or the sound is too noisy to tell (see ``aligning.fit``).
FITS = 0.6
# A recogniser mishears words, but in their order it hears hardly any of another text: on a robotic Spanish voice 80 %
# of the words of the text that is spoken, 5 % of those of another talk.
HEARD_FITS = 0.35
# So many words in a row that were not found have times that nobody can rely on.
GUESSED_FROM = 3


@dataclass(frozen=True, slots=True)
class Retimed:
    """A transcript by its sound; ``moved_ms`` is how far its words were moved, in the middle of all."""

    transcript: Transcript
    moved_ms: int
    found: float


def retimed(transcript: Transcript, spans: Sequence[Span | None], silences: Sequence[Span] = ()) -> Retimed:
    """``transcript`` with each word where the sound has it; ``spans`` has one for each word, or None.

    Words the sound does not bear out move along with their neighbours and stay ``estimated``, rows of them ``guessed``.
    """
    words = transcript.words
    moved = [span.start_ms - w.start_ms for w, span in zip(words, spans, strict=True) if span is not None]
    speakers = [s.speaker for s in transcript.sentences for _ in s.words]
    ends = {sum(len(s.words) for s in transcript.sentences[: n + 1]) - 1 for n in range(len(transcript.sentences))}
    timed = _filled([w.text for w in words], spans, transcript.duration_ms, silences)
    placed = [PlacedWord(w, who, n in ends) for n, (w, who) in enumerate(zip(timed, speakers, strict=True))]
    sentences = sentences_of(placed, lambda texts: sentence_starts(texts, transcript.language))
    new = Transcript(transcript.language, transcript.duration_ms, tuple(sentences), transcript.warnings)
    return Retimed(new, round(statistics.median(moved)) if moved else 0, len(moved) / max(1, len(words)))


def from_prose(
    said: Sequence[Spoken],
    spans: Sequence[Span | None],
    *,
    language: str,
    duration_ms: int,
    silences: Sequence[Span] = (),
) -> Transcript:
    """A transcript of a plain text; every stretch that the sound does not bear out is a warning."""
    timed = _filled([s.text for s in said], spans, duration_ms, silences)
    placed = [PlacedWord(w, s.speaker, ends_cue=False) for w, s in zip(timed, said, strict=True)]
    sentences = sentences_of(placed, lambda texts: sentence_starts(texts, language))
    return Transcript(language, duration_ms, tuple(sentences), tuple(_unfound(timed, spans)))


def _unfound(words: Sequence[Word], spans: Sequence[Span | None]) -> list[Warning]:
    warnings = []
    begin: int | None = None
    for n in range(len(words) + 1):
        missing = n < len(words) and spans[n] is None
        if missing and begin is None:
            begin = n
        elif not missing and begin is not None:
            text = " ".join(w.text for w in words[begin : min(n, begin + 8)])
            warnings.append(repair(begin + 1, "not_in_sound", words=text, at=clock(words[begin].start_ms)))
            begin = None
    return warnings


def _filled(
    texts: Sequence[str], spans: Sequence[Span | None], duration_ms: int, silences: Sequence[Span]
) -> list[Word]:
    """A word for each text: found ones where they are, the others between their neighbours, shared out by letters over
    what is spoken there."""
    words: list[Word] = []
    n = 0
    while n < len(texts):
        span = spans[n]
        if span is not None:
            words.append(Word(span.start_ms, span.end_ms, texts[n], "aligned"))
            n += 1
            continue
        stop = n
        while stop < len(texts) and spans[stop] is None:
            stop += 1
        following = spans[stop] if stop < len(texts) else None
        floor = words[-1].end_ms if words else 0
        ceiling = following.start_ms if following is not None else duration_ms
        room = _spoken(Span(floor, max(ceiling, floor + stop - n)), silences)
        words += _between(texts[n:stop], room, from_end=not words and following is not None)
        n = stop
    return words


def _spoken(room: Span, silences: Sequence[Span]) -> list[Span]:
    """``room`` without its silences; all of it where nothing else is left."""
    parts: list[Span] = []
    at = room.start_ms
    for silence in silences:
        if silence.end_ms <= at or silence.start_ms >= room.end_ms:
            continue
        if silence.start_ms > at:
            parts.append(Span(at, silence.start_ms))
        at = silence.end_ms
    if at < room.end_ms:
        parts.append(Span(at, room.end_ms))
    return parts or [room]


def _between(texts: Sequence[str], parts: Sequence[Span], *, from_end: bool) -> list[Word]:
    """``texts`` over the ``parts`` in which is spoken, no slower than anybody speaks; ``from_end``: up to their end."""
    lengths = [length(t) for t in texts]
    spoken_ms = sum(p.length_ms for p in parts)
    scale = min(spoken_ms / sum(lengths), SLOWEST_LETTER_MS)
    spent = spoken_ms - sum(lengths) * scale if from_end else 0.0
    how: Timing = "guessed" if len(texts) >= GUESSED_FROM else "estimated"
    words = []
    for text, own in zip(texts, lengths, strict=True):
        start_ms = _instant(parts, spent)
        spent += own * scale
        words.append(Word(start_ms, max(_instant(parts, spent), start_ms + 1), text, how))
    return words


def _instant(parts: Sequence[Span], spent_ms: float) -> int:
    """When so much of ``parts`` has gone by."""
    left = spent_ms
    for part in parts:
        if left <= part.length_ms:
            return round(part.start_ms + left)
        left -= part.length_ms
    return parts[-1].end_ms


def matched(texts: Sequence[str], heard: Sequence[Word]) -> list[Span | None]:
    """The spans of ``texts`` by what a recogniser heard: the longest common rows of words (Ratcliff and Obershelp)."""
    mine, theirs = [_bare(t) for t in texts], [_bare(w.text) for w in heard]
    spans: list[Span | None] = [None] * len(texts)
    for block in difflib.SequenceMatcher(None, mine, theirs, autojunk=False).get_matching_blocks():
        for k in range(block.size):
            word = heard[block.b + k]
            spans[block.a + k] = Span(word.start_ms, max(word.end_ms, word.start_ms + 1))
    return spans


def is_heard(spans: Sequence[Span | None]) -> bool:
    """Whether so many words of a text were matched to what was heard that it is what is spoken."""
    return bool(spans) and sum(s is not None for s in spans) >= HEARD_FITS * len(spans)


def from_words(words: Sequence[Word], *, language: str, duration_ms: int) -> Transcript:
    """A transcript of recognised words."""
    placed = [PlacedWord(w, None, ends_cue=False) for w in words]
    sentences: list[Sentence] = sentences_of(placed, lambda texts: sentence_starts(texts, language))
    return Transcript(language, duration_ms, tuple(sentences))


def _bare(text: str) -> str:
    return re.sub(r"[\W_]+", "", text.lower())
