"""Shapes of the script as a page of results, and of revision lessons."""

from __future__ import annotations

from uuid import UUID

from rest_framework import serializers

from apps.study.lesson_serializers import StudySentenceOut
from config.shapes import Shape


class PassageOut(StudySentenceOut):
    """A sentence with who heard it again, left after it, went past it, or played it slower."""

    replayed: float
    again: list[str]
    left: list[str]
    skipped: list[str]
    slowed: list[str]


class FirstTriesOut(Shape):
    answered: int
    first: int


class PauseResultOut(FirstTriesOut):
    number: int
    item: str
    pause_ms: int
    prompt: str


class RevisionOut(Shape):
    """A lesson made of some segments: how they went before, and how it went since it was given."""

    lesson: UUID
    title: str
    segments: list[int]
    before: FirstTriesOut
    after: FirstTriesOut


class ScriptResultOut(Shape):
    """``for_whom``: for each segment with items those who need it most."""

    sentences: list[PassageOut]
    pauses: list[PauseResultOut]
    for_whom: dict[str, list[str]]
    revisions: list[RevisionOut]


class RevisionIn(serializers.Serializer[object]):
    segments = serializers.ListField(child=serializers.IntegerField(min_value=0), max_length=500)


class WantedByOut(Shape):
    """Whom a lesson was made for: a class, and the members who need it most; null for what is no revision lesson."""

    class_id: UUID
    members: list[UUID]


class WantedOut(Shape):
    wanted_by: WantedByOut | None


class RevisionMadeOut(Shape):
    """``job``: in which its items are written."""

    lesson: UUID
    job: UUID
