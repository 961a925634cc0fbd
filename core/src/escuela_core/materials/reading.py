"""A text to read made of what is said: repaired as it would be written down, in paragraphs, perhaps shortened."""

from __future__ import annotations

import re
from collections.abc import Sequence

from escuela_core.language.quantities import quantities
from escuela_core.language.repair import repaired
from escuela_core.materials.digest import telling
from escuela_core.materials.model import MOST_LINES, Line
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Sentence

# A paragraph ends with the sentence that brings it here, in letters.
PARAGRAPH = 420
_NAME = re.compile(r"(?<=[^.!?] )[^\W\d_a-zß-ÿ]\w+")


def reading_text(
    sentences: Sequence[Sentence], stretches: Sequence[Span], language: str, share: float = 1.0
) -> list[Line]:
    """Paragraphs of each stretch, resting on their sentences; of each the ``share`` (0 to 1) that tells most is left.

    A sentence stays as it was said where putting it right would have brought in a number or a name it does not say.
    """
    lines: list[Line] = []
    for stretch in stretches:
        inside = [s for s in sentences if stretch.holds((s.start_ms + s.end_ms) // 2)]
        written: list[str] = []
        spans: list[Span] = []
        for sentence in _left(inside, language, share):
            text = _written(sentence.text, language)
            if not text:
                continue
            if spans and _speaker_of(inside, spans[-1]) != sentence.speaker:
                lines.append(Line(" ".join(written), "", tuple(spans)))
                written, spans = [], []
            written.append(f"{sentence.speaker}: {text}" if sentence.speaker and not spans else text)
            spans.append(sentence.span)
            if len(" ".join(written)) >= PARAGRAPH:
                lines.append(Line(" ".join(written), "", tuple(spans)))
                written, spans = [], []
        if written:
            lines.append(Line(" ".join(written), "", tuple(spans)))
    return _joined(lines)


def _speaker_of(sentences: Sequence[Sentence], span: Span) -> str | None:
    return next((s.speaker for s in sentences if s.span == span), None)


def _left(sentences: Sequence[Sentence], language: str, share: float) -> list[Sentence]:
    """The most telling ``share`` of them, at least one, in the order they are said."""
    if share >= 1 or not sentences:
        return list(sentences)
    wanted = max(1, round(len(sentences) * share))
    return sorted(telling(sentences, language)[:wanted], key=lambda s: s.start_ms)


def _written(text: str, language: str) -> str:
    written = repaired(text, language)
    new_numbers = {q.stated for q in quantities(written, language)} - {q.stated for q in quantities(text, language)}
    new_names = set(_NAME.findall(written)) - set(re.findall(r"\w+", text))
    return text if new_numbers or new_names else written


def _joined(lines: list[Line]) -> list[Line]:
    """No more than a material may have: neighbours become one until it fits."""
    while len(lines) > MOST_LINES:
        pairs = zip(lines[::2], [*lines[1::2], Line("")], strict=False)
        lines = [Line(f"{a.text} {b.text}".strip(), "", a.evidence + b.evidence) for a, b in pairs]
    return lines
