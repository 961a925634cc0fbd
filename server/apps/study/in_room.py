"""Students while a lesson is played in the room: what their phones show, who is there, what is told to whom."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from threading import Lock
from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import F, Func, Value
from django.utils import timezone

from apps.assignments.models import Assignment, Edition, frozen
from apps.room import events
from apps.room.models import Room, room_of
from apps.room.services import take_step
from apps.study import selectors
from apps.study.lesson_serializers import QuestionOut, StudySentenceOut
from apps.study.models import Answer, Student
from apps.study.serializers import InRoomOut
from apps.study.services import let_out, ordering_in_room, standing_of
from escuela_core.items import Item
from escuela_core.study.room import Step

SEEN_TO_WITHIN = timedelta(seconds=30)


def step_for_all(
    assignment: Assignment, step: Step, *, version: int, at_ms: int | None, item: UUID | None = None
) -> Room:
    """Take a step; with an answer told, what those in the room gave to that item is final."""
    with transaction.atomic():
        room = take_step(assignment, step, version=version, at_ms=at_ms, item=item)
        if room.phase == "told" and room.item is not None:
            add = Func(F("shown"), Value(room.item), function="array_append")
            there(room).exclude(shown__contains=[room.item]).update(shown=add)
    return room


def there(room: Room) -> Any:
    """The students who are, or were, in the room since it was opened."""
    return Student.objects.filter(assignment=room.pk, room_at__gte=room.opened_at)


def note_there(student: Student, now: datetime) -> None:
    """Note that a student is in the room, to within half a minute."""
    if student.room_at is None or now - student.room_at > SEEN_TO_WITHIN:
        student.room_at = now
        student.save(update_fields=["room_at"])


class Before:
    """What the room has before it at one moment, the same for every phone: read once, told to many."""

    def __init__(self, assignment: Assignment) -> None:
        edition = frozen(assignment.edition_id)
        room = self.room = room_of(assignment, timezone.now())
        core = room.core() if room else None
        self.item = next((i for i in assignment.items if core and i.id == core.item), None)
        is_told = room is not None and room.phase == "told"
        asked = question_in_room(assignment, self.item) if self.item else None
        self.told = InRoomOut(
            runs=room is not None,
            phase=core.phase if core else "held",
            takes=core is not None and core.takes(core.item),
            title=edition.content["title"],
            language=edition.content["language"],
            item_count=len(assignment.items),
            number=assignment.items.index(self.item) + 1 if self.item else 0,
            question=asked,
            sentences=settling(edition, self.item) if self.item and is_told else [],
        )

    def on(self, student: Student, answers: Sequence[Answer]) -> InRoomOut:
        """The same on the phone of one student, whose ``answers`` to the item are these."""
        if self.item is None:
            return self.told
        standing, ordering = standing_of(student, timezone.now()), ordering_in_room(student.assignment)
        # Who has seen the key at home answers no more; what they gave stands.
        shown = UUID(self.item.id) in student.shown
        told = selectors.progress(self.item, answers, standing, ordering, key_shown=shown)
        return self.told.model_copy(update={"progress": told})


def room_for(student: Student) -> InRoomOut:
    """What one student in the room has before them: two queries while an item is."""
    before = Before(student.assignment)
    if before.room is not None:
        note_there(student, timezone.now())
    if before.item is None:
        return before.on(student, [])
    if before.room is not None and before.room.phase == "told":
        let_out(student, [before.item.id])
    return before.on(student, list(student.answers.filter(item_id=before.item.id)))


class _News:
    """What this process has read last of each room, with everybody's answers: one query for all who are told of it."""

    def __init__(self) -> None:
        self._one_reads = Lock()
        self._read: dict[UUID, tuple[int, Before, dict[UUID, list[Answer]]]] = {}

    def of(self, assignment_id: UUID, number: int) -> tuple[Before, dict[UUID, list[Answer]]]:
        with self._one_reads:
            known = self._read.get(assignment_id)
            if known is None or known[0] != number:
                assignment = Assignment.objects.select_related("room").get(id=assignment_id)
                before = Before(assignment)
                answers: dict[UUID, list[Answer]] = {}
                if before.item is not None:
                    given = Answer.objects.filter(student__assignment=assignment_id, item_id=before.item.id)
                    for one in given.order_by("number"):
                        answers.setdefault(one.student_id, []).append(one)
                known = self._read[assignment_id] = (number, before, answers)
            return known[1], known[2]


_NEWS = _News()


def phone(student: Student) -> events.Read:
    """What the phone of ``student`` is told, as JSON: all of it anew at first and at every beat, and with each piece of
    news what was read for everybody. Nothing more once the student is not known any more."""

    def read(number: int | None) -> str | None:
        if number is None:
            every = Student.there().filter(id=student.id)
            mine = every.select_related("assignment__room", "member").first()
            return None if mine is None else room_for(mine).model_dump_json()
        before, answers = _NEWS.of(student.assignment_id, number)
        if before.room is not None:
            student.assignment.room = before.room
        return before.on(student, answers.get(student.id, [])).model_dump_json()

    return read


def question_in_room(assignment: Assignment, item: Item) -> QuestionOut:
    """What is asked, as screen and phones show it; the teacher holds the pace, no clock."""
    return selectors.question(item, ordering_in_room(assignment).of(item)).model_copy(update={"time_limit_s": None})


def settling(edition: Edition, item: Item) -> list[StudySentenceOut]:
    """The sentences that settle an item, as they are spoken."""
    return [
        StudySentenceOut.model_validate(s)
        for s in edition.content["sentences"]
        if any(s["start_ms"] < e.end_ms and s["end_ms"] > e.start_ms for e in item.evidence)
    ]
