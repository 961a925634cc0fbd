"""One lesson as several groups did it, over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from apps.results.comparing import side_by_side
from apps.results.teaching_serializers import FirstTriesOut
from apps.results.views import ResultsView


class GroupOut(serializers.Serializer[object]):
    """``first_time``: the same students at their first time through it; ``other_edition``: of another version."""

    id = serializers.UUIDField()
    name = serializers.CharField()
    given_at = serializers.DateTimeField()
    students = serializers.IntegerField()
    first_time = serializers.BooleanField()
    other_edition = serializers.BooleanField()


class ComparedOut(serializers.Serializer[object]):
    """A tally for each group, null where it was not asked; ``apart``: two differ by more than chance."""

    tallies = serializers.ListField(child=FirstTriesOut(allow_null=True))
    apart = serializers.BooleanField()


class ComparedSegmentOut(ComparedOut):
    title = serializers.CharField()


class ComparedItemOut(ComparedOut):
    segment = serializers.IntegerField()
    item = serializers.CharField()
    prompt = serializers.CharField()


class SideBySideOut(serializers.Serializer[object]):
    groups = GroupOut(many=True)
    segments = ComparedSegmentOut(many=True)
    items = ComparedItemOut(many=True)


class SideBySideView(ResultsView):
    @extend_schema(responses=SideBySideOut)
    def get(self, request: Request, assignment_id: UUID) -> Response:
        """What several classes made of the same lesson."""
        return Response(SideBySideOut(side_by_side(self.assignment(assignment_id))).data)
