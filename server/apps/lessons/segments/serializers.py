"""Shapes of segments."""

from __future__ import annotations

from rest_framework import serializers

from apps.recordings.serializers import SpanData


class SegmentOut(SpanData):
    id = serializers.UUIDField()
    title = serializers.CharField()
    summary = serializers.CharField()
    key_terms = serializers.ListField(child=serializers.CharField())
    takes_part = serializers.BooleanField()


class SegmentIn(serializers.Serializer[object]):
    title = serializers.CharField(max_length=200, required=False)
    takes_part = serializers.BooleanField(required=False)
    items_to = serializers.ChoiceField(("pool", "dropped"), required=False)


class SentenceIn(serializers.Serializer[object]):
    sentence = serializers.IntegerField(min_value=0)


class DivideIn(serializers.Serializer[object]):
    fineness = serializers.IntegerField(min_value=-2, max_value=2)
