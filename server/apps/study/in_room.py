"""Students while a lesson is played in the room: what their phones show, who is there, what is told to whom."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import F, Func, Value
from django.utils import timezone

from apps.assignments.models import Assignment, Edition, frozen
from apps.room.models import Room, room_of
from apps.room.services import take_step
from apps.study import selectors
from apps.study.models import Student
from apps.study.services import let_out, ordering_in_room, standing_of
from escuela_core.items import Item
from escuela_core.study.room import Step

SEEN_TO_WITHIN = timedelta(seconds=30)
OVER: dict[str, Any] = {"runs": False, "phase": "held", "takes": False, "number": 0, "question": None, "progress": None}


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


def room_for(student: Student) -> dict[str, Any]:
    """What one student in the room has before them: two queries while an item is."""
    now = timezone.now()
    room, edition = room_of(student.assignment, now), frozen(student.assignment.edition_id)
    always = {
        "title": edition.content["title"],
        "language": edition.content["language"],
        "item_count": len(edition.items),
        "sentences": [],
    }
    if room is None:
        return OVER | always
    note_there(student, now)
    core = room.core()
    told = always | {"runs": True, "phase": room.phase, "takes": core.takes(core.item)}
    item = next((i for i in edition.items if i.id == core.item), None)
    if item is None:
        return OVER | told
    answers = list(student.answers.filter(item_id=item.id))
    progress = selectors.progress(
        item, answers, standing_of(student, now), ordering_in_room(student.assignment), key_shown=False
    )
    if progress["key"]:
        let_out(student, [item.id])
    return told | {
        "number": edition.items.index(item) + 1,
        "question": question_in_room(student.assignment, item),
        "progress": progress,
        "sentences": settling(edition, item) if progress["key"] else [],
    }


def question_in_room(assignment: Assignment, item: Item) -> dict[str, Any]:
    """What is asked, as screen and phones show it; the teacher holds the pace, no clock."""
    return selectors.question(item, ordering_in_room(assignment).of(item)) | {"time_limit_s": None}


def settling(edition: Edition, item: Item) -> list[dict[str, Any]]:
    """The sentences that settle an item, as they are spoken."""
    return [
        s
        for s in edition.content["sentences"]
        if any(s["start_ms"] < e.end_ms and s["end_ms"] > e.start_ms for e in item.evidence)
    ]
