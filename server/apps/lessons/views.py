"""Lessons over HTTP: bringing in, the desk, segments, undoing. Parse, call one service, present the desk as it is."""

from __future__ import annotations

from uuid import UUID

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.pagination import LimitOffsetPagination
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import bringing_in, bringing_shapes, copying, script_shapes, segments, selectors, services
from apps.lessons import serializers as shapes
from apps.lessons.desk_view import DeskView
from apps.recordings import finding, hosts
from apps.work.models import Job
from apps.work.serializers import JobOut
from config.api import TeacherView, expected_version, parsed, parsed_query, require_version


class LessonsView(TeacherView):
    @extend_schema(
        responses=shapes.LessonOut(many=True), parameters=[OpenApiParameter(n, str) for n in ("q", "folder", "removed")]
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
        rows = shapes.LessonOut([selectors.row(lesson) for lesson in page], many=True).data
        return Response(rows, headers={"X-Total": str(pages.count)})

    @extend_schema(request=bringing_shapes.BringIn, responses={202: JobOut})
    def post(self, request: Request) -> Response:
        """Bring in what was looked at."""
        data = parsed(bringing_shapes.BringIn, request)
        looked = get_object_or_404(Job, id=data["look"], owner=self.teacher)
        job = bringing_in.bring_in(self.teacher, looked, data["script"], title=data["title"], language=data["language"])
        return Response(JobOut(job).data, status=202)


class LooksView(TeacherView):
    @extend_schema(request=bringing_shapes.LookIn, responses={202: JobOut})
    def post(self, request: Request) -> Response:
        """Look at a file or a link before it is brought in."""
        data = parsed(bringing_shapes.LookIn, request)
        job = bringing_in.look(self.teacher, upload=data["upload"], link=data["link"].strip())
        return Response(JobOut(job).data, status=202)


class HostSearchView(TeacherView):
    @extend_schema(responses=bringing_shapes.HostFoundOut(many=True), parameters=[OpenApiParameter("q", str)])
    def get(self, request: Request) -> Response:
        """Recordings at the hosts, by words."""
        words = request.query_params.get("q", "").strip()[:200]
        rows = [row | {"host": h.name} for h in hosts.hosts() if h.search and words for row in h.found(words)]
        return Response(bringing_shapes.HostFoundOut(rows, many=True).data)


class FindView(TeacherView):
    @extend_schema(
        responses=script_shapes.FoundOut(many=True),
        parameters=[script_shapes.FindIn],
    )
    def get(self, request: Request) -> Response:
        """Moments by words and by meaning, in one lesson or in all."""
        given = parsed_query(script_shapes.FindIn, request)
        lesson_id = given["lesson"]
        recording = selectors.lesson_of(self.teacher, lesson_id).recording if lesson_id else None
        found = finding.find(self.teacher, given["q"], recording)
        return Response(script_shapes.FoundOut(finding.moments(found), many=True).data)


class LessonView(DeskView):
    @extend_schema(responses=shapes.DeskOut)
    def get(self, request: Request, lesson_id: UUID) -> Response:
        return self.presented(selectors.lesson_of(self.teacher, lesson_id))

    @extend_schema(request=shapes.LessonIn, responses=shapes.DeskOut)
    def patch(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        require_version(lesson.version, expected_version(request))
        data = parsed(shapes.LessonIn, request)
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
    @extend_schema(request=None, responses={201: shapes.LessonOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """The lesson once more, as a lesson of its own."""
        copied = copying.copy(selectors.lesson_of(self.teacher, lesson_id))
        return Response(shapes.LessonOut(selectors.row(copied)).data, status=201)


class FoldersView(TeacherView):
    @extend_schema(request=shapes.FolderIn, responses={204: None})
    def patch(self, request: Request) -> Response:
        """Rename a folder, or put all that it holds into another."""
        given = parsed(shapes.FolderIn, request)
        services.rename_folder(self.teacher, given["before"], given["after"])
        return Response(status=204)


class ExtractView(DeskView):
    @extend_schema(request=shapes.ExtractIn, responses=shapes.DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        services.set_extract(lesson, **parsed(shapes.ExtractIn, request))
        return self.desk(lesson)


class SegmentsView(DeskView):
    @extend_schema(request=shapes.DivideIn, responses=shapes.DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Divide again, coarser or finer."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        segments.divide_again(lesson, parsed(shapes.DivideIn, request)["fineness"])
        return self.desk(lesson)

    @extend_schema(request=shapes.SentenceIn, responses=shapes.DeskOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Begin a new segment at a sentence."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        sentence = selectors.sentence_of(lesson, parsed(shapes.SentenceIn, request)["sentence"])
        segments.split_segment(lesson, sentence)
        return self.desk(lesson)


class SegmentView(DeskView):
    @extend_schema(request=shapes.SegmentIn, responses=shapes.DeskOut)
    def patch(self, request: Request, segment_id: UUID) -> Response:
        """Rename the segment, or choose whether it takes part."""
        segment = selectors.segment_of(self.teacher, segment_id)
        given = parsed(shapes.SegmentIn, request)
        if "title" in given:
            segments.rename_segment(segment, given["title"])
        if "takes_part" in given:
            segments.choose_segment(segment, takes_part=given["takes_part"], items_to=given.get("items_to", ""))
        return self.desk(segment.lesson)

    @extend_schema(request=shapes.SentenceIn, responses=shapes.DeskOut)
    def put(self, request: Request, segment_id: UUID) -> Response:
        """Have the segment begin at another sentence."""
        segment = selectors.segment_of(self.teacher, segment_id)
        sentence = selectors.sentence_of(segment.lesson, parsed(shapes.SentenceIn, request)["sentence"])
        segments.move_segment(segment, sentence)
        return self.desk(segment.lesson)

    @extend_schema(request=None, responses=shapes.DeskOut)
    def delete(self, request: Request, segment_id: UUID) -> Response:
        """Merge the segment with the one before it."""
        segment = selectors.segment_of(self.teacher, segment_id)
        segments.merge_segment(segment)
        return self.desk(segment.lesson)
