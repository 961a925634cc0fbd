"""A teacher's classes and who is in them."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from config.codes import new_code, new_pin
from config.removal import Removable
from escuela_core.study.allowance import Allowance
from escuela_core.study.roster import LONGEST_NAME


class SchoolClass(Removable):
    """``code`` is that of its link, under which its students find everything given to them.

    ``archived_at``: the year is over; it stays with its results, and nothing is given to it any more.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="classes")
    name = models.CharField(max_length=120)
    code = models.CharField(max_length=12, unique=True, default=new_code)
    archived_at = models.DateTimeField(null=True)
    # Its id in the school's own lists, where it came from there.
    source_id = models.CharField(max_length=255, blank=True)
    # Whether those who are not on the list may ask to be let in.
    takes_requests = models.BooleanField(default=False)
    # How its lessons count together: {dropped, late_share, weights: {assignment: weight}}.
    counting = models.JSONField(default=dict)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("archived_at", "name", "created_at")


class Member(Removable):
    """A student of a class. Whoever first takes the name gets its ``pin``, and from then on it is ``held``: on another
    device the name is taken with the pin alone."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="members")
    name = models.CharField(max_length=LONGEST_NAME)
    pin = models.CharField(max_length=8, default=new_pin)
    held = models.BooleanField(default=False)
    source_id = models.CharField(max_length=255, blank=True)
    # Lasting allowances.
    extra_tries = models.PositiveSmallIntegerField(default=0)
    time_factor = models.FloatField(default=1.0)
    # What of each lesson stood there when the student last looked at the class's page (``study.news``); null: never.
    seen = models.JSONField(null=True)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("name", "created_at")

    def allowance(self) -> Allowance:
        return Allowance(self.extra_tries, self.time_factor)


class JoinRequest(models.Model):
    """Somebody who is not on the list and asks to be let in; once they are, the member has this ``id``, by which their
    device is known."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    school_class = models.ForeignKey(SchoolClass, on_delete=models.CASCADE, related_name="requests")
    name = models.CharField(max_length=LONGEST_NAME)
    asked_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("asked_at",)
