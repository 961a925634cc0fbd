"""Whether anything of an assignment's results has changed since they were last read, without reading them: the page of
results asks every few seconds, and mostly nothing has."""

from __future__ import annotations

import hashlib
from datetime import datetime
from typing import Any

from django.contrib.postgres.aggregates import StringAgg
from django.db.models import Count, Max, Q, Sum
from django.forms.models import model_to_dict
from django.utils import timezone

from apps.assignments.models import Assignment
from apps.room.models import Room
from apps.study.models import Answer, Stretch


def tag_of(assignment: Assignment) -> str:
    """An entity tag (RFC 9110, 8.8.3) that is another one as soon as the results may say something else: with every
    answer, mark, look, stretch or name, and each minute, since some of them speak of time. Five queries."""
    room: Room | None = getattr(assignment, "room", None)
    known: list[Any] = [
        _minute(),
        model_to_dict(assignment),
        room and model_to_dict(room),
        list(assignment.students.order_by("id").values_list()),
        _of_answers(assignment),
        Stretch.objects.filter(student__assignment=assignment).aggregate(Count("id"), Max("received_at")),
        list(assignment.extensions.order_by("id").values_list()),
    ]
    if assignment.school_class is not None:
        known.append(list(assignment.school_class.members.order_by("id").values_list()))
    return f'"{hashlib.sha256(repr(known).encode()).hexdigest()[:32]}"'


def _minute() -> datetime:
    return timezone.now().replace(second=0, microsecond=0)


def _of_answers(assignment: Assignment) -> dict[str, Any]:
    """What tells apart the answers before and after whatever may happen to one of them."""
    return Answer.objects.filter(student__assignment=assignment).aggregate(
        Count("id"),
        Sum("share"),
        Max("received_at"),
        Max("marked_at"),
        Max("returned_at"),
        Max("look_asked_at"),
        right=Count("id", filter=Q(outcome="right")),
        looked=Count("id", filter=~Q(look_verdict="")),
        accepted=Count("id", filter=Q(look_verdict="accepted")),
        overruled=Count("id", filter=Q(overruled__isnull=False)),
        words=StringAgg("look_word", "\n", filter=~Q(look_word=""), order_by="id"),
    )
