"""Answers and what was played as plain rows, for whole classes: a hundred thousand model objects would cost more than
all that is worked out of them. What few read, a response and the times, is only decoded where it is read."""

from __future__ import annotations

import json
from collections import defaultdict
from datetime import UTC, datetime
from typing import Any, NamedTuple, Protocol
from uuid import UUID

from django.db.models import FloatField, TextField
from django.db.models.functions import Cast, Extract

from apps.assignments.models import Assignment
from apps.study.models import Answer, AnswerFacts, Stretch
from escuela_core.results.watching import Stretch as Played
from escuela_core.timeline import Span


class Given(Protocol):
    """What results read of an answer, kept as a row or as a model."""

    @property
    def outcome(self) -> str: ...
    @property
    def share(self) -> float | None: ...
    @property
    def shown_share(self) -> float | None: ...
    @property
    def item_id(self) -> UUID: ...
    @property
    def overruled(self) -> dict[str, Any] | None: ...


class _Fields(NamedTuple):
    """An answer's fields, as ``Answer`` has them; ``written`` is its response as JSON."""

    id: UUID
    student_id: UUID
    item_id: UUID
    number: int
    written: str
    outcome: str
    share: float | None
    late: bool
    given_at: datetime | None
    received_s: float
    comment: str
    marked_at: datetime | None
    returned_at: datetime | None
    look_reason: str
    look_asked_at: datetime | None
    look_verdict: str
    look_word: str
    overruled: dict[str, Any] | None


class AnswerRow(_Fields, AnswerFacts):
    """An answer, read for a whole class."""

    __slots__ = ()

    @property
    def response(self) -> dict[str, Any]:
        return dict(json.loads(self.written))

    @property
    def received_at(self) -> datetime:
        return datetime.fromtimestamp(self.received_s, UTC)


class PlayedRow(NamedTuple):
    """A stretch, and when it was reported (seconds)."""

    at_s: float
    stretch: Played


def answers_of(assignment: Assignment, person: UUID | None = None) -> dict[UUID, list[AnswerRow]]:
    """Every answer by student, in the order of items and tries; of one ``person`` alone. One query."""
    every = Answer.objects.filter(student__assignment=assignment).order_by("student_id", "item_id", "number")
    if person is not None:
        every = every.filter(student__person=person)
    raw = {"written": Cast("response", TextField()), "received_s": _seconds("received_at")}
    found: dict[UUID, list[AnswerRow]] = defaultdict(list)
    for row in every.annotate(**raw).values_list(*AnswerRow._fields):
        found[row[1]].append(AnswerRow(*row))
    return found


def _seconds(field: str) -> Cast:
    return Cast(Extract(field, "epoch"), FloatField())


def played_of(assignment: Assignment, person: UUID | None = None) -> dict[UUID, list[PlayedRow]]:
    """Every stretch by student, of one ``person`` alone. One query."""
    every = Stretch.objects.filter(student__assignment=assignment)
    if person is not None:
        every = every.filter(student__person=person)
    found: dict[UUID, list[PlayedRow]] = defaultdict(list)
    rows = every.annotate(at_s=_seconds("received_at"))
    for student, start_ms, end_ms, wall_ms, at_s in rows.values_list(
        "student_id", "start_ms", "end_ms", "wall_ms", "at_s"
    ):
        found[student].append(PlayedRow(at_s, Played(Span(start_ms, end_ms), wall_ms)))
    return found
