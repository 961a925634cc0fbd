"""Shapes of bringing a recording in: what to look at, where its words come from, what a host has."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from apps.recordings.scripts import WAYS

LANGUAGE = r"^[a-z]{2,3}(-[A-Za-z0-9]{2,8})?$"


class LookIn(serializers.Serializer[object]):
    """What to look at: an upload, or a link."""

    upload = serializers.UUIDField(required=False, allow_null=True, default=None)
    link = serializers.CharField(max_length=2000, required=False, allow_blank=True, default="")

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        if bool(attrs["upload"]) == bool(attrs["link"].strip()):
            raise serializers.ValidationError("Give either a file or a link.")
        return attrs


class ScriptIn(serializers.Serializer[object]):
    way = serializers.ChoiceField(WAYS)
    track = serializers.CharField(max_length=40, required=False, allow_blank=True, default="")
    upload = serializers.UUIDField(required=False, allow_null=True, default=None)
    text = serializers.CharField(
        max_length=2_000_000, required=False, allow_blank=True, default="", trim_whitespace=False
    )


class BringIn(serializers.Serializer[object]):
    look = serializers.UUIDField()
    script = ScriptIn()
    title = serializers.CharField(max_length=300, required=False, allow_blank=True, default="")
    language = serializers.RegexField(LANGUAGE, default="en")


class HostFoundOut(serializers.Serializer[object]):
    host = serializers.CharField()
    link = serializers.CharField()
    title = serializers.CharField()
    duration_ms = serializers.IntegerField()
    captions = serializers.ChoiceField(("person", "machine", "none"))
    preview_url = serializers.CharField(allow_blank=True)
