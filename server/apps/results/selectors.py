"""The class sheet and its details, each in a handful of queries whatever the size of the class."""

from __future__ import annotations

from typing import Any

from django.db.models import Count, Q
from django.utils import timezone

from apps.accounts.models import User
from apps.assignments.models import Assignment
from apps.results.class_sheet import Sheet
from apps.results.item_selectors import item_data
from apps.results.serializers import (
    AdviceOut,
    CellOut,
    OverviewOut,
    OverviewsOut,
    ReplayedSentenceOut,
    SegmentResultOut,
    SheetItemOut,
    SheetOut,
    SheetSegmentOut,
    SheetStudentOut,
    SignOut,
)
from apps.study.models import Student
from escuela_core.items import Item
from escuela_core.results.sheet import Tally, earned, together
from escuela_core.results.signs import Sign, flags
from escuela_core.results.teaching import Need, needs
from escuela_core.results.watching import coverage
from escuela_core.timeline import Span


def overview(owner: User) -> OverviewsOut:
    """How far each of a teacher's assignments is, newest first. One query."""
    waiting = Q(students__answers__outcome="waiting", students__answers__share=None)
    asked = Q(students__answers__look_asked_at__isnull=False, students__answers__look_verdict="")
    rows = (
        Assignment.objects.filter(owner=owner, edition__lesson__removed_at=None)
        .select_related("edition")
        .annotate(
            joined=Count("students__person", distinct=True),
            done=Count("students__person", filter=Q(students__finished_at__isnull=False), distinct=True),
            to_mark=Count("students__answers", filter=waiting, distinct=True),
            looks=Count("students__answers", filter=asked, distinct=True),
        )
        # A model's own order is not kept where rows are counted.
        .order_by("-created_at")
    )
    return OverviewsOut(
        [
            OverviewOut(
                id=a.id,
                lesson_id=a.edition.lesson_id,
                name=a.name,
                title=a.edition.content["title"],
                due_at=a.due_at,
                joined=a.joined,
                finished=a.done,
                to_mark=a.to_mark,
                looks=a.looks,
            )
            for a in rows
        ]
    )


def sheet_data(assignment: Assignment, read: Sheet | None = None) -> SheetOut:
    """The class sheet, from what was ``read`` before, if it was."""
    sheet = read or Sheet(assignment)
    tallies = sheet.tallies()
    where = [sheet.segment_of(i) for i in sheet.items]
    spans = [Span(s["start_ms"], max(s["end_ms"], s["start_ms"] + 1)) for s in sheet.content["segments"]]
    replayed = sheet.replayed(spans)
    by_segment = {
        n: together([t for t, w in zip(tallies, where, strict=True) if w == n]) for n in range(len(spans)) if n in where
    }
    wanted = needs(sheet.firsts(), where, dict(enumerate(replayed)))
    advice = {need.segment: need for need in wanted}
    return SheetOut(
        items=[_item(i, t, w) for i, t, w in zip(sheet.items, tallies, where, strict=True)],
        segments=[
            _segment(s, by_segment.get(n), replayed[n], advice.get(n)) for n, s in enumerate(sheet.content["segments"])
        ],
        teach_again=[need.segment for need in wanted],
        students=[_student(s, told, sheet) for s, told in zip(sheet.students, sheet.signs(), strict=True)],
        absent=sheet.absent(),
        started=sum(1 for s in sheet.students if sheet.played[s.id] or any(c.tries for c in sheet.cells[s.id])),
        finished=sum(1 for s in sheet.students if s.finished_at is not None),
        waiting=sum(1 for cells in sheet.cells.values() for c in cells if c.state == "waiting"),
        looks=sum(1 for a in sheet.answers() if a.look_state == "asked"),
        looked=sum(1 for a in sheet.answers() if a.look_verdict),
        to_return=sum(1 for a in sheet.answers() if a.marked_at is not None and a.returned_at is None),
        marks=sum(i.marks for i in sheet.items),
    )


def _item(item: Item, tally: Tally, segment: int) -> SheetItemOut:
    return SheetItemOut(
        id=item.id,
        kind=item.kind,
        prompt=item.asked,
        marks=item.marks,
        segment=segment,
        answered=tally.answered,
        first=tally.first,
    )


def _segment(row: dict[str, Any], tally: Tally | None, replayed: float, need: Need | None) -> SheetSegmentOut:
    return SheetSegmentOut(
        title=row["title"],
        start_ms=row["start_ms"],
        end_ms=row["end_ms"],
        answered=tally.answered if tally else 0,
        first=tally.first if tally else 0,
        replayed=round(replayed, 2),
        advice=need and _advice(need),
    )


def _advice(need: Need) -> AdviceOut:
    return AdviceOut(
        first=need.here.first,
        answered=need.here.answered,
        other_first=need.elsewhere.first,
        other_answered=need.elsewhere.answered,
        replayed=round(need.replayed, 1),
        low=need.low,
        often=need.often,
        sure=need.sure,
    )


def _student(student: Student, told: list[Sign], sheet: Sheet) -> SheetStudentOut:
    cells = sheet.cells[student.id]
    spent_s = (student.last_seen_at - student.joined_at).total_seconds()
    late = any(a.late for a in sheet.given[student.id])
    stands = flags(
        cells,
        finished=student.finished_at is not None,
        late=late,
        seen_s=(timezone.now() - student.last_seen_at).total_seconds(),
        has_signs=bool(told),
    )
    return SheetStudentOut(
        id=student.id,
        nickname=student.nickname,
        attempts=len(sheet.attempts[student.person]),
        coverage=round(coverage(sheet.played[student.id], sheet.covered), 3),
        cells=[CellOut.model_validate(c) for c in cells],
        marks=round(earned(sheet.items, cells), 2),
        minutes=round(spent_s / 60),
        finished=student.finished_at is not None,
        late=late,
        flags=stands,
        signs=[
            SignOut(
                code=sign.code,
                items=[n + 1 for n in sign.items],
                seconds=round(sign.seconds),
                others=[sheet.students[n].nickname for n in sign.others],
            )
            for sign in told
        ],
    )


def segment_data(assignment: Assignment, number: int) -> SegmentResultOut:
    """One segment's sentences with how often each was played again, and the first choices at its items."""
    sheet = Sheet(assignment)
    row = sheet.content["segments"][number]
    inside = [
        s for s in sheet.content["sentences"] if row["start_ms"] <= (s["start_ms"] + s["end_ms"]) // 2 < row["end_ms"]
    ]
    replayed = sheet.replayed([Span(s["start_ms"], s["end_ms"]) for s in inside])
    return SegmentResultOut(
        title=row["title"],
        sentences=[ReplayedSentenceOut(**s, replayed=round(r, 2)) for s, r in zip(inside, replayed, strict=True)],
        items=[item_data(sheet, n) for n, i in enumerate(sheet.items) if sheet.segment_of(i) == number],
    )
