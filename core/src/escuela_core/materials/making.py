"""One way to make each kind of material from a talk and its segments."""

from __future__ import annotations

from collections.abc import Sequence

from escuela_core.items import Item
from escuela_core.materials.digest import key_points, summary
from escuela_core.materials.exercises import gap_text, marking_guide, presumed
from escuela_core.materials.glossary import glossary
from escuela_core.materials.model import Line, Material, Place
from escuela_core.materials.reading import reading_text
from escuela_core.materials.tasks import terms_of, warm_up, writing_tasks
from escuela_core.segments.describing import key_terms
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Transcript

# When a student gets each kind, unless the teacher says otherwise.
KINDS: dict[str, Place] = {
    "glossary": "during",
    "warm_up": "before",
    "presumed": "before",
    "key_points": "after",
    "summary_short": "after",
    "summary_long": "after",
    "gap_text": "after",
    "writing_tasks": "after",
    "reading_text": "after",
    "marking_guide": "teacher",
}
Segment = tuple[Span, Sequence[str]]


def make(
    kind: str,
    talk: Transcript,
    segments: Sequence[Segment],
    *,
    level: str = "",
    items: Sequence[Item] = (),
    share: float = 1.0,
) -> Material:
    """A material of ``kind`` (one of ``KINDS``) on ``talk``; ``segments`` are spans with their key terms.

    ``items`` are the lesson's, for the guide that says how its open ones are marked; ``share`` (0 to 1) is how much of
    what is said a text to read keeps.
    """
    if kind == "marking_guide":
        lines = marking_guide(items, talk.language)
    elif kind == "reading_text":
        lines = reading_text(talk.sentences, [span for span, _ in segments], talk.language, share)
    else:
        lines = _lines(kind, talk, segments, level)
    return Material(kind, KINDS[kind], tuple(lines))


def _with_terms(spans: Sequence[Span], talk: Transcript) -> list[Segment]:
    """The terms of stretches that came without any."""
    texts = [[s.text for s in talk.sentences if span.holds(s.start_ms)] for span in spans]
    return list(zip(spans, key_terms(texts, talk.language), strict=True))


def _lines(kind: str, talk: Transcript, segments: Sequence[Segment], level: str) -> list[Line]:
    spans = [span for span, _ in segments]
    terms = terms_of(segments, talk) or terms_of(_with_terms(spans, talk), talk)
    match kind:
        case "glossary":
            return glossary(talk.sentences, talk.language, level)
        case "warm_up":
            return warm_up(terms, talk.language)
        case "key_points":
            return key_points(talk.sentences, spans, talk.language)
        case "presumed":
            return presumed(talk.sentences, talk.language)
        case "gap_text":
            quoted = summary(talk.sentences, spans, talk.language, long=False)
            return gap_text(quoted, talk.sentences, talk.language)
        case "writing_tasks":
            return writing_tasks(terms, talk)
    return summary(talk.sentences, spans, talk.language, long=kind == "summary_long")
