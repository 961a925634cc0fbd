"""Shapes of what is offered."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from pydantic import RootModel
from rest_framework import serializers

from apps.lessons.models import LICENCES, Offer
from config.shapes import Shape

Reach = Literal["link", "colleagues", "anyone"]


class OfferIn(serializers.Serializer[object]):
    lessons = serializers.ListField(child=serializers.UUIDField(), max_length=200)
    title = serializers.CharField(max_length=300, allow_blank=True)
    author = serializers.CharField(max_length=200, allow_blank=True)
    licence = serializers.ChoiceField(LICENCES)
    reach = serializers.ChoiceField(Offer.Reach.choices, default=Offer.Reach.LINK)


class WordsIn(serializers.Serializer[object]):
    words = serializers.CharField(max_length=200, allow_blank=True, default="")


class TakeIn(serializers.Serializer[object]):
    folder = serializers.CharField(max_length=120, allow_blank=True, default="")


class OfferOut(Shape):
    """What the teacher offers. ``link`` is what colleagues get."""

    key: str
    lessons: list[UUID]
    title: str
    author: str
    licence: str
    reach: Reach
    link: str
    made_at: datetime


class OffersOut(RootModel[list[OfferOut]]):
    pass


class OfferedRowOut(Shape):
    """One line of the list of what is offered. ``mine``: it is the one who looks that offers it."""

    key: str
    title: str
    author: str
    licence: str
    reach: Reach
    mine: bool
    made_at: datetime
    lesson_count: int
    item_count: int
    duration_ms: int
    languages: list[str]
    poster_url: str | None


class OfferedRowsOut(Shape):
    """``more``: not all that was found is in it."""

    rows: list[OfferedRowOut]
    more: bool


class OfferedLessonOut(Shape):
    title: str
    language: str
    duration_ms: int
    poster_url: str | None
    segments: list[str]
    items: list[str]


class OfferedOut(Shape):
    """What one sees before taking a copy."""

    title: str
    author: str
    licence: str
    reach: Reach
    mine: bool
    lessons: list[OfferedLessonOut]
