"""The script as a page of results: what the class heard again, left, passed over or slowed down at, and how each pause
went; with what was taught again before and after."""

from __future__ import annotations

from typing import Any

from apps.assignments.models import Assignment
from apps.results.class_sheet import Sheet
from apps.results.models import Revision
from apps.results.revision import for_whom
from apps.results.teaching_serializers import (
    FirstTriesOut,
    PassageOut,
    PauseResultOut,
    RevisionOut,
    ScriptResultOut,
)
from apps.study.models import Student
from escuela_core.results.sheet import Tally, together
from escuela_core.results.watching import Passage, Watch, passages
from escuela_core.timeline import Span


def script_page(assignment: Assignment) -> ScriptResultOut:
    """Every sentence of the edition, with the students' names where they did something there, and every pause."""
    sheet = Sheet(assignment)
    sentences = sheet.content["sentences"]
    spans = [Span(s["start_ms"], max(s["end_ms"], s["start_ms"] + 1)) for s in sentences]
    told = passages([_watch(s, sheet) for s in sheet.students], spans)
    made = Revision.objects.filter(assignment=assignment, lesson__removed_at=None).select_related("lesson")
    names = [s.nickname for s in sheet.students]
    return ScriptResultOut(
        sentences=[_sentence(s, p, names) for s, p in zip(sentences, told, strict=True)],
        pauses=[
            PauseResultOut(
                number=n + 1,
                item=item.id,
                pause_ms=item.pause_ms or 0,
                prompt=item.asked,
                answered=tally.answered,
                first=tally.first,
            )
            for n, (item, tally) in enumerate(zip(sheet.items, sheet.tallies(), strict=True))
        ],
        for_whom={
            str(n): [s.nickname for s in for_whom(sheet, [n])]
            for n in sorted({sheet.segment_of(i) for i in sheet.items})
        },
        revisions=[_revision(r, sheet) for r in made],
    )


def _watch(student: Student, sheet: Sheet) -> Watch:
    return Watch([p.stretch for p in sheet.stretches[student.id]], student.finished_at is not None)


def _sentence(sentence: dict[str, Any], told: Passage, names: list[str]) -> PassageOut:
    return PassageOut(
        start_ms=sentence["start_ms"],
        end_ms=sentence["end_ms"],
        text=sentence["text"],
        replayed=round(told.replayed, 2),
        again=[names[n] for n in told.again],
        left=[names[n] for n in told.left],
        skipped=[names[n] for n in told.skipped],
        slowed=[names[n] for n in told.slowed],
    )


def tally_of(sheet: Sheet, segments: list[int]) -> Tally:
    """First tries at the items of some segments."""
    tallies = zip(sheet.items, sheet.tallies(), strict=True)
    return together([t for i, t in tallies if sheet.segment_of(i) in segments])


def _revision(revision: Revision, sheet: Sheet) -> RevisionOut:
    """How those segments went before, and how the lesson made of them went; nothing until it was given."""
    before = tally_of(sheet, revision.segments)
    since = Assignment.objects.filter(edition__lesson=revision.lesson_id).select_related("edition", "room")
    after = together([together(Sheet(a).tallies()) for a in since])
    return RevisionOut(
        lesson=revision.lesson_id,
        title=revision.lesson.title,
        segments=revision.segments,
        before=FirstTriesOut.model_validate(before),
        after=FirstTriesOut.model_validate(after),
    )
