"""Lessons over HTTP: parse, call one service, present the desk as it then is."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.pagination import LimitOffsetPagination
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.serializers import Serializer

from apps.lessons import history, items, selectors, services
from apps.lessons import serializers as shapes
from apps.lessons.models import Item, Lesson
from apps.work import services as work
from apps.work.serializers import JobOut
from config.api import TeacherView, expected_version, require_version


def parsed(shape: type[Serializer[Any]], request: Request) -> dict[str, Any]:
    given = shape(data=request.data)
    given.is_valid(raise_exception=True)
    return dict(given.validated_data)


class DeskView(TeacherView):
    """A view that answers with the lesson's desk."""

    def desk(self, lesson: Lesson, status: int = 200) -> Response:
        """The desk after a change, read afresh."""
        return self.presented(selectors.lesson_of(self.teacher, lesson.id), status)

    def presented(self, fresh: Lesson, status: int = 200) -> Response:
        return Response(
            shapes.DeskOut(selectors.desk(fresh)).data, status=status, headers={"ETag": f'"{fresh.version}"'}
        )


class LessonsView(TeacherView):
    parser_classes = (MultiPartParser,)

    @extend_schema(
        responses=shapes.LessonOut(many=True), parameters=[OpenApiParameter("q", str), OpenApiParameter("folder", str)]
    )
    def get(self, request: Request) -> Response:
        pages = LimitOffsetPagination()
        found = selectors.lessons_of(
            self.teacher, request.query_params.get("q", ""), request.query_params.get("folder")
        )
        page = pages.paginate_queryset(found, request, view=self) or []
        rows = shapes.LessonOut([selectors.row(lesson) for lesson in page], many=True).data
        return Response(rows, headers={"X-Total": str(pages.count)})

    @extend_schema(request={"multipart/form-data": shapes.BringIn}, responses={202: JobOut})
    def post(self, request: Request) -> Response:
        data = parsed(shapes.BringIn, request)
        job = services.bring_in(
            self.teacher, data["file"], data["captions"], title=data["title"], language=data["language"]
        )
        return Response(JobOut(job).data, status=202)


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

    @extend_schema(request=None, responses={204: None})
    def delete(self, request: Request, lesson_id: UUID) -> Response:
        services.remove(selectors.lesson_of(self.teacher, lesson_id))
        return Response(status=204)


class ScriptView(TeacherView):
    @extend_schema(responses=shapes.SentenceOut(many=True))
    def get(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return Response(shapes.SentenceOut(lesson.recording.sentences.all(), many=True).data)


class SentenceView(DeskView):
    @extend_schema(request=shapes.TextIn, responses=shapes.DeskOut)
    def patch(self, request: Request, lesson_id: UUID, position: int) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        sentence = selectors.sentence_of(lesson, position)
        services.correct_sentence(lesson, sentence, parsed(shapes.TextIn, request)["text"])
        return self.desk(lesson)


class ExtractView(DeskView):
    @extend_schema(request=shapes.ExtractIn, responses=shapes.DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        services.set_extract(lesson, **parsed(shapes.ExtractIn, request))
        return self.desk(lesson)


class UndoView(DeskView):
    @extend_schema(request=None, responses=shapes.DeskOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        history.undo(lesson)
        return self.desk(lesson)


class RedoView(DeskView):
    @extend_schema(request=None, responses=shapes.DeskOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        history.redo(lesson)
        return self.desk(lesson)


class SegmentsView(DeskView):
    @extend_schema(request=shapes.SplitIn, responses=shapes.DeskOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Begin a new segment at a sentence."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        services.split_segment(lesson, selectors.sentence_of(lesson, parsed(shapes.SplitIn, request)["position"]))
        return self.desk(lesson)


class SegmentView(DeskView):
    @extend_schema(request=shapes.TitleIn, responses=shapes.DeskOut)
    def patch(self, request: Request, segment_id: UUID) -> Response:
        segment = selectors.segment_of(self.teacher, segment_id)
        services.rename_segment(segment, parsed(shapes.TitleIn, request)["title"])
        return self.desk(segment.lesson)

    @extend_schema(request=None, responses=shapes.DeskOut)
    def delete(self, request: Request, segment_id: UUID) -> Response:
        """Merge the segment with the one before it."""
        segment = selectors.segment_of(self.teacher, segment_id)
        services.merge_segment(segment)
        return self.desk(segment.lesson)


class ItemsView(DeskView):
    @extend_schema(request=shapes.ItemContent, responses={201: shapes.DeskOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        item = items.add_item(lesson, items.content_of(request.data))
        response = self.desk(lesson, status=201)
        response["X-Item"] = str(item.id)
        return response

    @extend_schema(request=shapes.OrderIn, responses=shapes.DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Set the order of the items named."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        items.reorder(lesson, [str(i) for i in parsed(shapes.OrderIn, request)["ids"]])
        return self.desk(lesson)


class ItemView(DeskView):
    @extend_schema(request=shapes.ItemContent, responses=shapes.DeskOut)
    def put(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.change_item(item, items.content_of(request.data), expected_version(request))
        return self.desk(item.lesson)


class ItemPauseView(DeskView):
    @extend_schema(request=shapes.PauseIn, responses=shapes.DeskOut)
    def put(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.move_pause(item, parsed(shapes.PauseIn, request)["at_ms"])
        return self.desk(item.lesson)

    @extend_schema(request=None, responses=shapes.DeskOut)
    def delete(self, request: Request, item_id: UUID) -> Response:
        """Take the teacher's own instant back; the sound decides again."""
        item = selectors.item_of(self.teacher, item_id)
        items.place_again(item)
        return self.desk(item.lesson)


class ItemPlaceView(DeskView):
    @extend_schema(request=shapes.PlaceIn, responses=shapes.DeskOut)
    def put(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.put(item, Item.Place(parsed(shapes.PlaceIn, request)["place"]))
        return self.desk(item.lesson)


class ItemDecisionView(DeskView):
    @extend_schema(request=shapes.DecisionIn, responses=shapes.DeskOut)
    def put(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.decide(item, **parsed(shapes.DecisionIn, request))
        return self.desk(item.lesson)


class ProposeView(TeacherView):
    @extend_schema(request=shapes.ProposeIn, responses={202: JobOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        data = parsed(shapes.ProposeIn, request)
        given = data | {"lesson": str(lesson.id), "segments": [str(s) for s in data["segments"]]}
        return Response(JobOut(work.start(self.teacher, "propose", given, title=lesson.title)).data, status=202)
