"""Layouts: the one a lesson is printed by, and those that a teacher keeps for other lessons."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models

from apps.lessons.models import Lesson


class Handout(models.Model):
    """How a lesson is printed, in the shape of ``escuela_core.handouts.layout``; a lesson without one has the usual."""

    lesson = models.OneToOneField(Lesson, primary_key=True, on_delete=models.CASCADE, related_name="handout")
    layout = models.JSONField()
    changed_at = models.DateTimeField(auto_now=True)


class KeptLayout(models.Model):
    """A layout under a name. The one used last is what the teacher's next lesson begins with."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="kept_layouts")
    name = models.CharField(max_length=80)
    layout = models.JSONField()
    used_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ("name",)
        constraints = (models.UniqueConstraint(fields=["owner", "name"], name="one_layout_name_a_teacher"),)
