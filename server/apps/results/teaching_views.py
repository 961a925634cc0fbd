"""What to teach again, over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons.selectors import lesson_of
from apps.results import revision
from apps.results.script_page import script_page
from apps.results.teaching_serializers import RevisionIn, RevisionMadeOut, ScriptResultOut, WantedOut
from apps.results.views import ResultsView
from config.api import TeacherView, parsed
from config.shapes import respond


class ScriptResultView(ResultsView):
    @extend_schema(responses=ScriptResultOut)
    def get(self, request: Request, assignment_id: UUID) -> Response:
        """The script with what the class did at each sentence and pause."""
        return respond(script_page(self.assignment(assignment_id)))


class WantedView(TeacherView):
    @extend_schema(responses=WantedOut)
    def get(self, request: Request, lesson_id: UUID) -> Response:
        """Whom a revision lesson was made for."""
        return respond(WantedOut(wanted_by=revision.wanted_by(lesson_of(self.teacher, lesson_id))))


class RevisionsView(ResultsView):
    @extend_schema(request=RevisionIn, responses={201: RevisionMadeOut})
    def post(self, request: Request, assignment_id: UUID) -> Response:
        """Make a lesson of some segments, with other items."""
        assignment = self.assignment(assignment_id)
        made, job = revision.make(assignment, parsed(RevisionIn, request)["segments"])
        return respond(RevisionMadeOut(lesson=made.id, job=job.id), status=201)
