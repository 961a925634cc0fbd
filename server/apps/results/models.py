"""What follows from results."""

from __future__ import annotations

from django.contrib.postgres.fields import ArrayField
from django.db import models

from apps.accounts.models import User
from apps.assignments.models import Assignment
from apps.lessons.models import Lesson


class Revision(models.Model):
    """A lesson made to teach parts of another again: after which assignment, and which segments of its edition."""

    lesson = models.OneToOneField(Lesson, on_delete=models.CASCADE, related_name="revises")
    assignment = models.ForeignKey(Assignment, on_delete=models.CASCADE, related_name="revisions")
    segments = models.JSONField()
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-made_at",)


class NewsWish(models.Model):
    """Of what a teacher wants a mail, and the address of the site as they see it."""

    owner = models.OneToOneField(User, on_delete=models.CASCADE, related_name="news")
    kinds = ArrayField(models.CharField(max_length=10), default=list)
    site = models.CharField(max_length=300)


class Told(models.Model):
    """Something that was mailed; the same ``what`` is told once."""

    assignment = models.ForeignKey(Assignment, on_delete=models.CASCADE, related_name="+")
    what = models.CharField(max_length=60)

    class Meta:
        constraints = (models.UniqueConstraint(fields=["assignment", "what"], name="told_once"),)
