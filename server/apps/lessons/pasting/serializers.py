"""Shapes in and out of the addresses for items written elsewhere."""

from __future__ import annotations

from rest_framework import serializers

from apps.lessons.items.serializers import ItemContent
from apps.recordings.serializers import WarningOut
from config.api import Base64Field
from escuela_core.writing.pasting.pasted import LONGEST_PASTE


class PasteIn(serializers.Serializer[object]):
    text = serializers.CharField(allow_blank=True, max_length=LONGEST_PASTE, trim_whitespace=False)
    left_out = serializers.ListField(child=serializers.IntegerField(), default=list, max_length=1_000)


class SpreadsheetIn(serializers.Serializer[object]):
    content = Base64Field()


class LeftItemOut(serializers.Serializer[object]):
    title = serializers.CharField(allow_blank=True)
    why = serializers.CharField()


class SpreadsheetOut(serializers.Serializer[object]):
    """``left``: what of a package has no kind here, or came with files that stay behind."""

    text = serializers.CharField(allow_blank=True)
    left = LeftItemOut(many=True)


class SourceLineOut(serializers.Serializer[object]):
    number = serializers.IntegerField()
    text = serializers.CharField(allow_blank=True)
    item = serializers.IntegerField(allow_null=True)
    became = serializers.CharField()


class PastedOut(serializers.Serializer[object]):
    items = ItemContent(many=True)
    lines = SourceLineOut(many=True)
    remarks = WarningOut(many=True)
