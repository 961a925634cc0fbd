"""Joining, answering, reporting what was played, finishing. The server alone marks."""

from __future__ import annotations

import unicodedata
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import Q, QuerySet
from django.utils import timezone

from apps.assignments.models import Assignment, frozen
from apps.study.models import Answer, Clock, Stretch, Student
from config.errors import SentenceError
from escuela_core.items import Item
from escuela_core.results.watching import Stretch as Played
from escuela_core.study.marking import OUT_OF_TIME, mark, response_from_json
from escuela_core.study.progress import AssignmentShutError, NoSuchItemError, Tried, may_answer, reached
from escuela_core.study.timed import is_over, left_ms, longest_rest_ms
from escuela_core.timeline import Span, merged

LONGEST_NICKNAME = 40
SEEN_TO_WITHIN = timedelta(seconds=10)


class NotJoinedError(SentenceError):
    def __init__(self) -> None:
        super().__init__("not_joined", "Give your name first; this device is not known here any more.")


def join(assignment: Assignment, nickname: str) -> Student:
    """Enter under a nickname, in any script; refused when empty, too long, or while the assignment is shut."""
    name = " ".join("".join(c for c in nickname if unicodedata.category(c) not in ("Cc", "Cs")).split())
    if not any(unicodedata.category(c)[0] in "LNS" for c in name):
        raise SentenceError("nickname_empty", "Choose a name that the class will know you by.")
    if len(name) > LONGEST_NICKNAME:
        raise SentenceError(
            "nickname_long", f"A name may have up to {LONGEST_NICKNAME} letters.", longest=LONGEST_NICKNAME
        )
    state = assignment.policy().state(timezone.now())
    if state in ("not_yet", "closed"):
        raise AssignmentShutError(state)
    return Student.objects.create(assignment=assignment, nickname=name)


@transaction.atomic
def answer(who: QuerySet[Student], answer_id: UUID, item_id: UUID, given: object) -> tuple[Student, list[Answer]]:
    """Take one try at an item; the student and every try at it so far, this one last.

    ``who`` finds the student, who is read and locked in one query. The same ``answer_id`` again changes
    nothing. Raises NotJoinedError where nobody is found.
    """
    student = who.select_related("assignment").select_for_update(of=("self",)).first()
    if student is None:
        raise NotJoinedError
    mine = Q(student=student, item_id=item_id)
    found = list(Answer.objects.filter(Q(id=answer_id) | mine).order_by("number"))
    before = [a for a in found if a.student_id == student.id and a.item_id == item_id]
    known = next((a for a in found if a.id == answer_id), None)
    if known is not None:
        if known not in before:
            raise SentenceError("answer_elsewhere", "This answer belongs to someone else.")
        return student, before
    assignment = student.assignment
    item = item_of(assignment, item_id)
    policy = assignment.policy()
    response = response_from_json(given, item)
    now = timezone.now()
    state = policy.state(now)
    far = 0 if policy.skipping == "freely" else reached(watched(student))
    tried = Tried(tuple(a.outcome for a in before))  # type: ignore[misc]
    may_answer(item, tried, policy, state, far, not_sure=response.not_sure)
    clock = clock_of(student, item) if policy.time_limits else None
    result = OUT_OF_TIME if is_over(item, clock.core() if clock else None, now) else mark(item, response)
    if clock is not None:
        clock.delete()
    taken = Answer.objects.create(
        id=answer_id,
        student=student,
        item_id=item_id,
        number=len(before) + 1,
        response=given,
        outcome=result.outcome,
        share=result.share,
        late=state == "late",
    )
    saw(student, now)
    return student, [*before, taken]


def turn_clock(student: Student, item_id: UUID, *, rests: bool) -> int:
    """Start the clock of a timed item, let it rest or go on; what is left of its time, in milliseconds.

    Raises NoSuchItemError, also for an item without a time limit.
    """
    item = item_of(student.assignment, item_id)
    if item.time_limit_s is None:
        raise NoSuchItemError
    now = timezone.now()
    with transaction.atomic():
        row, _ = Clock.objects.select_for_update().get_or_create(
            student=student, item_id=item_id, defaults={"since": now}
        )
        turned = row.core().turned(now, longest_rest_ms(item), rests=rests)
        row.since, row.spent_ms, row.rests = turned.since, turned.spent_ms, turned.rests
        row.save()
    return left_ms(item, turned, now)


def clock_of(student: Student, item: Item) -> Clock | None:
    return None if item.time_limit_s is None else student.clocks.filter(item_id=item.id).first()


def saw(student: Student, now: datetime) -> None:
    """Note that the student is there, to within a few seconds: not every answer needs a write more."""
    if now - student.last_seen_at >= SEEN_TO_WITHIN:
        Student.objects.filter(id=student.id).update(last_seen_at=now)


def item_of(assignment: Assignment, item_id: UUID) -> Item:
    """Raises NoSuchItemError."""
    found = next((i for i in frozen(assignment.edition_id).items if i.id == str(item_id)), None)
    if found is None:
        raise NoSuchItemError
    return found


def report_played(student: Student, stretches: list[dict[str, Any]]) -> None:
    """Take stretches played; those longer than the wall clock allows are not believed. Sent twice, taken once."""
    end_ms = frozen(student.assignment.edition_id).content["end_ms"]
    rows = []
    for given in stretches:
        start_ms, stop_ms = max(0, given["start_ms"]), min(given["end_ms"], end_ms)
        if start_ms < stop_ms and Played(Span(start_ms, stop_ms), given["wall_ms"]).counts:
            rows.append(
                Stretch(id=given["id"], student=student, start_ms=start_ms, end_ms=stop_ms, wall_ms=given["wall_ms"])
            )
    Stretch.objects.bulk_create(rows, ignore_conflicts=True)
    saw(student, timezone.now())


def finish(student: Student) -> Student:
    """The student is through; they may still look at everything."""
    if student.finished_at is None:
        student.finished_at = timezone.now()
        student.save(update_fields=["finished_at"])
    return student


def watched(student: Student) -> list[Span]:
    return merged(Span(s.start_ms, s.end_ms) for s in student.stretches.all())
