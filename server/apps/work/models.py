"""Long work: what is asked for, its steps, and how far it is. It survives restarts of every process."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models


class Job(models.Model):
    """One piece of long work. ``steps`` is a list of {"name", "state": waiting|running|done, "share": 0 to 1}."""

    class State(models.TextChoices):
        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        CANCELLED = "cancelled"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="jobs")
    kind = models.CharField(max_length=40)
    title = models.CharField(max_length=300, blank=True)
    given = models.JSONField(default=dict)
    result = models.JSONField(default=dict)
    state = models.CharField(max_length=10, choices=State.choices, default=State.WAITING)
    steps = models.JSONField(default=list)
    error_code = models.CharField(max_length=60, blank=True)
    error_message = models.TextField(blank=True)
    error_params = models.JSONField(default=dict)
    # How often a worker has begun it.
    tries = models.PositiveSmallIntegerField(default=0)
    seen_at = models.DateTimeField(null=True)
    created_at = models.DateTimeField(auto_now_add=True)
    started_at = models.DateTimeField(null=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("-created_at",)
        indexes = (models.Index(fields=["owner", "state"]),)
