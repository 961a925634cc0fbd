"""Shapes of lessons on their way."""

from __future__ import annotations

from rest_framework import serializers

from apps.exchange.leaving import FORMS


class LeavingIn(serializers.Serializer[object]):
    """``with_recording`` is for archives alone."""

    form = serializers.ChoiceField(tuple(FORMS))
    with_recording = serializers.BooleanField(default=True)


class LossOut(serializers.Serializer[object]):
    code = serializers.CharField()
    count = serializers.IntegerField()


class FormLossesOut(serializers.Serializer[object]):
    """What a form cannot hold of the lesson."""

    form = serializers.ChoiceField(tuple(FORMS))
    losses = LossOut(many=True)


class ArrivingIn(serializers.Serializer[object]):
    upload = serializers.UUIDField()
