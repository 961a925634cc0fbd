"""Find and replace over the script or the items: its shapes and its address."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import replacing, selectors
from apps.lessons.replacing import Replacing
from config.api import TeacherView, parsed


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


class ReplaceView(TeacherView):
    @extend_schema(request=ReplaceIn, responses=MatchOut(many=True))
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """What replacing in the script or in the items would change; with ``chosen`` it is done in those."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        data = parsed(ReplaceIn, request)
        what = Replacing(data["find"], data["replacement"], data["whole_words"], data["match_case"])
        found = replacing.matches(lesson, what, data["where"])
        if "chosen" in data:
            replacing.replace(lesson, what, data["where"], data["chosen"])
        return Response(MatchOut(found, many=True).data)
