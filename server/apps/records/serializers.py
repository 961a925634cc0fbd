"""Shapes of the record store's address."""

from __future__ import annotations

from rest_framework import serializers

from apps.work.serializers import DidNotArriveOut


class StoreIn(serializers.Serializer[object]):
    """Where statements go; ``secret`` empty: as it was."""

    url = serializers.CharField(max_length=2000)
    key = serializers.CharField(max_length=255)
    secret = serializers.CharField(max_length=500, allow_blank=True, required=False, default="", trim_whitespace=False)
    names = serializers.BooleanField(required=False, default=False)


class StoreOut(serializers.Serializer[object]):
    """``sent``: how many statements the store has; ``failing``: of how many lessons some wait, and the last reason."""

    url = serializers.CharField()
    key = serializers.CharField()
    names = serializers.BooleanField()
    sent = serializers.IntegerField()
    last_at = serializers.DateTimeField(allow_null=True)
    failing = serializers.IntegerField()
    problem = DidNotArriveOut(allow_null=True)


class StoreOrNoneOut(serializers.Serializer[object]):
    store = StoreOut(allow_null=True)
