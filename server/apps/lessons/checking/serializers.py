"""Shapes of what the check found."""

from __future__ import annotations

from rest_framework import serializers

from apps.lessons.items.serializers import ItemContent
from apps.recordings.serializers import SpanData

STANDINGS = ("wrong", "open", "confirmed")
VERDICTS = ("heard", "unclear", "contradicted", "not_heard")


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
