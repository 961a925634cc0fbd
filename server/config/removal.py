"""What was removed can be brought back for a while: it only stops being there for the queries that ask for what is."""

from __future__ import annotations

from typing import TypeVar

from django.db import models
from django.utils import timezone

M = TypeVar("M", bound=models.Model)


class Kept(models.Manager[M]):
    """What was not removed."""

    def get_queryset(self) -> models.QuerySet[M]:
        return super().get_queryset().filter(removed_at__isnull=True)


class Removable(models.Model):
    """``objects`` knows only what is there, ``with_removed`` also what was removed and can come back."""

    removed_at = models.DateTimeField(null=True, db_index=True)

    objects = Kept()
    with_removed = models.Manager()  # noqa: DJ012

    class Meta:
        abstract = True

    def remove(self) -> None:
        self.removed_at = timezone.now()
        self.save(update_fields=["removed_at"])

    def bring_back(self) -> None:
        self.removed_at = None
        self.save(update_fields=["removed_at"])
