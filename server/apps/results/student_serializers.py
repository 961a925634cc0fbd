"""Shapes of one student's results."""

from __future__ import annotations

from rest_framework import serializers

from apps.results.for_one import LONGEST_REMARK
from apps.results.serializers import CellOut, GivenOut


class StudentItemOut(CellOut):
    prompt = serializers.CharField()
    segment = serializers.IntegerField()
    marks = serializers.FloatField(allow_null=True)
    most = serializers.FloatField()
    answers = GivenOut(many=True)


class WatchedOut(serializers.Serializer[object]):
    start_ms = serializers.IntegerField()
    end_ms = serializers.IntegerField()


class StudentSegmentOut(serializers.Serializer[object]):
    """How much of a segment a student has heard, 0 to 1, and how often beyond the first time."""

    title = serializers.CharField()
    start_ms = serializers.IntegerField()
    coverage = serializers.FloatField()
    replayed = serializers.FloatField()


class AttemptOut(serializers.Serializer[object]):
    """One time through the lesson; ``counts``: its marks are the student's."""

    id = serializers.UUIDField()
    number = serializers.IntegerField()
    marks = serializers.FloatField()
    counts = serializers.BooleanField()


class ForOneIn(serializers.Serializer[object]):
    """What is done for one student: ``remark`` on all of it, ``reopen`` after handing in."""

    remark = serializers.CharField(max_length=LONGEST_REMARK, allow_blank=True, required=False)
    reopen = serializers.BooleanField(required=False, default=False)


class StudentResultOut(serializers.Serializer[object]):
    """``member``: who it is in the class; null where anyone with the link may come."""

    nickname = serializers.CharField()
    member = serializers.UUIDField(allow_null=True)
    finished = serializers.BooleanField()
    remark = serializers.CharField(allow_blank=True)
    attempts = AttemptOut(many=True)
    watched = WatchedOut(many=True)
    marks = serializers.FloatField()
    most = serializers.FloatField()
    segments = StudentSegmentOut(many=True)
    median_seconds = serializers.IntegerField(allow_null=True)
    items = StudentItemOut(many=True)
