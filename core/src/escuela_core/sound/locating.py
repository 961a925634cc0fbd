"""Where known words are spoken, by whoever can tell: the aligner, or a recogniser that hears the recording out.

The aligner is exact and fast, but knows English only and loses its way in noise, under music and with robotic voices.
Where it loses single stretches, these are heard by a recogniser and matched to what it hears; where it does not find
the words at all, the whole recording is.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from escuela_core.language.languages import language_of
from escuela_core.sound.aligning import RATE, Samples, align, fit, rising
from escuela_core.timeline import Span
from escuela_core.transcripts import timing
from escuela_core.transcripts.model import Word

# So many words in a row that the aligner did not find are a stretch to be heard, with some of the words about it, which
# may be wrong as well.
LOST, BESIDE = 3, 3
# Lost stretches nearer to each other than this are heard at one go.
JOINED_MS = 8_000
# Of two times for a word that are no further apart than this the aligner's is taken.
NEAR_MS = 300
Listen = Callable[[Span], Sequence[Word]]


@dataclass(frozen=True, slots=True)
class Located:
    """A span for each word, or None; ``are_spoken`` is whether these words are what is said in the recording."""

    spans: tuple[Span | None, ...]
    are_spoken: bool


def located(
    texts: Sequence[str],
    samples: Samples,
    silences: Sequence[Span],
    *,
    language: str,
    listen: Listen | None,
    expected: Sequence[int] | None = None,
    progress: Callable[[float], None] = lambda _share: None,
) -> Located:
    """The spans of ``texts`` in the sound; see ``aligning.align`` for ``samples`` and ``expected`` (ms).

    ``listen`` gives the words a recogniser hears in a stretch of the recording, with their times in the recording;
    it is called only where the aligner does not find the words, and None means that nobody listens.
    """
    whole = Span(0, max(1, len(samples) * 1000 // RATE))
    if language_of(language).can_be_aligned:
        spans = align(texts, samples, silences, expected=expected, progress=progress)
        if fit(texts, spans, silences) >= timing.FITS:
            return Located(tuple(_completed(texts, spans, whole, listen)), are_spoken=True)
    if listen is None:
        return Located((None,) * len(texts), are_spoken=False)
    spans = timing.matched(texts, listen(whole))
    return Located(tuple(spans), timing.is_heard(spans))


def _completed(
    texts: Sequence[str], spans: Sequence[Span | None], whole: Span, listen: Listen | None
) -> Sequence[Span | None]:
    """``spans`` with the lost stretches as they are heard."""
    if listen is None:
        return spans
    found = list(spans)
    for first, end in _lost(spans, whole):
        stretch = _around(spans, first, end, whole)
        for n, heard in enumerate(timing.matched(texts[first:end], listen(stretch)), first):
            own = spans[n]
            if heard is not None and (own is None or abs(own.start_ms - heard.start_ms) > NEAR_MS):
                found[n] = heard
    return rising(found)


def _lost(spans: Sequence[Span | None], whole: Span) -> list[tuple[int, int]]:
    """The stretches that were not found, with words beside them: the first word's number and that after the last."""
    lost: list[tuple[int, int]] = []
    begin = 0
    while begin < len(spans):
        end = begin
        while end < len(spans) and (spans[end] is None) == (spans[begin] is None):
            end += 1
        if spans[begin] is None and end - begin >= LOST:
            first, last = max(0, begin - BESIDE), min(len(spans), end + BESIDE)
            heard_to_ms = _around(spans, *lost[-1], whole).end_ms if lost else -JOINED_MS
            if _around(spans, first, last, whole).start_ms - heard_to_ms < JOINED_MS:
                lost[-1] = (lost[-1][0], last)
            else:
                lost.append((first, last))
        begin = end
    return lost


def _around(spans: Sequence[Span | None], first: int, end: int, whole: Span) -> Span:
    """Where words ``first`` to ``end`` can be spoken: between the words that were found before and after them."""
    before = next((s for s in reversed(spans[:first]) if s is not None), None)
    after = next((s for s in spans[end:] if s is not None), None)
    start_ms = before.end_ms if before else whole.start_ms
    return Span(start_ms, max(start_ms + 1, after.start_ms if after else whole.end_ms))
