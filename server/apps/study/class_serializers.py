"""Shapes of a class's own page, and of who comes into a class."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from rest_framework import serializers

from apps.study.news import Sort
from apps.study.serializers import EntryOut
from config.shapes import Shape
from escuela_core.study.policy import State


class AskIn(serializers.Serializer[object]):
    name = serializers.CharField(max_length=400, allow_blank=True)


class MergeIn(serializers.Serializer[object]):
    into = serializers.UUIDField()


class TakeNameIn(serializers.Serializer[object]):
    member = serializers.UUIDField()
    pin = serializers.CharField(max_length=20, allow_blank=True, required=False)


class CommentOut(Shape):
    """What the teacher wrote to an answer, and the words of the item that it answers."""

    item: str
    text: str


class GivenLessonOut(Shape):
    """One lesson that a class was given, as it stands with one student; marks only once the policy speaks.

    ``again``: how many items were not right at last, whose words are worth hearing again; ``news``: what the teacher
    has done about it since the student last looked; ``remark``: what the teacher says of all of it, ``comments``
    of single answers.
    """

    code: str
    name: str
    title: str
    state: State
    progress: Literal["to_do", "doing", "done"]
    opens_at: datetime | None
    due_at: datetime | None
    closes_at: datetime | None
    item_count: int
    answered: int
    marks: float | None
    most: float
    again: int
    waiting: int
    comments: list[CommentOut]
    remark: str
    finished_at: datetime | None
    news: list[Sort]


class GoalReachedOut(Shape):
    """``reached`` is null while nothing of it was answered and marked."""

    goal: str
    items: int
    reached: bool | None


class ClassPageOut(Shape):
    entry: EntryOut
    lessons: list[GivenLessonOut]


class MyClassOut(ClassPageOut):
    goals: list[GoalReachedOut]


class MineOut(Shape):
    """What a device's student has in every class that it knows."""

    classes: list[MyClassOut]
