"""Shapes of second looks."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from pydantic import RootModel
from rest_framework import serializers

from apps.study.lesson_serializers import StudySentenceOut
from apps.study.models import LookState
from config.shapes import Shape

Standing = Literal["", "wrong", "open", "confirmed"]


class SecondLookOut(Shape):
    """A second look that a student asked for, with what the teacher needs to decide; ``alike`` others gave the same.

    ``standing``: what the check says of the item, empty where the lesson has it in other words by now.
    ``also_right``: the check named the option that the student chose as right too.
    """

    answer: UUID
    nickname: str
    number: int
    prompt: str
    said: str
    right: str
    sentences: list[StudySentenceOut]
    standing: Standing
    also_right: bool
    reason: str
    asked_at: datetime
    state: LookState
    word: str
    alike: int


class SecondLooksOut(RootModel[list[SecondLookOut]]):
    pass


class LookDecisionIn(serializers.Serializer[object]):
    """``alike``: the same goes for all who gave that answer."""

    verdict = serializers.ChoiceField(("upheld", "accepted"))
    word = serializers.CharField(max_length=1000, required=False, allow_blank=True, default="")
    alike = serializers.BooleanField(required=False, default=False)
