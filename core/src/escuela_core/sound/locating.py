"""Where known words are spoken, by whoever can tell: the aligner, or a recogniser that hears the recording out.

The aligner is exact and fast, but knows English only and loses its way in noise, under music and with robotic voices;
there the words are matched to what a recogniser hears, which takes longer.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from escuela_core.sound.aligning import Samples, align, aligns, fit
from escuela_core.timeline import Span
from escuela_core.transcripts import timing
from escuela_core.transcripts.model import Word


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
    listen: Callable[[], Sequence[Word]] | None,
    expected: Sequence[int] | None = None,
    progress: Callable[[float], None] = lambda _share: None,
) -> Located:
    """The spans of ``texts`` in the sound; see ``aligning.align`` for ``samples`` and ``expected`` (ms).

    ``listen`` gives the words a recogniser hears; it is called only where the aligner does not find the words, and
    None means that nobody listens.
    """
    if aligns(language):
        spans = align(texts, samples, silences, expected=expected, progress=progress)
        if fit(texts, spans, silences) >= timing.FITS:
            return Located(tuple(spans), are_spoken=True)
    if listen is None:
        return Located((None,) * len(texts), are_spoken=False)
    spans = timing.matched(texts, listen())
    return Located(tuple(spans), timing.is_heard(spans))
