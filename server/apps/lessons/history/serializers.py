"""Shapes of changes that can be taken back."""

from __future__ import annotations

from rest_framework import serializers

from apps.lessons.models import Change


class UndoIn(serializers.Serializer[object]):
    to = serializers.IntegerField(required=False)


class ChangeOut(serializers.ModelSerializer[Change]):
    kind = serializers.CharField()
    about = serializers.CharField()
    touched = serializers.IntegerField()
    undone = serializers.BooleanField()

    class Meta:
        model = Change
        fields = ("id", "kind", "about", "touched", "undone", "made_at")
