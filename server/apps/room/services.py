"""Opening a room, taking its steps, ending it."""

from __future__ import annotations

from datetime import datetime, timedelta
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from apps.accounts import audit
from apps.assignments.models import Assignment
from apps.room import events
from apps.room.models import Room, room_of
from config.errors import SentenceError
from escuela_core.results.watching import Stretch
from escuela_core.study.room import Step
from escuela_core.timeline import Span


def open_room(assignment: Assignment) -> Room:
    """Begin to play in the room, or go on where it was; a screen that opens beside another changes nothing.

    Raises ``room_shut`` while the assignment takes no answers.
    """
    now = timezone.now()
    running = room_of(assignment, now)
    if running is not None:
        return running
    if assignment.policy().state(now) in ("not_yet", "closed"):
        raise SentenceError("room_shut", "This lesson is not open to students now; open it first, then play it.")
    room, _ = Room.objects.update_or_create(
        assignment=assignment,
        defaults={"phase": "held", "item": None, "opened_at": now, "seen_at": now, "ended_at": None},
    )
    audit.record(assignment.owner, "played_in_room", assignment.name)
    events.changed(room)
    return room


@transaction.atomic
def take_step(assignment: Assignment, step: Step, *, version: int, at_ms: int | None, item: UUID | None = None) -> Room:
    """Take the step that comes after ``version``; one that another screen has taken already is not taken again.

    Raises ``room_ended`` and RoomStepError.
    """
    room = _running(assignment)
    if room.version != version:
        return room
    core = room.core().stepped(step, assignment.items, str(item or ""))
    told = {UUID(i) for i in core.told} - set(room.told)
    now = timezone.now()
    _note_played(room, now, at_ms)
    room.phase, room.after, room.item = core.phase, core.after, UUID(core.item) if core.item else None
    room.told = [*room.told, *told]
    room.at_ms = room.at_ms if at_ms is None else at_ms
    room.from_ms, room.from_at = (room.at_ms, now) if room.phase == "playing" else (None, None)
    room.version += 1
    room.seen_at = now
    room.save()
    events.changed(room)
    return room


@transaction.atomic
def stands_at(assignment: Assignment, at_ms: int) -> Room:
    """The screen is there, and the recording stands at ``at_ms``."""
    room = _running(assignment)
    room.at_ms, room.seen_at = at_ms, timezone.now()
    room.save(update_fields=["at_ms", "seen_at"])
    return room


def end_room(assignment: Assignment) -> None:
    """Students go on by themselves."""
    room = Room.objects.filter(assignment=assignment, ended_at=None).first()
    if room is not None:
        room.ended_at = timezone.now()
        room.save(update_fields=["ended_at"])
        events.changed(room)


def _note_played(room: Room, now: datetime, at_ms: int | None) -> None:
    """With a step away from playing, what was played since; a leap of the screen, for which there was no time, not."""
    if room.from_ms is None or room.from_at is None or at_ms is None or at_ms <= room.from_ms:
        return
    wall_ms = (now - room.from_at) // timedelta(milliseconds=1)
    if Stretch(Span(room.from_ms, at_ms), wall_ms).counts:
        room.played = [*room.played, [room.from_ms, at_ms, now.isoformat()]]


def _running(assignment: Assignment) -> Room:
    room = Room.objects.select_for_update().filter(assignment=assignment).first()
    if room is None or not room.runs(timezone.now()):
        raise SentenceError("room_ended", "This is not being played in the room any more; open it again.")
    return room
