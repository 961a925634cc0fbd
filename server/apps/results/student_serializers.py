"""Shapes of one student's results."""

from __future__ import annotations

from uuid import UUID

from rest_framework import serializers

from apps.results.for_one import LONGEST_REMARK
from apps.results.serializers import CellOut, GivenOut
from apps.study.lesson_serializers import SpanOut
from config.shapes import Shape


class StudentItemOut(CellOut):
    prompt: str
    segment: int
    marks: float | None
    most: float
    answers: list[GivenOut]


class StudentSegmentOut(Shape):
    """How much of a segment a student has heard, 0 to 1, and how often beyond the first time."""

    title: str
    start_ms: int
    coverage: float
    replayed: float


class AttemptOut(Shape):
    """One time through the lesson; ``counts``: its marks are the student's."""

    id: UUID
    number: int
    marks: float
    counts: bool


class ForOneIn(serializers.Serializer[object]):
    """What is done for one student: ``remark`` on all of it, ``reopen`` after handing in."""

    remark = serializers.CharField(max_length=LONGEST_REMARK, allow_blank=True, required=False)
    reopen = serializers.BooleanField(required=False, default=False)


class StudentResultOut(Shape):
    """``member``: who it is in the class; null where anyone with the link may come."""

    nickname: str
    member: UUID | None
    finished: bool
    remark: str
    attempts: list[AttemptOut]
    watched: list[SpanOut]
    marks: float
    most: float
    segments: list[StudentSegmentOut]
    median_seconds: int | None
    items: list[StudentItemOut]
