"""What was said, shorter: summaries at two lengths and key points, all quoted from the talk."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from escuela_core.language.languages import language_of
from escuela_core.language.parsing import parsed_all
from escuela_core.language.vectors import encoder
from escuela_core.materials.model import Line
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Sentence
from escuela_core.writing.clause import capital
from escuela_core.writing.clauses import clauses

SHORT, LONG = 1, 3
FEWEST_WORDS, MOST_WORDS = 6, 30


def summary(sentences: Sequence[Sentence], stretches: Sequence[Span], language: str, *, long: bool) -> list[Line]:
    """The most telling sentences of each stretch, one or three, in the order they are said."""
    lines = []
    for stretch in stretches:
        inside = [s for s in sentences if stretch.holds(s.start_ms)]
        wanted = LONG if long else SHORT
        lines += [Line(s.text, "", (s.span,)) for s in telling(inside, language)[:wanted]]
    return sorted(lines, key=lambda line: line.evidence[0].start_ms)


def key_points(sentences: Sequence[Sentence], stretches: Sequence[Span], language: str) -> list[Line]:
    """For each stretch one or two statements, trimmed to what they say; whole sentences in other languages."""
    if not language_of(language).is_read:
        return summary(sentences, stretches, language, long=False)
    docs = parsed_all([s.text for s in sentences])
    numbers = {s.span: n for n, s in enumerate(sentences)}
    lines = []
    for stretch in stretches:
        inside = [s for s in sentences if stretch.holds(s.start_ms)]
        found = []
        for sentence in telling(inside, language):
            told = [c for c in clauses(numbers[sentence.span], docs) if not c.speaks_of_speaker and len(c.tokens) > 4]
            if told:
                found.append(Line(capital(told[0].text) + ".", "", (sentence.span,)))
        lines += sorted(found[:2], key=lambda line: line.evidence[0].start_ms)
    return lines


def telling(sentences: Sequence[Sentence], language: str) -> list[Sentence]:
    """Sentences that can be read alone, the nearest to what all of them are about first."""
    whole = [s for s in sentences if FEWEST_WORDS <= len(s.text.split()) <= MOST_WORDS and not s.text.endswith("?")]
    if language_of(language).is_read:
        docs = parsed_all([s.text for s in whole])
        alone = [s for n, s in enumerate(whole) if any(not c.resolved for c in clauses(n, docs))]
        whole = alone or whole
    if not whole:
        return list(sentences)[:1]
    vectors = encoder().embed([s.text for s in whole])
    centre = encoder().embed([s.text for s in sentences]).mean(axis=0)
    order = np.argsort(-(vectors @ centre), kind="stable")
    return [whole[int(n)] for n in order]
