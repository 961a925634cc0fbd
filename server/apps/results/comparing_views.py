"""One lesson as several groups did it, over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.results.comparing import side_by_side
from apps.results.comparing_serializers import SideBySideOut
from apps.results.views import ResultsView
from config.shapes import respond


class SideBySideView(ResultsView):
    @extend_schema(responses=SideBySideOut)
    def get(self, request: Request, assignment_id: UUID) -> Response:
        """What several classes made of the same lesson."""
        return respond(side_by_side(self.assignment(assignment_id)))
