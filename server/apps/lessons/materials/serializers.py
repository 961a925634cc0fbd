"""Shapes of what stands around the viewing."""

from __future__ import annotations

from rest_framework import serializers

from apps.recordings.serializers import SpanData
from escuela_core.materials import KINDS as MATERIALS
from escuela_core.materials import PLACES as MATERIAL_PLACES


class MaterialLineData(serializers.Serializer[object]):
    text = serializers.CharField(allow_blank=True)
    meaning = serializers.CharField(allow_blank=True)
    evidence = SpanData(many=True)


class MaterialData(serializers.Serializer[object]):
    """Documents the shape; core reads and refuses it."""

    kind = serializers.ChoiceField(tuple(MATERIALS))
    place = serializers.ChoiceField(MATERIAL_PLACES)
    lines = MaterialLineData(many=True)


class MaterialOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    version = serializers.IntegerField()
    content = MaterialData()


class MaterialIn(serializers.Serializer[object]):
    """``share``: how much of what is said a text to read keeps."""

    kind = serializers.ChoiceField(tuple(MATERIALS))
    share = serializers.FloatField(min_value=0.1, max_value=1, default=1.0)
