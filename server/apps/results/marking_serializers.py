"""Shapes of marking and of giving marks back."""

from __future__ import annotations

from rest_framework import serializers


class SeenAnswerIn(serializers.Serializer[object]):
    """An answer as it was seen: when it had been marked, if it had."""

    answer = serializers.UUIDField()
    marked_at = serializers.DateTimeField(allow_null=True)


class MarksIn(serializers.Serializer[object]):
    """The same marks and comment for one answer, or for several alike."""

    answers = SeenAnswerIn(many=True, allow_empty=False)
    marks = serializers.FloatField(min_value=0)
    comment = serializers.CharField(max_length=2000, required=False, allow_blank=True, default="")


class ReturnIn(serializers.Serializer[object]):
    """Whose marks go back: of one item, of one student, or all."""

    item = serializers.UUIDField(required=False, allow_null=True, default=None)
    student = serializers.UUIDField(required=False, allow_null=True, default=None)


class ReturnedOut(serializers.Serializer[object]):
    count = serializers.IntegerField()
