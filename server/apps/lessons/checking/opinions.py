"""The word of a second reader beside the check's own, for as long as the item and its sentences stay the same."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import asdict
from typing import Any

from django.conf import settings

from apps.lessons.models import Item, Lesson
from apps.lessons.segments.services import stretches
from escuela_core.checking import ItemReport, second
from escuela_core.timeline import Span
from escuela_core.transcripts import Transcript


def rests_on(report: ItemReport) -> list[dict[str, Any]]:
    """Where the check alone found the item to rest, as it is stored: around that a second reader reads."""
    return [asdict(e.span) for e in report.evidence]


def put_again(item: Item, spoken: Transcript) -> second.Put:
    """A checked item as it is put to the reader; ``spoken`` is what the lesson covers."""
    report = item.report or {}
    # Reports from before it was kept name the sentences they show.
    spans = [Span(s["start_ms"], s["end_ms"]) for s in report.get("rests_on", report.get("evidence", []))]
    return second.put(item.core(), spans, spoken)


def with_opinions(
    lesson: Lesson, items: Iterable[Item], reports: Sequence[ItemReport], transcript: Transcript
) -> list[ItemReport]:
    """The check's reports with the word of the second reader where there is one for these very words."""
    kept = {o.key: o for o in lesson.opinions.all()}
    if not kept:
        return list(reports)
    spoken = transcript.inside(*stretches(lesson))
    right_in = float(settings.WRITER.get("right_in", second.RIGHT_IN))
    told = []
    for item, report in zip(items, reports, strict=True):
        put = second.put(item.core(), [e.span for e in report.evidence], spoken)
        found = kept.get(put.key)
        if found is None:
            told.append(report)
            continue
        opinion = second.Opinion.kept(found.opinion)
        told.append(second.combined(report, put, opinion, spoken, by=found.by, right_in=right_in))
    return told
