"""Shapes of the script as a page of results, and of revision lessons."""

from __future__ import annotations

from rest_framework import serializers


class PassageOut(serializers.Serializer[object]):
    """A sentence with who heard it again, left after it, went past it, or played it slower."""

    start_ms = serializers.IntegerField()
    end_ms = serializers.IntegerField()
    text = serializers.CharField()
    replayed = serializers.FloatField()
    again = serializers.ListField(child=serializers.CharField())
    left = serializers.ListField(child=serializers.CharField())
    skipped = serializers.ListField(child=serializers.CharField())
    slowed = serializers.ListField(child=serializers.CharField())


class PauseResultOut(serializers.Serializer[object]):
    number = serializers.IntegerField()
    item = serializers.CharField()
    pause_ms = serializers.IntegerField()
    prompt = serializers.CharField()
    answered = serializers.IntegerField()
    first = serializers.IntegerField()


class FirstTriesOut(serializers.Serializer[object]):
    answered = serializers.IntegerField()
    first = serializers.IntegerField()


class RevisionOut(serializers.Serializer[object]):
    """A lesson made of some segments: how they went before, and how it went since it was given."""

    lesson = serializers.UUIDField()
    title = serializers.CharField()
    segments = serializers.ListField(child=serializers.IntegerField())
    before = FirstTriesOut()
    after = FirstTriesOut()


class ScriptResultOut(serializers.Serializer[object]):
    sentences = PassageOut(many=True)
    pauses = PauseResultOut(many=True)
    for_whom = serializers.DictField(child=serializers.ListField(child=serializers.CharField()))
    revisions = RevisionOut(many=True)


class RevisionIn(serializers.Serializer[object]):
    segments = serializers.ListField(child=serializers.IntegerField(min_value=0), max_length=500)


class WantedByOut(serializers.Serializer[object]):
    """Whom a lesson was made for: a class, and the members who need it most; null for what is no revision lesson."""

    class_id = serializers.UUIDField()
    members = serializers.ListField(child=serializers.UUIDField())


class WantedOut(serializers.Serializer[object]):
    wanted_by = WantedByOut(allow_null=True)


class RevisionMadeOut(serializers.Serializer[object]):
    """``job``: in which its items are written."""

    lesson = serializers.UUIDField()
    job = serializers.UUIDField()
