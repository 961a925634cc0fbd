"""Shapes of one lesson as several groups did it."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from apps.results.teaching_serializers import FirstTriesOut
from config.shapes import Shape


class GroupOut(Shape):
    """``first_time``: the same students at their first time through it; ``other_edition``: of another version."""

    id: UUID
    name: str
    given_at: datetime
    students: int
    first_time: bool
    other_edition: bool


class ComparedOut(Shape):
    """A tally for each group, null where it was not asked; ``apart``: two differ by more than chance."""

    tallies: list[FirstTriesOut | None]
    apart: bool


class ComparedSegmentOut(ComparedOut):
    title: str


class ComparedItemOut(ComparedOut):
    segment: int
    item: str
    prompt: str


class SideBySideOut(Shape):
    groups: list[GroupOut]
    segments: list[ComparedSegmentOut]
    items: list[ComparedItemOut]
