"""Marking over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.results import marking
from apps.results.marking_serializers import MarksIn, ReturnedOut, ReturnIn
from apps.results.views import ResultsView
from config.api import parsed


class MarksView(ResultsView):
    @extend_schema(request=MarksIn, responses={204: None})
    def post(self, request: Request, assignment_id: UUID) -> Response:
        """Marks and a comment for an open answer, or the same for several."""
        assignment, given = self.assignment(assignment_id), parsed(MarksIn, request)
        seen = {row["answer"]: row["marked_at"] for row in given["answers"]}
        marking.give_marks(assignment, seen, marks=given["marks"], comment=given["comment"])
        return Response(status=204)


class ReturnView(ResultsView):
    @extend_schema(request=ReturnIn, responses=ReturnedOut)
    def post(self, request: Request, assignment_id: UUID) -> Response:
        """Let students see their marks."""
        given = parsed(ReturnIn, request)
        count = marking.give_back(self.assignment(assignment_id), item_id=given["item"], student_id=given["student"])
        return Response(ReturnedOut({"count": count}).data)
