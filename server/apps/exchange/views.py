"""Lessons out and in, over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.exchange import arriving, leaving
from apps.exchange.serializers import ArrivingIn, FormsLossesOut, LeavingIn
from apps.lessons import selectors
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, parsed
from config.client import site_of
from config.shapes import respond


class LeavingView(TeacherView):
    @extend_schema(responses=FormsLossesOut)
    def get(self, request: Request, lesson_id: UUID) -> Response:
        """The forms a lesson can leave in, and what each cannot hold of it."""
        return respond(leaving.losses(selectors.lesson_of(self.teacher, lesson_id)))

    @extend_schema(request=LeavingIn, responses={202: JobOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Have the lesson written in a form, as a file which the job leads to."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        job = leaving.request(lesson, **parsed(LeavingIn, request), site=site_of(request))
        return respond_with_job(job)


class ArrivingView(TeacherView):
    @extend_schema(request=ArrivingIn, responses={202: JobOut})
    def post(self, request: Request) -> Response:
        """Have a lesson made of an uploaded archive or lesson file; the job's result names it."""
        job = arriving.request_lesson(self.teacher, parsed(ArrivingIn, request)["upload"])
        return respond_with_job(job)
