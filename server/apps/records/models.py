"""The record store of a teacher's school, and what went there."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from apps.assignments.models import Assignment
from apps.work.outgoing import Retried, Watched
from config.removal import Removable


class RecordStore(Removable):
    """Where statements of a teacher's students go (xAPI 1.0.3); the secret is encrypted.

    ``names``: students under their names, not under pseudonyms; ``site``: Escuela's address, which the statements name.
    """

    owner = models.OneToOneField(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="record_store")
    url = models.CharField(max_length=2000)
    key = models.CharField(max_length=255)
    secret = models.TextField()
    names = models.BooleanField(default=False)
    site = models.CharField(max_length=300)


class Delivery(Watched, Retried):
    """How far an assignment's statements have gone to the record store."""

    assignment = models.OneToOneField(Assignment, on_delete=models.CASCADE, related_name="delivery")


class Sent(models.Model):
    """A statement that the store has: it never changes, so it is not sent again."""

    id = models.UUIDField(primary_key=True)
    delivery = models.ForeignKey(Delivery, on_delete=models.CASCADE, related_name="sent")
    at = models.DateTimeField(auto_now_add=True)
