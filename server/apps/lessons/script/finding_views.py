"""Finding moments over HTTP, in one lesson or in all."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.script.serializers import FindIn, FoundOut
from apps.recordings import finding
from config.api import TeacherView, parsed_query


class FindView(TeacherView):
    @extend_schema(
        responses=FoundOut(many=True),
        parameters=[FindIn],
    )
    def get(self, request: Request) -> Response:
        """Moments by words and by meaning, in one lesson or in all."""
        given = parsed_query(FindIn, request)
        lesson_id = given["lesson"]
        recording = selectors.lesson_of(self.teacher, lesson_id).recording if lesson_id else None
        found = finding.find(self.teacher, given["q"], recording)
        return Response(FoundOut(finding.moments(found), many=True).data)
