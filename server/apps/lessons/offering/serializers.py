"""Shapes of what is offered to colleagues."""

from __future__ import annotations

from uuid import UUID

from rest_framework import serializers

from apps.lessons.models import LICENCES, Offer


class OfferIn(serializers.Serializer[object]):
    lessons = serializers.ListField(child=serializers.UUIDField(), max_length=200)
    title = serializers.CharField(max_length=300, allow_blank=True)
    author = serializers.CharField(max_length=200, allow_blank=True)
    licence = serializers.ChoiceField(LICENCES)


class OfferOut(serializers.Serializer[object]):
    """``link`` is what colleagues get."""

    key = serializers.CharField()
    lessons = serializers.SerializerMethodField()
    title = serializers.CharField()
    author = serializers.CharField()
    licence = serializers.ChoiceField(LICENCES)
    link = serializers.CharField()
    made_at = serializers.DateTimeField()

    def get_lessons(self, made: Offer) -> list[UUID]:
        return [lesson.id for lesson in made.lessons.all()]


class OfferedLessonOut(serializers.Serializer[object]):
    title = serializers.CharField()
    language = serializers.CharField()
    duration_ms = serializers.IntegerField()
    poster_url = serializers.CharField(allow_null=True)
    segments = serializers.ListField(child=serializers.CharField())
    items = serializers.ListField(child=serializers.CharField())


class OfferedOut(serializers.Serializer[object]):
    """What a colleague sees before they take a copy. ``mine``: it is the one who looks that offers it."""

    title = serializers.CharField()
    author = serializers.CharField()
    licence = serializers.ChoiceField(LICENCES)
    mine = serializers.BooleanField()
    lessons = OfferedLessonOut(many=True)


class TakeIn(serializers.Serializer[object]):
    folder = serializers.CharField(max_length=120, allow_blank=True, default="")
