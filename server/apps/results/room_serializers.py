"""Shapes of the screen in the room and of its remote control."""

from __future__ import annotations

from uuid import UUID

from rest_framework import serializers

from apps.results.serializers import OptionCountOut
from apps.study.lesson_serializers import QuestionOut, StudyLessonOut, StudySentenceOut
from apps.study.serializers import KeyOut
from config.shapes import Shape
from escuela_core.study.room import STEPS, Phase


class RoomIn(serializers.Serializer[object]):
    """A step of the room, taken after ``version``; ``here`` only says where the recording stands."""

    step = serializers.ChoiceField((*STEPS, "here"))
    version = serializers.IntegerField(min_value=0)
    at_ms = serializers.IntegerField(min_value=0, max_value=10**9, required=False, allow_null=True, default=None)
    item = serializers.UUIDField(required=False, allow_null=True, default=None)


class RoomOut(Shape):
    """The room as it stands: ``here`` students, of whom ``answered`` have; what they gave, and the key, once shown."""

    runs: bool = False
    version: int = 0
    phase: Phase = "held"
    told: list[UUID] = []
    at_ms: int = 0
    here: int = 0
    answered: int = 0
    question: QuestionOut | None = None
    spread: list[OptionCountOut] = []
    key: KeyOut | None = None
    sentences: list[StudySentenceOut] = []


class ScreenOut(Shape):
    name: str
    lesson_id: UUID | None
    lesson: StudyLessonOut
    room: RoomOut
    code: str
    link: str
    qr: str
    remote: str
    remote_qr: str
