"""Items over HTTP: adding, changing, placing, deciding, taking in pasted ones."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import item_shapes, items, pasting, pasting_shapes, selectors
from apps.lessons import serializers as shapes
from apps.lessons.desk_view import DeskView
from apps.lessons.models import Item
from apps.work.limited import GB, Limits, read_apart
from apps.work.serializers import JobOut
from config.api import TeacherView, expected_version, parsed
from escuela_core.formats.sheets import template

SHEET = Limits(seconds=5, memory=GB, written=10_000_000)
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


class ItemsView(DeskView):
    @extend_schema(request=shapes.ItemContent, responses={201: shapes.DeskOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        item = items.add_item(lesson, items.content_of(request.data))
        response = self.desk(lesson, status=201)
        response["X-Item"] = str(item.id)
        return response

    @extend_schema(request=item_shapes.OrderIn, responses=shapes.DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Set the order of the items named."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        items.reorder(lesson, [str(i) for i in parsed(item_shapes.OrderIn, request)["ids"]])
        return self.desk(lesson)

    @extend_schema(request=item_shapes.TogetherIn, responses=shapes.DeskOut)
    def patch(self, request: Request, lesson_id: UUID) -> Response:
        """Put several items into the lesson, back into the pool, or out."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        given = parsed(item_shapes.TogetherIn, request)
        items.put(lesson, given["ids"], Item.Place(given["place"]))
        return self.desk(lesson)


class ItemView(DeskView):
    @extend_schema(request=shapes.ItemContent, responses=shapes.DeskOut)
    def put(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.change_item(item, items.content_of(request.data), expected_version(request))
        return self.desk(item.lesson)


class ItemPauseView(DeskView):
    @extend_schema(request=item_shapes.PauseIn, responses=shapes.DeskOut)
    def put(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.move_pause(item, parsed(item_shapes.PauseIn, request)["at_ms"], expected_version(request))
        return self.desk(item.lesson)

    @extend_schema(request=None, responses=shapes.DeskOut)
    def delete(self, request: Request, item_id: UUID) -> Response:
        """Take the teacher's own instant back; the sound decides again."""
        item = selectors.item_of(self.teacher, item_id)
        items.place_again(item, expected_version(request))
        return self.desk(item.lesson)


class ItemSplitView(DeskView):
    @extend_schema(request=None, responses=shapes.DeskOut)
    def post(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.split_item(item, expected_version(request))
        return self.desk(item.lesson)


class ItemDecisionView(DeskView):
    @extend_schema(request=item_shapes.DecisionIn, responses=shapes.DeskOut)
    def put(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.decide(item, **parsed(item_shapes.DecisionIn, request), expected=expected_version(request))
        return self.desk(item.lesson)


class DecisionsView(DeskView):
    @extend_schema(request=item_shapes.IdsIn, responses=shapes.DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Keep several items as they are."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        items.keep_all(lesson, parsed(item_shapes.IdsIn, request)["ids"])
        return self.desk(lesson)


class PastedView(TeacherView):
    @extend_schema(responses={(200, "text/plain"): str})
    def get(self, request: Request, lesson_id: UUID) -> HttpResponse:
        """A request to copy, for an assistant used by hand."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return HttpResponse(pasting.request_for(lesson), content_type="text/plain; charset=utf-8")

    @extend_schema(request=pasting_shapes.PasteIn, responses=pasting_shapes.PastedOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """What a text would become; nothing is kept."""
        selectors.lesson_of(self.teacher, lesson_id)
        return Response(pasting_shapes.PastedOut(pasting.preview(parsed(pasting_shapes.PasteIn, request)["text"])).data)

    @extend_schema(request=pasting_shapes.PasteIn, responses={202: JobOut})
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Take the items of a text into the lesson."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return Response(JobOut(pasting.take(lesson, **parsed(pasting_shapes.PasteIn, request))).data, status=202)


class SheetsView(TeacherView):
    @extend_schema(request=pasting_shapes.SpreadsheetIn, responses=pasting_shapes.SpreadsheetOut)
    def post(self, request: Request) -> Response:
        """A spreadsheet of items as text, to be looked at like what is pasted; nothing is kept."""
        return Response(
            {"text": read_apart("spreadsheet", parsed(pasting_shapes.SpreadsheetIn, request)["content"], SHEET)}
        )


class SheetTemplateView(TeacherView):
    @extend_schema(responses={(200, XLSX): bytes})
    def get(self, request: Request, language: str) -> HttpResponse:
        headers = {"Content-Disposition": 'attachment; filename="escuela-items.xlsx"'}
        return HttpResponse(template(language), content_type=XLSX, headers=headers)
