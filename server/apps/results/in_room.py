"""What the screen shows of those in the room: how many have answered, never who; and what, once the teacher wants."""

from __future__ import annotations

from uuid import UUID

from django.utils import timezone

from apps.assignments.models import Assignment, frozen
from apps.results.item_selectors import options_of
from apps.results.room_serializers import RoomOut
from apps.room.models import Room
from apps.study.in_room import question_in_room, settling, there
from apps.study.models import Answer
from apps.study.selectors import key_of
from apps.study.services import ordering_in_room


def screen(assignment: Assignment) -> RoomOut:
    """The room as it stands on the screen: four queries at most."""
    room = Room.objects.filter(assignment=assignment).first()
    if room is None or not room.runs(timezone.now()):
        return RoomOut()
    edition = frozen(assignment.edition_id)
    shown = RoomOut(
        runs=True,
        version=room.version,
        phase=room.core().phase,
        told=room.told,
        at_ms=room.at_ms,
        here=there(room).count(),
    )
    item = next((i for i in assignment.items if i.id == str(room.item)), None)
    if item is None:
        return shown
    lasts: dict[UUID, Answer] = {}
    for answer in Answer.objects.filter(student__in=there(room), item_id=item.id).order_by("number"):
        lasts[answer.student_id] = answer
    told = room.phase == "told"
    spread = options_of(item, list(lasts.values())) if room.phase in ("spread", "told") else []
    return shown.model_copy(
        update={
            "question": question_in_room(assignment, item),
            "answered": len(lasts),
            "spread": [row.model_copy(update={"correct": told and row.correct}) for row in spread],
            "key": key_of(item, ordering_in_room(assignment).of(item)) if told else None,
            "sentences": settling(edition, item) if told else [],
        }
    )
