"""Students of an assignment and what they did: answers that count once, stretches played.

No answer goes because something else does: only erasing (``apps.privacy.erasing``) removes one.
"""

from __future__ import annotations

import uuid
from functools import cached_property
from typing import Any, Literal

from django.contrib.postgres.fields import ArrayField
from django.db import models

from apps.assignments.models import NO_ALLOWANCE, Assignment, Extension
from apps.classes.models import Member
from escuela_core.study import Policy
from escuela_core.study.allowance import Allowance
from escuela_core.study.timed import ItemClock

LookState = Literal["none", "asked", "upheld", "accepted"]


class Student(models.Model):
    """Someone with a nickname on one device, or a member of a class on any, at one time through the lesson; known again
    by a signed cookie that holds the id."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    assignment = models.ForeignKey(Assignment, on_delete=models.PROTECT, related_name="students")
    # Who it is in the class it was given to; nobody where anyone with the link may come.
    member = models.ForeignKey(Member, null=True, on_delete=models.PROTECT, related_name="studies")
    # Before two entries of one student in the class became one: whose it was, as whom, and which time.
    before_merge = models.JSONField(null=True)
    # The same person's times through the lesson, counted from 1.
    person = models.UUIDField(default=uuid.uuid4)
    attempt = models.PositiveSmallIntegerField(default=1)
    nickname = models.CharField(max_length=40)
    joined_at = models.DateTimeField(auto_now_add=True)
    last_seen_at = models.DateTimeField(auto_now_add=True)
    finished_at = models.DateTimeField(null=True)
    # What the teacher says of all of it.
    remark = models.TextField(blank=True)
    # The items whose key has been let out to this student: their answers to them are final.
    shown = ArrayField(models.UUIDField(), default=list)
    # When they were last heard of while the lesson was played in the room.
    room_at = models.DateTimeField(null=True)
    # Their device reported more played than there was time for.
    over_reported = models.BooleanField(default=False)

    class Meta:
        ordering = ("nickname", "joined_at")
        constraints = (
            models.UniqueConstraint(fields=["assignment", "member", "attempt"], name="one_attempt_a_member"),
            models.UniqueConstraint(fields=["person", "attempt"], name="one_attempt_a_person"),
        )

    @classmethod
    def there(cls) -> models.QuerySet[Student]:
        """Whom the teacher has taken out of the class is not there any more, whatever their tab still shows."""
        return cls.objects.filter(models.Q(member=None) | models.Q(member__removed_at=None))

    @cached_property
    def allowance(self) -> Allowance:
        """What this student has beyond the others; one query for a member of a class, none for anybody else."""
        if self.member is None:
            return NO_ALLOWANCE
        own = Extension.objects.filter(assignment=self.assignment_id, member=self.member).first()
        return self.member.allowance() if own is None else own.allowance_of(self.member)

    def policy(self) -> Policy:
        """The rules as they are in force for this student."""
        return self.assignment.policy(self.allowance)


class AnswerFacts:
    """What follows from an answer's fields, whether it is kept as a model or read as a row."""

    __slots__ = ()
    outcome: Any
    share: Any
    returned_at: Any
    look_asked_at: Any
    look_verdict: Any

    @property
    def shown_share(self) -> float | None:
        """The share as the student may see it: marks given by hand only once they were given back."""
        return None if self.outcome == "waiting" and self.returned_at is None else self.share

    @property
    def look_state(self) -> LookState:
        return "none" if self.look_asked_at is None else self.look_verdict or "asked"


class Answer(AnswerFacts, models.Model):
    """One try at one item. ``id`` is made by the student's device, so that an answer sent twice counts once."""

    id = models.UUIDField(primary_key=True)
    student = models.ForeignKey(Student, on_delete=models.PROTECT, related_name="answers")
    item_id = models.UUIDField()
    number = models.PositiveSmallIntegerField()
    response = models.JSONField()
    outcome = models.CharField(max_length=12)
    share = models.FloatField(null=True)
    late = models.BooleanField(default=False)
    # When the device says it was given, where it waited there for a connection.
    given_at = models.DateTimeField(null=True)
    received_at = models.DateTimeField(auto_now_add=True)
    comment = models.TextField(blank=True)
    marked_at = models.DateTimeField(null=True)
    # When the student was let see the marks given by hand.
    returned_at = models.DateTimeField(null=True)
    # Why the student thinks that it is right, and what the teacher has said to that.
    look_reason = models.TextField(blank=True)
    look_asked_at = models.DateTimeField(null=True)
    look_verdict = models.CharField(max_length=8, blank=True)
    look_word = models.TextField(blank=True)
    # Where it was taken as right after a second look: the marking before, and the answer that was looked at.
    overruled = models.JSONField(null=True)

    class Meta:
        ordering = ("student", "item_id", "number")
        constraints = (models.UniqueConstraint(fields=["student", "item_id", "number"], name="one_answer_a_try"),)

    @property
    def given_back(self) -> bool:
        """Whether marks given by hand were let go, and with them what was written to the answer."""
        return self.marked_at is not None and self.returned_at is not None


class Note(models.Model):
    """What a student has written down for themselves at a moment of the recording; nobody else reads it. ``id`` is made
    by their device."""

    id = models.UUIDField(primary_key=True)
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="notes")
    at_ms = models.PositiveIntegerField()
    text = models.TextField()
    written_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("at_ms", "written_at")


class Clock(models.Model):
    """How long a student has had a timed item before them, in the try they are at; gone once it is answered."""

    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="clocks")
    item_id = models.UUIDField()
    since = models.DateTimeField()
    spent_ms = models.PositiveIntegerField(default=0)
    rests = models.BooleanField(default=False)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["student", "item_id"], name="one_clock_an_item"),)

    def core(self) -> ItemClock:
        return ItemClock(self.since, self.spent_ms, self.rests)


class Stretch(models.Model):
    """A stretch of the recording that was played, as the device reported it and the server believed it."""

    id = models.UUIDField(primary_key=True)
    student = models.ForeignKey(Student, on_delete=models.CASCADE, related_name="stretches")
    start_ms = models.PositiveIntegerField()
    end_ms = models.PositiveIntegerField()
    wall_ms = models.PositiveIntegerField()
    received_at = models.DateTimeField(auto_now_add=True)
