"""Lessons over HTTP: bringing in, the desk, segments, undoing. Parse, call one service, present the desk as it is."""

from __future__ import annotations

from uuid import UUID

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.pagination import LimitOffsetPagination
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import copying, selectors, services
from apps.lessons.bringing_in import services as bringing_in
from apps.lessons.bringing_in.serializers import BringIn
from apps.lessons.desk_view import DeskView
from apps.lessons.serializers import DeskOut, ExtractIn, FolderIn, LessonIn, LessonOut
from apps.work.models import Job
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, expected_version, parsed, require_version


class LessonsView(TeacherView):
    @extend_schema(
        responses=LessonOut(many=True), parameters=[OpenApiParameter(n, str) for n in ("q", "folder", "removed")]
    )
    def get(self, request: Request) -> Response:
        pages = LimitOffsetPagination()
        found = selectors.lessons_of(
            self.teacher,
            request.query_params.get("q", ""),
            request.query_params.get("folder"),
            removed="removed" in request.query_params,
        )
        page = pages.paginate_queryset(found, request, view=self) or []
        rows = LessonOut([selectors.row(lesson) for lesson in page], many=True).data
        return Response(rows, headers={"X-Total": str(pages.count)})

    @extend_schema(request=BringIn, responses={202: JobOut})
    def post(self, request: Request) -> Response:
        """Bring in what was looked at."""
        data = parsed(BringIn, request)
        looked = get_object_or_404(Job, id=data["look"], owner=self.teacher)
        job = bringing_in.bring_in(self.teacher, looked, data["script"], title=data["title"], language=data["language"])
        return respond_with_job(job)


class LessonView(DeskView):
    @extend_schema(responses=DeskOut)
    def get(self, request: Request, lesson_id: UUID) -> Response:
        return self.presented(selectors.lesson_of(self.teacher, lesson_id))

    @extend_schema(request=LessonIn, responses=DeskOut)
    def patch(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        require_version(lesson.version, expected_version(request))
        data = parsed(LessonIn, request)
        services.describe(lesson, title=data.get("title"), folder=data.get("folder"))
        return self.desk(lesson)


class RemovedLessonView(TeacherView):
    @extend_schema(request=None, responses={204: None})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Remove the lesson; it can be brought back for thirty days, and those who have it keep it."""
        selectors.lesson_of(self.teacher, lesson_id).remove()
        return Response(status=204)

    @extend_schema(request=None, responses={204: None})
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Bring it back."""
        selectors.lesson_even_removed(self.teacher, lesson_id).bring_back()
        return Response(status=204)

    @extend_schema(request=None, responses={204: None})
    def delete(self, request: Request, lesson_id: UUID) -> Response:
        """Let it go for good, with its recording."""
        services.purge(selectors.lesson_even_removed(self.teacher, lesson_id))
        return Response(status=204)


class CopyView(TeacherView):
    @extend_schema(request=None, responses={201: LessonOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """The lesson once more, as a lesson of its own."""
        copied = copying.copy(selectors.lesson_of(self.teacher, lesson_id))
        return Response(LessonOut(selectors.row(copied)).data, status=201)


class FoldersView(TeacherView):
    @extend_schema(request=FolderIn, responses={204: None})
    def patch(self, request: Request) -> Response:
        """Rename a folder, or put all that it holds into another."""
        given = parsed(FolderIn, request)
        services.rename_folder(self.teacher, given["before"], given["after"])
        return Response(status=204)


class ExtractView(DeskView):
    @extend_schema(request=ExtractIn, responses=DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        services.set_extract(lesson, **parsed(ExtractIn, request))
        return self.desk(lesson)
