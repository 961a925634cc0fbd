"""Shapes in and out of the script's addresses."""

from __future__ import annotations

from rest_framework import serializers

from apps.recordings.models import Sentence
from apps.recordings.serializers import TrackOut


class FindIn(serializers.Serializer[object]):
    q = serializers.CharField(max_length=300, default="", allow_blank=True)
    lesson = serializers.UUIDField(default=None, allow_null=True)


class TrackCuesOut(TrackOut):
    cues = serializers.ListField(child=serializers.ListField())

    class Meta(TrackOut.Meta):
        fields = ("id", "language", "label", "by_machine", "cues")  # type: ignore[assignment]


class SentenceOut(serializers.ModelSerializer[Sentence]):
    """``is_sure``: whether its times can be relied on."""

    speaker = serializers.CharField(allow_null=True)
    is_sure = serializers.SerializerMethodField()

    class Meta:
        model = Sentence
        fields = ("id", "start_ms", "end_ms", "text", "speaker", "is_spoken", "is_sure")

    def get_is_sure(self, sentence: Sentence) -> bool:
        return sentence.spoken().is_sure


class CorrectIn(serializers.Serializer[object]):
    text = serializers.CharField(max_length=4000)
    before = serializers.CharField(max_length=8000, required=False, allow_null=True, default=None)


class SplitIn(serializers.Serializer[object]):
    word = serializers.IntegerField(min_value=0)


class SentencesIn(serializers.Serializer[object]):
    """What to do to some sentences: say who speaks, or whether they are spoken at all."""

    sentences = serializers.ListField(child=serializers.IntegerField(min_value=0), min_length=1, max_length=5000)
    speaker = serializers.CharField(max_length=200, required=False, allow_blank=True)
    is_spoken = serializers.BooleanField(required=False)


class SpeakerIn(serializers.Serializer[object]):
    before = serializers.CharField(max_length=200)
    name = serializers.CharField(max_length=200, allow_blank=True)


class TimesIn(serializers.Serializer[object]):
    times_by = serializers.ChoiceField(("captions", "sound"))


class FoundOut(serializers.Serializer[object]):
    """One moment that was found, by its words or by its meaning."""

    lesson = serializers.UUIDField()
    title = serializers.CharField()
    start_ms = serializers.IntegerField()
    text = serializers.CharField()
    by = serializers.ChoiceField(("words", "meaning"))
