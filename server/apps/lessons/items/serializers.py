"""Shapes of items and of what is done with them."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from apps.recordings.serializers import SpanData
from escuela_core.items import KINDS
from escuela_core.items.model import DEPTHS


class OptionData(serializers.Serializer[object]):
    text = serializers.CharField(allow_blank=True)
    correct = serializers.BooleanField()
    feedback = serializers.CharField(required=False, allow_blank=True)
    image = serializers.CharField(required=False, allow_blank=True)


class CriterionData(serializers.Serializer[object]):
    text = serializers.CharField(allow_blank=True)
    marks = serializers.FloatField()


class PairData(serializers.Serializer[object]):
    left = serializers.CharField(allow_blank=True)
    right = serializers.CharField(allow_blank=True)


class GroupData(serializers.Serializer[object]):
    name = serializers.CharField(allow_blank=True)
    things = serializers.ListField(child=serializers.CharField(allow_blank=True))


class WordedTextData(serializers.Serializer[object]):
    at = serializers.CharField()
    text = serializers.CharField(allow_blank=True)
    of = serializers.CharField(allow_blank=True)


class WordingData(serializers.Serializer[object]):
    tag = serializers.CharField()
    texts = WordedTextData(many=True)


class ItemContent(serializers.Serializer[object]):
    """An item as in the item list file. Documents the shape; core reads and refuses it."""

    id = serializers.CharField(required=False)
    kind = serializers.ChoiceField(tuple(KINDS))
    prompt = serializers.CharField(required=False, allow_blank=True)
    options = OptionData(many=True, required=False)
    answer = serializers.BooleanField(required=False, allow_null=True)
    answers = serializers.ListField(child=serializers.CharField(allow_blank=True), required=False)
    bank = serializers.ListField(child=serializers.CharField(allow_blank=True), required=False)
    model_answer = serializers.CharField(required=False, allow_blank=True)
    criteria = CriterionData(many=True, required=False)
    pairs = PairData(many=True, required=False)
    groups = GroupData(many=True, required=False)
    steps = serializers.ListField(child=serializers.CharField(allow_blank=True), required=False)
    text = serializers.CharField(required=False, allow_blank=True)
    goal = serializers.CharField(required=False, allow_blank=True)
    image = serializers.CharField(required=False, allow_blank=True)
    image_alt = serializers.CharField(required=False, allow_blank=True)
    sound = serializers.CharField(required=False, allow_blank=True)
    time_limit_s = serializers.IntegerField(required=False, allow_null=True)
    explanation = serializers.CharField(required=False, allow_blank=True)
    marks = serializers.FloatField(required=False)
    depth = serializers.ChoiceField(DEPTHS, required=False)
    purpose = serializers.ChoiceField(("check", "predict"), required=False)
    pause_ms = serializers.IntegerField(required=False, allow_null=True)
    evidence = SpanData(many=True, required=False)
    wordings = WordingData(many=True, required=False)

    def to_representation(self, instance: Any) -> dict[str, Any]:
        """Only the keys the item has: what is sent out must be taken back as it is."""
        return {k: v for k, v in super().to_representation(instance).items() if k in instance}


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
