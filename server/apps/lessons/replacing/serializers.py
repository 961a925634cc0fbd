"""Shapes of finding and replacing."""

from __future__ import annotations

from rest_framework import serializers


class ReplaceIn(serializers.Serializer[object]):
    """``chosen`` names sentences or items by their ids; left out, it asks what would change, and changes nothing."""

    where = serializers.ChoiceField(("script", "items", "both"))
    find = serializers.CharField(max_length=200, trim_whitespace=False)
    replacement = serializers.CharField(max_length=200, allow_blank=True, trim_whitespace=False)
    whole_words = serializers.BooleanField(default=True)
    match_case = serializers.BooleanField(default=False)
    chosen = serializers.ListField(child=serializers.CharField(max_length=40), required=False, max_length=5000)


class MatchOut(serializers.Serializer[object]):
    id = serializers.CharField()
    before = serializers.CharField()
    after = serializers.CharField()
