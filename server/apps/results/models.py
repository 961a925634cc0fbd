"""What follows from results."""

from __future__ import annotations

from django.db import models

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
