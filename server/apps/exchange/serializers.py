"""Shapes of lessons on their way."""

from __future__ import annotations

from typing import Literal, get_args

from pydantic import RootModel
from rest_framework import serializers

from config.shapes import Shape

LeavingForm = Literal["archive", "qti", "cartridge", "xlsx", "csv", "items", "track"]


class LeavingIn(serializers.Serializer[object]):
    """``with_recording`` is for archives alone."""

    form = serializers.ChoiceField(get_args(LeavingForm))
    with_recording = serializers.BooleanField(default=True)


class LossOut(Shape):
    code: str
    count: int


class FormLossesOut(Shape):
    """What a form cannot hold of the lesson."""

    form: LeavingForm
    losses: list[LossOut]


class FormsLossesOut(RootModel[list[FormLossesOut]]):
    pass


class ArrivingIn(serializers.Serializer[object]):
    upload = serializers.UUIDField()
