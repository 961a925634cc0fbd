"""Find and replace over the script or the items: its shapes and its address."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.replacing import services as replacing
from apps.lessons.replacing.serializers import MatchOut, ReplaceIn
from apps.lessons.replacing.services import Replacing
from config.api import TeacherView, parsed


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
