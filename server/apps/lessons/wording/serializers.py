"""Shapes of items in other words."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from escuela_core.items import KINDS
from escuela_core.items.shape import LONGEST_TEXT
from escuela_core.items.wording import MOST_TEXTS


class DoubtOut(serializers.Serializer[object]):
    code = serializers.ChoiceField(("stale", "gap", "missing", "added"))
    words = serializers.CharField(allow_blank=True)


class LineOut(serializers.Serializer[object]):
    """``at``: where the text stands in the item, as in ``options[0].text``."""

    at = serializers.CharField()
    original = serializers.CharField()
    text = serializers.CharField(allow_blank=True)
    doubts = DoubtOut(many=True)


class WordedItemOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    kind = serializers.ChoiceField(tuple(KINDS))
    place = serializers.ChoiceField(("pool", "lesson"))
    pause_ms = serializers.IntegerField(allow_null=True)
    lines = LineOut(many=True)


class WordingOut(serializers.Serializer[object]):
    """``service``: who could write what is missing; empty where nobody is set up."""

    title = serializers.CharField()
    language = serializers.CharField()
    service = serializers.CharField(allow_blank=True)
    tags = serializers.ListField(child=serializers.CharField())
    items = WordedItemOut(many=True)


class WordingIn(serializers.Serializer[object]):
    texts = serializers.DictField(child=serializers.CharField(max_length=LONGEST_TEXT, allow_blank=True))

    def validate_texts(self, texts: dict[str, Any]) -> dict[str, Any]:
        if len(texts) > MOST_TEXTS:
            raise serializers.ValidationError(f"At most {MOST_TEXTS} texts.")
        return texts
