"""Shapes of a class's marks over all its lessons."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from rest_framework import serializers

from config.shapes import Shape


class EntryMarksOut(Shape):
    """One student at one lesson."""

    state: Literal["not_given", "to_do", "doing", "done"]
    marks: float | None = None
    waiting: int = 0
    late: bool = False


class GradebookLessonOut(Shape):
    id: UUID
    lesson_id: UUID | None
    title: str
    name: str
    due_at: datetime | None
    most: float
    weight: float


class GradebookRowOut(Shape):
    """``share``: what all of it comes to by the class's rules, 0 to 1; ``left_out``: places of the lowest lessons."""

    id: UUID
    name: str
    entries: list[EntryMarksOut]
    marks: float
    share: float | None
    left_out: list[int]


class GoalOut(Shape):
    """A learning goal that ``items`` ask about, and the students who have reached it and who have not yet."""

    goal: str
    items: int
    reached: list[str]
    not_yet: list[str]


class GradebookOut(Shape):
    """A class's students by the lessons it was given; ``most`` marks are to be had in all."""

    lessons: list[GradebookLessonOut]
    rows: list[GradebookRowOut]
    most: float
    goals: list[GoalOut]
    dropped: int
    late_share: float


class GradebookRulesIn(serializers.Serializer[object]):
    """How many of the lowest are left out, what late work is worth, and the weight of each lesson by its assignment."""

    dropped = serializers.IntegerField()
    late_share = serializers.FloatField()
    weights = serializers.DictField(child=serializers.FloatField())
