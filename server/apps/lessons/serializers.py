"""Shapes of a lesson as a whole: in the list, and on its desk."""

from __future__ import annotations

from rest_framework import serializers

from apps.lessons.checking.serializers import ReportOut
from apps.lessons.items.serializers import ItemContent
from apps.lessons.materials.serializers import MaterialOut
from apps.lessons.segments.serializers import SegmentOut
from apps.lessons.writing.serializers import WishesData
from apps.recordings.serializers import RecordingOut, SpanData


class ItemOut(serializers.Serializer[object]):
    """``open``: still to be decided; ``undecided`` by an error that stops sharing."""

    id = serializers.UUIDField()
    place = serializers.ChoiceField(("pool", "lesson", "dropped"))
    content = ItemContent()
    pause_by_teacher = serializers.BooleanField()
    position = serializers.IntegerField()
    version = serializers.IntegerField()
    report = ReportOut(allow_null=True)
    decision = serializers.ChoiceField(("", "kept", "kept_anyway", "mended"))
    decision_reason = serializers.CharField()
    undecided = serializers.BooleanField()
    open = serializers.BooleanField()
    seen = serializers.BooleanField()
    comes_apart = serializers.BooleanField()


class OverviewOfItems(serializers.Serializer[object]):
    unasked = serializers.ListField(child=serializers.UUIDField())
    quiet = SpanData(many=True)
    kinds = serializers.DictField(child=serializers.IntegerField())
    depths = serializers.DictField(child=serializers.IntegerField())
    sharing = serializers.ListField(child=serializers.ListField(child=serializers.UUIDField()))
    goals = serializers.DictField(child=serializers.IntegerField())


class DeskOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    title = serializers.CharField()
    folder = serializers.CharField()
    version = serializers.IntegerField()
    checking = serializers.BooleanField()
    extract_start_ms = serializers.IntegerField(allow_null=True)
    extract_end_ms = serializers.IntegerField(allow_null=True)
    recording = RecordingOut()
    segments = SegmentOut(many=True)
    summary = serializers.ListField(child=serializers.CharField())
    items = ItemOut(many=True)
    overview = OverviewOfItems()
    materials = MaterialOut(many=True)
    wishes = WishesData(allow_null=True)
    undo = serializers.CharField()
    redo = serializers.CharField()
    changed_at = serializers.DateTimeField()


class OriginOut(serializers.Serializer[object]):
    """The colleague's lesson that this one was copied from."""

    title = serializers.CharField()
    author = serializers.CharField()
    licence = serializers.CharField(allow_blank=True)


class LessonOut(serializers.Serializer[object]):
    origin = OriginOut(allow_null=True)
    id = serializers.UUIDField()
    title = serializers.CharField()
    folder = serializers.CharField()
    duration_ms = serializers.IntegerField()
    poster_url = serializers.CharField(allow_null=True)
    pauses = serializers.ListField(child=serializers.IntegerField())
    item_count = serializers.IntegerField()
    to_decide = serializers.IntegerField()
    created_at = serializers.DateTimeField()


class LessonIn(serializers.Serializer[object]):
    title = serializers.CharField(max_length=300, required=False)
    folder = serializers.CharField(max_length=120, required=False, allow_blank=True)


class FolderIn(serializers.Serializer[object]):
    """``after`` empty: out of any folder."""

    before = serializers.CharField(max_length=120)
    after = serializers.CharField(max_length=120, allow_blank=True)


class ExtractIn(serializers.Serializer[object]):
    start_ms = serializers.IntegerField(min_value=0, allow_null=True)
    end_ms = serializers.IntegerField(min_value=1, allow_null=True)
