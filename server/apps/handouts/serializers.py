"""Shapes of handouts."""

from __future__ import annotations

from rest_framework import serializers

from apps.handouts.models import KeptLayout
from escuela_core.handouts import FORMS, PART_KINDS, SIZES, VERSIONS
from escuela_core.handouts.layout import (
    HELPS,
    LONGEST_STEP,
    MOST_CHOSEN,
    MOST_HEADING,
    MOST_LINES,
    MOST_PARTS,
    MOST_TITLE,
    MOST_WORDING,
)
from escuela_core.language.levels import LEVELS


class PartData(serializers.Serializer[object]):
    """``every`` is 0 or 3 to 30; ``chosen`` the starts (ms) of words taken out by hand."""

    kind = serializers.ChoiceField(PART_KINDS)
    title = serializers.CharField(max_length=MOST_TITLE, allow_blank=True, default="")
    columns = serializers.IntegerField(min_value=1, max_value=2, default=1)
    lines = serializers.IntegerField(min_value=0, max_value=MOST_LINES, default=3)
    shuffled = serializers.BooleanField(default=True)
    times = serializers.BooleanField(default=False)
    codes = serializers.BooleanField(default=False)
    explained = serializers.BooleanField(default=True)
    every = serializers.IntegerField(min_value=0, max_value=LONGEST_STEP, default=0)
    help = serializers.ChoiceField(HELPS, default="words")
    even = serializers.BooleanField(default=True)
    chosen = serializers.ListField(child=serializers.IntegerField(min_value=0), max_length=MOST_CHOSEN, default=list)


class LayoutData(serializers.Serializer[object]):
    parts = serializers.ListField(child=PartData(), max_length=MOST_PARTS)
    size = serializers.ChoiceField(SIZES, default="normal")
    heading = serializers.CharField(max_length=MOST_HEADING, allow_blank=True, default="")
    level = serializers.ChoiceField(("", *LEVELS), default="")
    names = serializers.BooleanField(default=True)
    wording = serializers.CharField(max_length=MOST_WORDING, allow_blank=True, default="")


class KeptLayoutOut(serializers.ModelSerializer[KeptLayout]):
    layout = LayoutData()

    class Meta:
        model = KeptLayout
        fields = ("id", "name", "layout")


class KeptLayoutIn(serializers.Serializer[object]):
    name = serializers.CharField(max_length=80)
    layout = LayoutData()


class HandoutOut(serializers.Serializer[object]):
    """``empty`` are parts that the lesson has nothing for; ``link`` is where codes lead, empty where nowhere."""

    title = serializers.CharField()
    layout = LayoutData()
    kept = KeptLayoutOut(many=True)
    empty = serializers.ListField(child=serializers.ChoiceField(PART_KINDS))
    link = serializers.CharField()
    language = serializers.CharField()
    wordings = serializers.ListField(child=serializers.CharField())


class HandoutFileIn(serializers.Serializer[object]):
    form = serializers.ChoiceField(FORMS)
    version = serializers.ChoiceField(VERSIONS, default="student")


class PreviewIn(serializers.Serializer[object]):
    version = serializers.ChoiceField(VERSIONS, default="student")


class GapWordsIn(serializers.Serializer[object]):
    level = serializers.ChoiceField(("", *LEVELS), default="")


class GapWordOut(serializers.Serializer[object]):
    start_ms = serializers.IntegerField()
    text = serializers.CharField()


class GapWordsOut(serializers.Serializer[object]):
    """``above``: where words above the level asked about begin, each where it is said first."""

    sentences = serializers.ListField(child=serializers.ListField(child=GapWordOut()))
    above = serializers.ListField(child=serializers.IntegerField())


class GapItemsIn(serializers.Serializer[object]):
    chosen = serializers.ListField(child=serializers.IntegerField(min_value=0), min_length=1, max_length=MOST_CHOSEN)


class GapItemsOut(serializers.Serializer[object]):
    count = serializers.IntegerField()
