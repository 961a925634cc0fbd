"""A revision lesson: the segments that a class should hear again, with other items that rest on the same words."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django.db import transaction

from apps.assignments.models import Assignment
from apps.lessons import copying
from apps.lessons.history.services import changing
from apps.lessons.models import Item, Lesson
from apps.lessons.writing.proposing import request_items
from apps.results.class_sheet import Sheet
from apps.results.models import Revision
from apps.results.teaching_serializers import WantedByOut
from apps.study.models import Student
from apps.work.models import Job
from config.errors import SentenceError
from config.words import in_words
from escuela_core.items import Item as CoreItem
from escuela_core.timeline import Span
from escuela_core.writing import Wishes

# So many first tries of a student's right there, and they need not hear it again.
UNDERSTOOD = 0.5
# So many are asked of the writer at least, to choose from.
FEWEST = 4
JUST_BEFORE_MS = 10_000


def make(assignment: Assignment, segments: list[int]) -> tuple[Lesson, Job]:
    """A lesson of its own over ``segments`` (places in the edition), in which nothing that was asked is asked again.

    What the pool had on the same sentences is in it; a writer is asked for more, in the job that comes along. It goes
    through the check like any other. Raises ``revision_gone`` and ``revision_nothing``.
    """
    lesson = assignment.edition.lesson
    if lesson is None or lesson.removed_at is not None:
        raise SentenceError("revision_gone", "The lesson itself was removed, so no revision can be made from it.")
    parts = assignment.edition.content["segments"]
    spans = [Span(parts[n]["start_ms"], parts[n]["end_ms"]) for n in sorted(set(segments)) if n < len(parts)]
    if not spans:
        raise SentenceError("revision_nothing", "Choose at least one segment to teach again.")
    asked = [i for i in assignment.items if i.is_marked and _meet(_rests_on(i), spans)]
    fresh = copying.copy(lesson)
    try:
        with transaction.atomic(), changing(fresh, "revise") as locked:
            locked.title = in_words("revision.title", assignment.owner.language, title=lesson.title)[:300]
            _only(locked, spans)
            taken = _from_pool(locked, asked)
            Revision.objects.create(lesson=locked, assignment=assignment, segments=sorted(set(segments)))
        job = request_items(fresh, _wishes(fresh, max(FEWEST, len(asked) - taken)))
    except BaseException:
        copying.undo(fresh)
        raise
    fresh.refresh_from_db()
    return fresh, job


def _rests_on(item: CoreItem, report: dict[str, Any] | None = None) -> list[Span]:
    """The words an item rests on: its own evidence, what the check found, or what was said just before its pause."""
    found = (report or {}).get("evidence", [])[:1]
    pause_ms = item.pause_ms or 1
    spoken = [Span(e["start_ms"], e["end_ms"]) for e in found] or [Span(max(0, pause_ms - JUST_BEFORE_MS), pause_ms)]
    return list(item.evidence) or spoken


def _meet(some: Sequence[Span], others: Sequence[Span]) -> bool:
    return any(a.overlap_ms(b) for a in some for b in others)


def _only(lesson: Lesson, spans: Sequence[Span]) -> None:
    """The other segments are left out; nothing that was asked stays."""
    rows = list(lesson.segments.all())
    ends = [*(s.start_ms for s in rows[1:]), lesson.extract.end_ms]
    for row, end_ms in zip(rows, ends, strict=True):
        middle = (row.start_ms + end_ms) // 2
        row.takes_part = any(s.holds(middle) for s in spans)
        row.save(update_fields=["takes_part"])
    if not any(row.takes_part for row in rows):
        # Divided otherwise since: all of it, rather than nothing.
        lesson.segments.update(takes_part=True)
    lesson.items.filter(place=Item.Place.LESSON).update(place=Item.Place.DROPPED)


def _from_pool(lesson: Lesson, asked: Sequence[CoreItem]) -> int:
    """Items of the pool that rest on what was asked go into the lesson, at most as many as were asked."""
    words = [span for item in asked for span in _rests_on(item)]
    pool = lesson.items.filter(place=Item.Place.POOL)
    fitting = [i for i in pool if _meet(_rests_on(i.core(), i.report), words)][: len(asked)]
    lesson.items.filter(id__in=[i.id for i in fitting]).update(place=Item.Place.LESSON)
    return len(fitting)


def _wishes(lesson: Lesson, count: int) -> dict[str, Any]:
    """Of the writer: so many items of whatever kind, anywhere in the segments that take part. Of the very sentences
    that were asked about it seldom has a second item that is good enough."""
    plain = Wishes()
    return {
        "kinds": list(plain.kinds),
        "count": count,
        "level": str(lesson.wishes.get("level", plain.level)),
        "depths": [],
        "goals": [],
        "mistakes": [],
        "remarks": "",
        "segments": [],
        "sentences": [],
        "words": [],
        "by": "built_in",
        "seed": plain.seed,
    }


def wanted_by(lesson: Lesson) -> WantedByOut | None:
    """The class that a revision lesson was made for, and the members who need its segments most; None for any other
    lesson, and for one that anyone with the link had done."""
    made = Revision.objects.filter(lesson=lesson).select_related("assignment__edition", "assignment__room").first()
    if made is None or made.assignment.school_class_id is None:
        return None
    needing = for_whom(Sheet(made.assignment), made.segments)
    return WantedByOut(
        class_id=made.assignment.school_class_id,
        members=[s.member_id for s in needing if s.member_id is not None],
    )


def for_whom(sheet: Sheet, segments: Sequence[int]) -> list[Student]:
    """Those whose first tries in these segments were mostly not right, or who gave none."""
    places = [n for n, i in enumerate(sheet.items) if sheet.segment_of(i) in segments]
    return [
        student
        for student, firsts in zip(sheet.students, sheet.firsts(), strict=True)
        if sum(bool(firsts[n]) for n in places) < UNDERSTOOD * len(places)
    ]
