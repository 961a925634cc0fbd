"""Shapes of what is sent about items besides their content: pauses, order, places, decisions."""

from __future__ import annotations

from rest_framework import serializers


class PauseIn(serializers.Serializer[object]):
    at_ms = serializers.IntegerField()


class OrderIn(serializers.Serializer[object]):
    ids = serializers.ListField(child=serializers.UUIDField(), max_length=500)


class TogetherIn(serializers.Serializer[object]):
    """Several items put somewhere in one change."""

    ids = serializers.ListField(child=serializers.UUIDField(), min_length=1, max_length=500)
    place = serializers.ChoiceField(("pool", "lesson", "dropped"))


class IdsIn(serializers.Serializer[object]):
    ids = serializers.ListField(child=serializers.UUIDField(), min_length=1, max_length=500)


class DecisionIn(serializers.Serializer[object]):
    decision = serializers.ChoiceField(("", "kept", "kept_anyway"))
    reason = serializers.CharField(max_length=1000, required=False, allow_blank=True, default="")
