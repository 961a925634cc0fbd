"""Shapes in and out of the lessons' addresses."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from apps.lessons.proposing_shapes import WishesData
from apps.recordings.models import CaptionTrack, Recording
from escuela_core.items import KINDS
from escuela_core.items.model import DEPTHS
from escuela_core.materials import KINDS as MATERIALS
from escuela_core.materials import PLACES as MATERIAL_PLACES

STANDINGS = ("wrong", "open", "confirmed")
VERDICTS = ("heard", "unclear", "contradicted", "not_heard")


class SpanData(serializers.Serializer[object]):
    start_ms = serializers.IntegerField()
    end_ms = serializers.IntegerField()


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

    def to_representation(self, instance: Any) -> dict[str, Any]:
        """Only the keys the item has: what is sent out must be taken back as it is."""
        return {k: v for k, v in super().to_representation(instance).items() if k in instance}


class EvidenceOut(SpanData):
    text = serializers.CharField()
    score = serializers.FloatField()


class FindingOut(serializers.Serializer[object]):
    code = serializers.CharField()
    severity = serializers.ChoiceField(("error", "look", "hint"))
    message = serializers.CharField()
    option = serializers.IntegerField(allow_null=True)
    other = serializers.CharField(allow_null=True)
    params = serializers.DictField(child=serializers.CharField())


class ReasonOut(serializers.Serializer[object]):
    code = serializers.CharField()
    message = serializers.CharField()
    params = serializers.DictField(child=serializers.CharField())


class MendOut(serializers.Serializer[object]):
    """One press that would put an item right: another content, the pause by rule, dropping it, a wider extract."""

    code = serializers.CharField()
    message = serializers.CharField()
    params = serializers.DictField(child=serializers.CharField())
    content = ItemContent(allow_null=True)
    pause_ms = serializers.IntegerField(allow_null=True)
    drop = serializers.BooleanField()
    widen = SpanData(allow_null=True)
    other = serializers.CharField(allow_null=True)


class PauseOut(serializers.Serializer[object]):
    """Where a pause stands: after which words, in how long a silence, and how far it may be off without sound."""

    at_ms = serializers.IntegerField()
    after = serializers.CharField(allow_blank=True)
    silence_ms = serializers.IntegerField()
    likely_error_ms = serializers.IntegerField()


class ReportOut(serializers.Serializer[object]):
    """``standing``: in which of the three groups of the check's screen; reports from before it was told are open."""

    verdict = serializers.ChoiceField(VERDICTS)
    standing = serializers.ChoiceField(STANDINGS, default="open")
    support = serializers.FloatField()
    reason = ReasonOut()
    evidence = EvidenceOut(many=True)
    findings = FindingOut(many=True)
    mends = MendOut(many=True, default=list)
    pause = PauseOut(allow_null=True, default=None)


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


class SegmentOut(SpanData):
    id = serializers.UUIDField()
    title = serializers.CharField()
    summary = serializers.CharField()
    key_terms = serializers.ListField(child=serializers.CharField())
    takes_part = serializers.BooleanField()


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
    kind = serializers.ChoiceField(tuple(MATERIALS))


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


class LessonOut(serializers.Serializer[object]):
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


class SegmentIn(serializers.Serializer[object]):
    title = serializers.CharField(max_length=200, required=False)
    takes_part = serializers.BooleanField(required=False)
    items_to = serializers.ChoiceField(("pool", "dropped"), required=False)


class SentenceIn(serializers.Serializer[object]):
    sentence = serializers.IntegerField(min_value=0)


class DivideIn(serializers.Serializer[object]):
    fineness = serializers.IntegerField(min_value=-2, max_value=2)
