"""Where the subject changes: boundaries at sentence ends by meaning, words and pauses, parts of 45 s to 6 min.

A stretch of sentences before each possible boundary is set against the stretch after it, as in TextTiling
(Hearst 1997), with sentence vectors beside words; the best set of boundaries is found by dynamic programming.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np

from escuela_core.language.functions import teaching
from escuela_core.language.languages import language_of
from escuela_core.language.terms import lemmas
from escuela_core.language.vectors import Vectors, encoder
from escuela_core.segments.announcing import announced, announces
from escuela_core.segments.describing import key_terms, summary_of, title_of
from escuela_core.segments.titling import titles
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Sentence, Transcript

if TYPE_CHECKING:
    from numpy.typing import NDArray

SHORTEST_MS = 45_000
LONGEST_MS = 360_000
WINDOW_MS = 28_000
# Weights and the price of a boundary were set on the development talks, never on the reporting ones.
MEANING, WORDS, PAUSE, ANNOUNCED = 1.0, 0.6, 0.2, 2.0
PRICE, PRICE_STEP = -0.5, 0.4
# Terms and summaries rest on what teaches so likely, where so many sentences do; the first ones announce.
TEACHES_FROM, FEWEST_TEACHING, OPENING = 0.5, 3, 2
# Too short a part is made only where a long silence leaves no other way.
TOO_SHORT = 50.0


@dataclass(frozen=True, slots=True)
class Segment:
    """A part of the recording; the last one ends with the extract."""

    span: Span
    title: str
    summary: str
    key_terms: tuple[str, ...]


def divide(transcript: Transcript, *, fineness: int = 0) -> list[Segment]:
    """The segments of ``transcript``, covering it from the first sentence to the last; none where nothing is said.

    ``fineness`` from -2 to 2: each step doubles (coarser, below 0) or halves how long parts may be and how soon they
    come.
    """
    sentences = transcript.sentences
    if not sentences:
        return []
    vectors = encoder().embed([s.text for s in sentences])
    words = [lemmas(s.text, transcript.language) for s in sentences]
    firsts = _best_boundaries(
        sentences,
        _changes(sentences, vectors, words, transcript.language),
        2.0**-fineness,
        PRICE - PRICE_STEP * fineness,
    )
    return describe(transcript, firsts)


def describe(transcript: Transcript, firsts: Sequence[int]) -> list[Segment]:
    """Segments that begin at the sentences numbered ``firsts`` (the first one 0), titled by their own words."""
    sentences = transcript.sentences
    groups = [sentences[a:b] for a, b in zip(firsts, [*firsts[1:], len(sentences)], strict=True)]
    told = _teaching(groups, transcript.language)
    terms = key_terms(told, transcript.language)
    named = _titles(groups, told, terms, transcript.language)
    segments = []
    for number, (group, texts, own, title) in enumerate(zip(groups, told, terms, named, strict=True)):
        start_ms = 0 if number == 0 else group[0].start_ms
        end_ms = (
            groups[number + 1][0].start_ms
            if number + 1 < len(groups)
            else max(transcript.duration_ms, group[-1].end_ms)
        )
        segments.append(Segment(Span(start_ms, end_ms), title, summary_of(texts, own), tuple(own[:5])))
    return segments


def _titles(
    groups: Sequence[Sequence[Sentence]], told: Sequence[Sequence[str]], terms: Sequence[Sequence[str]], language: str
) -> list[str]:
    """What each segment announces at its start, else the phrase that tells what it is about, else its terms."""
    texts = [[s.text for s in group] for group in groups]
    named = ["", *(_announced(own[:OPENING], language) for own in texts[1:])]
    if language_of(language).is_read:
        named = titles(texts, named)
    whole = [title or title_of(own, of, language) for title, own, of in zip(named, told, terms, strict=True)]
    return [title[:1].upper() + title[1:] for title in whole]


def _announced(opening: Sequence[str], language: str) -> str:
    return next((name for text in opening if (name := announced(text, language))), "")


def _teaching(groups: Sequence[Sequence[Sentence]], language: str) -> list[list[str]]:
    """The sentences of each segment that teach something, where it can be told; all of them where few do."""
    texts = [[s.text for s in group] for group in groups]
    if not language_of(language).is_read:
        return texts
    likely = iter(teaching([text for own in texts for text in own]))
    kept = [[text for text in own if next(likely) >= TEACHES_FROM] for own in texts]
    return [some if len(some) >= FEWEST_TEACHING else own for some, own in zip(kept, texts, strict=True)]


def _changes(
    sentences: Sequence[Sentence], vectors: Vectors, words: Sequence[frozenset[str]], language: str
) -> NDArray[np.float64]:
    """For each sentence, how much the subject changes right before it, standardised over the talk."""
    count = len(sentences)
    meaning, shared, pause = (np.zeros(count) for _ in range(3))
    for at in range(1, count):
        left = _window(sentences, at - 1, -1)
        right = _window(sentences, at, 1)
        a, b = vectors[left].sum(axis=0), vectors[right].sum(axis=0)
        meaning[at] = 1.0 - float(a @ b) / (float(np.linalg.norm(a) * np.linalg.norm(b)) or 1.0)
        before = frozenset().union(*(words[i] for i in left))
        after = frozenset().union(*(words[i] for i in right))
        shared[at] = 1.0 - len(before & after) / (math.sqrt(len(before) * len(after)) or 1.0)
        pause[at] = math.log1p(max(0, sentences[at].start_ms - sentences[at - 1].end_ms))
    opens = np.array([announces(s.text, language) for s in sentences], float)
    return MEANING * _standard(meaning) + WORDS * _standard(shared) + PAUSE * _standard(pause) + ANNOUNCED * opens


def _standard(values: NDArray[np.float64]) -> NDArray[np.float64]:
    spread = float(values[1:].std()) if len(values) > 2 else 0.0
    return (values - values[1:].mean()) / spread if spread > 0 else np.zeros_like(values)


def _window(sentences: Sequence[Sentence], at: int, step: int) -> list[int]:
    found: list[int] = []
    spent = 0
    while 0 <= at < len(sentences) and (spent < WINDOW_MS or len(found) < 2):
        found.append(at)
        spent += sentences[at].end_ms - sentences[at].start_ms
        at += step
    return found


def _best_boundaries(
    sentences: Sequence[Sentence], change: NDArray[np.float64], scale: float, price_each: float
) -> list[int]:
    """Sentence numbers that open segments, best total change at a price per boundary, lengths within scaled bounds."""
    shortest, longest = SHORTEST_MS * scale, LONGEST_MS * scale
    count = len(sentences)
    starts = [0, *(s.start_ms for s in sentences[1:]), sentences[-1].end_ms]
    best = [-math.inf] * (count + 1)
    back = [0] * (count + 1)
    best[0] = 0.0
    low = 0
    for end in range(1, count + 1):
        while starts[end] - starts[low] > longest and low < end - 1:
            low += 1
        for begin in range(low, end):
            price = (price_each if begin else 0.0) + (TOO_SHORT if starts[end] - starts[begin] < shortest else 0.0)
            gain = best[begin] + (float(change[begin]) if begin else 0.0) - price
            if gain > best[end]:
                best[end], back[end] = gain, begin
    firsts = []
    at = count
    while at > 0:
        at = back[at]
        firsts.append(at)
    return firsts[::-1]
