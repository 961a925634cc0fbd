"""The lesson as its students get it: what is said, shown and asked, and nothing that answers it."""

from __future__ import annotations

from rest_framework import serializers

from apps.recordings.models import CaptionTrack
from escuela_core.items import KINDS


class SpanOut(serializers.Serializer[object]):
    start_ms = serializers.IntegerField()
    end_ms = serializers.IntegerField()


class StudySegmentOut(SpanOut):
    id = serializers.CharField()
    title = serializers.CharField()


class StudySentenceOut(SpanOut):
    text = serializers.CharField()


class OtherWordsOut(serializers.Serializer[object]):
    """What is asked, in the words of ``tag``; all that it shows stands in the same order as the original."""

    tag = serializers.CharField()
    prompt = serializers.CharField(allow_blank=True)
    targets = serializers.ListField(child=serializers.CharField())
    options = serializers.ListField(child=serializers.CharField())
    image_alt = serializers.CharField(allow_blank=True)


class QuestionOut(serializers.Serializer[object]):
    """``withheld``: nothing is asked yet, since the item's clock has not been started."""

    withheld = serializers.BooleanField()
    id = serializers.CharField()
    kind = serializers.ChoiceField(tuple(KINDS))
    prompt = serializers.CharField(allow_blank=True)
    targets = serializers.ListField(child=serializers.CharField())
    options = serializers.ListField(child=serializers.CharField())
    several = serializers.BooleanField()
    marks = serializers.FloatField()
    time_limit_s = serializers.IntegerField(allow_null=True)
    pause_ms = serializers.IntegerField()
    hear_from_ms = serializers.IntegerField(allow_null=True)
    image_url = serializers.CharField(allow_null=True)
    image_alt = serializers.CharField()
    option_image_urls = serializers.ListField(child=serializers.CharField(allow_null=True))
    sound_url = serializers.CharField(allow_null=True)
    wordings = OtherWordsOut(many=True)


class StudyLineOut(serializers.Serializer[object]):
    text = serializers.CharField()
    meaning = serializers.CharField()


class StudyMaterialOut(serializers.Serializer[object]):
    """Lines without what they rest on."""

    kind = serializers.CharField()
    place = serializers.ChoiceField(("before", "during", "after"))
    lines = StudyLineOut(many=True)


class StudyTrackOut(serializers.ModelSerializer[CaptionTrack]):
    """Captions in another language that a student can switch on."""

    class Meta:
        model = CaptionTrack
        fields = ("id", "language", "label")


class StudyLessonOut(serializers.Serializer[object]):
    title = serializers.CharField()
    language = serializers.CharField()
    media_url = serializers.CharField()
    player_url = serializers.CharField(allow_blank=True)
    player_dialect = serializers.CharField(allow_blank=True)
    tracks = StudyTrackOut(many=True)
    media_type = serializers.CharField()
    has_picture = serializers.BooleanField()
    start_ms = serializers.IntegerField()
    end_ms = serializers.IntegerField()
    stretches = SpanOut(many=True)
    segments = StudySegmentOut(many=True)
    sentences = StudySentenceOut(many=True)
    items = QuestionOut(many=True)
    materials = StudyMaterialOut(many=True)
