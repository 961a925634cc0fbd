"""An assignment that is played in the room."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.contrib.postgres.fields import ArrayField
from django.db import models

from apps.assignments.models import Assignment
from escuela_core.study import room as core
from escuela_core.timeline import Span

# A screen that has not been heard of for so long has gone home, and students go on by themselves.
SCREEN_GONE_AFTER = timedelta(minutes=15)
# A phone says that it is there once in a while.
STILL_THERE = timedelta(minutes=2)


class Room(models.Model):
    """What stands before everybody (see ``core``). ``version`` counts the steps: two screens never take the same one
    twice. ``at_ms`` is where the recording stood at the last of them."""

    assignment = models.OneToOneField(Assignment, primary_key=True, on_delete=models.CASCADE, related_name="room")
    phase = models.CharField(max_length=8, default="held")
    after = models.CharField(max_length=8, default="asking")
    item = models.UUIDField(null=True)
    told = ArrayField(models.UUIDField(), default=list)
    at_ms = models.PositiveIntegerField(default=0)
    # Where and when it last began to play, and what has been played before everybody: [start_ms, end_ms, when].
    from_ms = models.PositiveIntegerField(null=True)
    from_at = models.DateTimeField(null=True)
    played = models.JSONField(default=list)
    version = models.PositiveIntegerField(default=0)
    opened_at = models.DateTimeField()
    seen_at = models.DateTimeField()
    ended_at = models.DateTimeField(null=True)

    def runs(self, now: datetime) -> bool:
        return self.ended_at is None and now - self.seen_at < SCREEN_GONE_AFTER

    def played_before(self, came_at: datetime, left_at: datetime) -> list[Span]:
        """What was played while somebody was there who came and was last heard of then."""
        there = ((a, b, datetime.fromisoformat(at)) for a, b, at in self.played)
        return [Span(a, b) for a, b, at in there if came_at <= at <= left_at + STILL_THERE]

    def core(self) -> core.Room:
        item = str(self.item) if self.item else ""
        return core.Room(self.phase, item, frozenset(map(str, self.told)), self.after)  # type: ignore[arg-type]


def room_of(assignment: Assignment, now: datetime) -> Room | None:
    """The room in which ``assignment`` is played at ``now``; no query where it was read along."""
    room: Room | None = getattr(assignment, "room", None)
    return room if room is not None and room.runs(now) else None
