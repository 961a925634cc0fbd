"""Shapes of recordings and of stretches of time."""

from __future__ import annotations

from rest_framework import serializers

from apps.recordings.models import CaptionTrack, Recording


class SpanData(serializers.Serializer[object]):
    start_ms = serializers.IntegerField()
    end_ms = serializers.IntegerField()


class WarningOut(serializers.Serializer[object]):
    line = serializers.IntegerField()
    message = serializers.CharField()
    code = serializers.CharField(default="")
    params = serializers.DictField(child=serializers.CharField(), default=dict)


class TrackOut(serializers.ModelSerializer[CaptionTrack]):
    class Meta:
        model = CaptionTrack
        fields = ("id", "language", "label", "by_machine")


class RecordingOut(serializers.ModelSerializer[Recording]):
    media_url = serializers.CharField()
    poster_url = serializers.CharField(allow_null=True)
    duration_ms = serializers.IntegerField()
    tracks = TrackOut(many=True)
    peaks = serializers.ListField(child=serializers.IntegerField())
    silences = serializers.ListField(child=serializers.ListField(child=serializers.IntegerField()))
    warnings = WarningOut(many=True)

    class Meta:
        model = Recording
        fields = (
            "media_url",
            "poster_url",
            "media_type",
            "has_picture",
            "language",
            "duration_ms",
            "peaks",
            "silences",
            "warnings",
            "link",
            "player_url",
            "player_dialect",
            "tracks",
            "script_by",
            "sound_fits",
            "sound_moved_ms",
            "times_by",
        )
