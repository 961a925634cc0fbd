"""What students get: a frozen edition of a lesson, given out under a policy."""

from __future__ import annotations

import json
import secrets
import uuid
from dataclasses import replace
from datetime import datetime
from functools import cached_property, lru_cache

from django.conf import settings
from django.contrib.postgres.fields import ArrayField
from django.db import models

from apps.classes.models import Member, SchoolClass
from apps.lessons.models import Lesson
from apps.recordings.models import MediaPass, Recording
from config.codes import new_code
from config.removal import Removable
from escuela_core.items import Item, item_from_json, items_from_json
from escuela_core.study import Policy
from escuela_core.study.allowance import MOST_EXTRA_TRIES, Allowance
from escuela_core.timeline import Span

NO_ALLOWANCE = Allowance()


class Edition(models.Model):
    """A lesson as it was when shared. Nothing of it ever changes."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    lesson = models.ForeignKey(Lesson, null=True, on_delete=models.SET_NULL, related_name="editions")
    recording = models.ForeignKey(Recording, on_delete=models.PROTECT, related_name="editions")
    content = models.JSONField()
    sha256 = models.CharField(max_length=64)
    made_at = models.DateTimeField(auto_now_add=True)
    # What the orders that students see are drawn from; it never leaves the server.
    secret = models.CharField(max_length=64, default=secrets.token_hex)

    @cached_property
    def items(self) -> tuple[Item, ...]:
        return tuple(items_from_json({"items": self.content["items"]}))

    @property
    def wordings(self) -> list[str]:
        """The other wordings that students may choose, each once."""
        return list(dict.fromkeys(w["tag"] for item in self.content["items"] for w in item.get("wordings", ())))

    @property
    def stretches(self) -> list[Span]:
        """The parts of the recording it covers, in order."""
        given = self.content.get("stretches") or [self.content]
        return [Span(s["start_ms"], s["end_ms"]) for s in given]


@lru_cache(maxsize=256)
def frozen(edition_id: uuid.UUID) -> Edition:
    """An edition with its recording, read once in each process: it never changes. Not to be written to."""
    return Edition.objects.select_related("recording").prefetch_related("recording__tracks").get(id=edition_id)


class Assignment(Removable):
    """An edition given to a class, to some of its members, or to anyone with the link, under a policy, whose fields it
    has. ``shut_at``: closed by hand, before its own time; its dates are kept."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="assignments")
    edition = models.ForeignKey(Edition, on_delete=models.PROTECT, related_name="assignments")
    school_class = models.ForeignKey(SchoolClass, null=True, on_delete=models.PROTECT, related_name="assignments")
    # The ids of the members of the class that it is for; None: all of them.
    chosen = ArrayField(models.UUIDField(), null=True)
    code = models.CharField(max_length=12, unique=True, default=new_code)
    name = models.CharField(max_length=120)
    opens_at = models.DateTimeField(null=True)
    due_at = models.DateTimeField(null=True)
    closes_at = models.DateTimeField(null=True)
    shut_at = models.DateTimeField(null=True)
    attempts = models.PositiveSmallIntegerField(default=2)
    feedback = models.CharField(max_length=13, default="at_once")
    show_key = models.BooleanField(default=True)
    skipping = models.CharField(max_length=12, default="freely")
    offer_not_sure = models.BooleanField(default=True)
    shuffle = models.BooleanField(default=False)
    time_limits = models.BooleanField(default=True)
    grace_min = models.PositiveIntegerField(default=60)
    retry_share = models.FloatField(default=1.0)
    wrong_share = models.FloatField(default=0.0)
    manner = models.CharField(max_length=6, default="paused")
    script = models.CharField(max_length=6, default="all")
    retakes = models.PositiveSmallIntegerField(default=0)
    counting = models.CharField(max_length=5, default="last")
    # What was changed after it was given out: [{at, what, fields, whom}], oldest first.
    changes = models.JSONField(default=list)
    # Items whose marking was put right after students had answered, beside the edition, which stays: {id: {item, why}}.
    corrections = models.JSONField(default=dict)
    # What the teacher tells those who open it.
    instructions = models.TextField(blank=True)
    # In which of its wordings students first see the items (``core.items.wording``); empty: their own choice.
    wording = models.CharField(max_length=35, blank=True)
    created_at = models.DateTimeField(auto_now_add=True)
    # Where its students get the recording from; it ends with the assignment.
    media_pass = models.OneToOneField(MediaPass, null=True, on_delete=models.PROTECT, related_name="assignment")

    class Meta:
        ordering = ("-created_at",)

    @classmethod
    def given_to(cls, member: Member) -> models.QuerySet[Assignment]:
        """What ``member`` was given in their class."""
        for_them = models.Q(chosen=None) | models.Q(chosen__contains=[member.id])
        return cls.objects.filter(for_them, school_class=member.school_class_id)

    def is_for(self, member_id: uuid.UUID) -> bool:
        return self.chosen is None or member_id in self.chosen

    def meant_for(self) -> models.QuerySet[Member]:
        """Those of the class that it is for; nobody where it was given to anyone with the link."""
        there = Member.objects.filter(school_class=self.school_class_id)
        return there if self.chosen is None else there.filter(id__in=self.chosen)

    @property
    def items(self) -> tuple[Item, ...]:
        """What its students are asked and marked by: the edition's items, those put right as they are now."""
        given = frozen(self.edition_id).items
        if not self.corrections:
            return given
        right = {k: json.dumps(c["item"], sort_keys=True) for k, c in self.corrections.items()}
        return tuple(_item(right[i.id]) if i.id in right else i for i in given)

    @property
    def media_url(self) -> str:
        return f"/media/{self.media_pass_id}"

    @property
    def ends_at(self) -> datetime | None:
        """When no answer is taken any more: shut by hand, or at its own time."""
        return min((t for t in (self.shut_at, self.closes_at) if t is not None), default=None)

    def policy(self, allowance: Allowance = NO_ALLOWANCE) -> Policy:
        """The rules as they are in force, for a student with ``allowance``: what was shut by hand was due and open no
        later than that, for everybody."""

        def by_then(at: datetime | None) -> datetime | None:
            return at and min(at, self.shut_at or at)

        given = allowance.of(Policy.of(self))
        ends = [t for t in (self.shut_at, given.closes_at) if t is not None]
        return replace(
            given, opens_at=by_then(given.opens_at), due_at=by_then(given.due_at), closes_at=min(ends, default=None)
        )


@lru_cache(maxsize=512)
def _item(content: str) -> Item:
    return item_from_json(json.loads(content))


class Correction(models.Model):
    """The marking of an item put right after students had answered: what it was and is, why, and each answer's mark
    before; ``taken_back_at`` once everything is as it was."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    assignment = models.ForeignKey(Assignment, on_delete=models.CASCADE, related_name="corrected")
    item_id = models.UUIDField()
    item = models.JSONField()
    before = models.JSONField(null=True)
    marks_before = models.JSONField(default=dict)
    why = models.TextField(blank=True)
    made_at = models.DateTimeField(auto_now_add=True)
    taken_back_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("made_at",)


class Extension(models.Model):
    """What one student of a class has in one assignment beyond the others: later ends, more tries, doing it again."""

    assignment = models.ForeignKey(Assignment, on_delete=models.CASCADE, related_name="extensions")
    member = models.ForeignKey(Member, on_delete=models.CASCADE, related_name="extensions")
    due_at = models.DateTimeField(null=True)
    closes_at = models.DateTimeField(null=True)
    extra_tries = models.PositiveSmallIntegerField(default=0)
    extra_retakes = models.PositiveSmallIntegerField(default=0)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["assignment", "member"], name="one_extension_a_student"),)

    def allowance_of(self, member: Member) -> Allowance:
        """What ``member`` has for this assignment, beside what lasts."""
        lasting = member.allowance()
        return replace(
            lasting,
            due_at=self.due_at,
            closes_at=self.closes_at,
            extra_tries=min(lasting.extra_tries + self.extra_tries, MOST_EXTRA_TRIES),
            extra_retakes=self.extra_retakes,
        )
