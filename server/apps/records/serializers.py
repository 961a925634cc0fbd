"""Shapes of the record store's address."""

from __future__ import annotations

from datetime import datetime

from rest_framework import serializers

from apps.work.serializers import DidNotArriveOut
from config.shapes import Shape


class StoreIn(serializers.Serializer[object]):
    """Where statements go; ``secret`` empty: as it was."""

    url = serializers.CharField(max_length=2000)
    key = serializers.CharField(max_length=255)
    secret = serializers.CharField(max_length=500, allow_blank=True, required=False, default="", trim_whitespace=False)
    names = serializers.BooleanField(required=False, default=False)


class StoreOut(Shape):
    """``sent``: how many statements the store has; ``failing``: of how many lessons some wait, and the last reason."""

    url: str
    key: str
    names: bool
    sent: int
    last_at: datetime | None
    failing: int
    problem: DidNotArriveOut | None


class StoreOrNoneOut(Shape):
    store: StoreOut | None
