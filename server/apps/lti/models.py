"""Platforms a teacher has made known, the courses there, who learns in them, and what was given back to them."""

from __future__ import annotations

import secrets
import uuid

from django.conf import settings
from django.db import models

from apps.accounts.models import User
from apps.assignments.models import Assignment
from apps.classes.models import Member, SchoolClass
from apps.work.outgoing import Retried, Watched
from config.removal import Removable


class ToolKey(models.Model):
    """A key that Escuela signs with, its private part encrypted; platforms read the public one at ``/lti/keys``."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    private = models.TextField()
    public = models.JSONField()
    made_at = models.DateTimeField(auto_now_add=True)


class Platform(Removable):
    """A learning platform as its teacher has made it known: what the platform says of itself in its settings. Its
    addresses here hold ``id``, so that nobody else's entry answers for it."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="platforms")
    name = models.CharField(max_length=120)
    issuer = models.CharField(max_length=500, blank=True)
    client_id = models.CharField(max_length=255, blank=True)
    login_url = models.CharField(max_length=2000, blank=True)
    token_url = models.CharField(max_length=2000, blank=True)
    keys_url = models.CharField(max_length=2000, blank=True)
    made_at = models.DateTimeField(auto_now_add=True)
    # The platform's own keys as they were last read.
    keys = models.JSONField(default=dict)
    keys_read_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("name", "made_at")

    @property
    def is_whole(self) -> bool:
        return all((self.issuer, self.client_id, self.login_url, self.token_url, self.keys_url))


def _secret() -> str:
    return secrets.token_urlsafe(32)


class Login(models.Model):
    """A launch that has begun and waits for the platform's answer: ``state`` and ``nonce`` are good for one."""

    state = models.CharField(primary_key=True, max_length=64, default=_secret)
    nonce = models.CharField(max_length=64, default=_secret)
    platform = models.ForeignKey(Platform, on_delete=models.CASCADE, related_name="logins")
    given = models.JSONField(default=dict)
    begun_at = models.DateTimeField(auto_now_add=True)


class Course(models.Model):
    """A course on a platform, and the class that stands for it here. Its teacher is whose lessons are given there."""

    platform = models.ForeignKey(Platform, on_delete=models.CASCADE, related_name="courses")
    deployment = models.CharField(max_length=255)
    context = models.CharField(max_length=255)
    school_class = models.OneToOneField(SchoolClass, on_delete=models.CASCADE, related_name="course")
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    roster_url = models.CharField(max_length=2000, blank=True)
    roster_read_at = models.DateTimeField(null=True)

    class Meta:
        constraints = (
            models.UniqueConstraint(
                fields=["platform", "deployment", "context", "owner"], name="one_course_for_each_teacher"
            ),
        )


class Learner(models.Model):
    """Who a member of the class is on the platform; ``subject`` is the platform's id of them, and nothing else of them
    is kept but the name."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="learners")
    subject = models.CharField(max_length=255)
    member = models.OneToOneField(Member, on_delete=models.CASCADE, related_name="learner")

    class Meta:
        constraints = (models.UniqueConstraint(fields=["course", "subject"], name="one_learner_a_subject"),)


class Teacher(models.Model):
    """Who somebody on a platform is here, as they have said themselves while signed in."""

    platform = models.ForeignKey(Platform, on_delete=models.CASCADE, related_name="teachers")
    subject = models.CharField(max_length=255)
    # What they are called there.
    name = models.CharField(max_length=255, blank=True)
    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="known_there")

    class Meta:
        ordering = ("platform__name", "name")
        constraints = (models.UniqueConstraint(fields=["platform", "subject"], name="one_teacher_a_subject"),)


class Ticket(models.Model):
    """What a teacher has come from a platform for, to choose a lesson or to look at one given there: the page in its
    frame shows the ticket, since a frame may have no session. Good for an hour."""

    id = models.CharField(primary_key=True, max_length=64, default=_secret)
    platform = models.ForeignKey(Platform, on_delete=models.CASCADE, related_name="tickets")
    subject = models.CharField(max_length=255)
    name = models.CharField(max_length=255)
    deployment = models.CharField(max_length=255)
    context = models.CharField(max_length=255)
    context_title = models.CharField(max_length=255)
    roster_url = models.CharField(max_length=2000, blank=True)
    # What goes back with the choice, where one is asked for.
    return_url = models.CharField(max_length=2000, blank=True)
    data = models.TextField(blank=True)
    takes_marks = models.BooleanField(default=True)
    assignment = models.ForeignKey(Assignment, null=True, on_delete=models.CASCADE, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    used_at = models.DateTimeField(null=True)


class Placement(Watched):
    """A lesson as it stands in a platform's course; ``line_item`` is the column of marks there, where it has one."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="placements")
    link = models.CharField(max_length=255)
    assignment = models.ForeignKey(Assignment, on_delete=models.CASCADE, related_name="placements")
    line_item = models.CharField(max_length=2000, blank=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["course", "link"], name="one_placement_a_link"),)


class Score(Retried):
    """What was last told of a learner's work; ``told`` is what it said, so that the same is never told twice."""

    placement = models.ForeignKey(Placement, on_delete=models.CASCADE, related_name="scores")
    learner = models.ForeignKey(Learner, on_delete=models.CASCADE, related_name="scores")
    told = models.JSONField(null=True)
    told_at = models.DateTimeField(null=True)
    # What was tried last.
    tried = models.JSONField(null=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["placement", "learner"], name="one_score_a_learner"),)
