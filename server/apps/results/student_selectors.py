"""One student from start to end, in the recording's order."""

from __future__ import annotations

from statistics import median

from apps.assignments.models import Assignment
from apps.results.class_sheet import Sheet
from apps.results.item_selectors import answer_row
from apps.results.student_serializers import AttemptOut, StudentItemOut, StudentResultOut, StudentSegmentOut
from apps.study.lesson_serializers import SpanOut
from apps.study.models import Student
from escuela_core.results.sheet import earned
from escuela_core.results.watching import coverage, replays
from escuela_core.timeline import Span, merged


def student_data(assignment: Assignment, student: Student) -> StudentResultOut:
    """One student from start to end."""
    sheet = Sheet(assignment, student.person)
    every = sheet.attempts[student.person]
    mine = next(s for s in every if s.id == student.id)
    answers = sheet.given[mine.id]
    gaps = [(b.received_at - a.received_at).total_seconds() for a, b in zip(answers, answers[1:], strict=False)]
    return StudentResultOut(
        nickname=mine.nickname,
        member=mine.member_id,
        finished=mine.finished_at is not None,
        remark=mine.remark,
        attempts=[
            AttemptOut(
                id=s.id,
                number=s.attempt,
                marks=round(earned(sheet.items, sheet.cells[s.id]), 2),
                counts=s is sheet.counted(every),
            )
            for s in every
        ],
        watched=[SpanOut.model_validate(s) for s in merged(sheet.played[mine.id])],
        marks=round(earned(sheet.items, sheet.cells[mine.id]), 2),
        most=sum(i.marks for i in sheet.items),
        segments=_way(sheet, mine),
        median_seconds=round(median(gaps)) if gaps else None,
        items=[
            StudentItemOut(
                prompt=item.asked,
                segment=sheet.segment_of(item),
                marks=round(item.marks * cell.worth, 2) if cell.share is not None else None,
                most=item.marks,
                state=cell.state,
                tries=cell.tries,
                share=cell.share,
                answers=[answer_row(mine, a, item) for a in answers if str(a.item_id) == item.id],
            )
            for item, cell in zip(sheet.items, sheet.cells[mine.id], strict=True)
        ],
    )


def _way(sheet: Sheet, student: Student) -> list[StudentSegmentOut]:
    """Each segment in the recording's order: how much of it the student has heard, and how often again."""
    parts = sheet.content["segments"]
    spans = [Span(p["start_ms"], max(p["end_ms"], p["start_ms"] + 1)) for p in parts]
    again = replays(sheet.played[student.id], spans)
    return [
        StudentSegmentOut(
            title=part["title"],
            start_ms=part["start_ms"],
            coverage=round(coverage(sheet.played[student.id], [span]), 3),
            replayed=round(times, 2),
        )
        for part, span, times in zip(parts, spans, again, strict=True)
    ]
