"""Items over HTTP: adding, changing, placing, deciding, taking in pasted ones."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.desk_view import DeskView
from apps.lessons.items import services as items
from apps.lessons.items.serializers import DecisionIn, IdsIn, ItemContent, OrderIn, PauseIn, TogetherIn
from apps.lessons.models import Item
from apps.lessons.serializers import DeskOut
from apps.work.limited import GB, Limits
from config.api import expected_version, parsed

SHEET = Limits(seconds=5, memory=GB, written=10_000_000)
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


class ItemsView(DeskView):
    @extend_schema(request=ItemContent, responses={201: DeskOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        item = items.add_item(lesson, items.content_of(request.data))
        response = self.desk(lesson, status=201)
        response["X-Item"] = str(item.id)
        return response

    @extend_schema(request=OrderIn, responses=DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Set the order of the items named."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        items.reorder(lesson, [str(i) for i in parsed(OrderIn, request)["ids"]])
        return self.desk(lesson)

    @extend_schema(request=TogetherIn, responses=DeskOut)
    def patch(self, request: Request, lesson_id: UUID) -> Response:
        """Put several items into the lesson, back into the pool, or out."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        given = parsed(TogetherIn, request)
        items.put(lesson, given["ids"], Item.Place(given["place"]))
        return self.desk(lesson)


class ItemView(DeskView):
    @extend_schema(request=ItemContent, responses=DeskOut)
    def put(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.change_item(item, items.content_of(request.data), expected_version(request))
        return self.desk(item.lesson)


class ItemPauseView(DeskView):
    @extend_schema(request=PauseIn, responses=DeskOut)
    def put(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.move_pause(item, parsed(PauseIn, request)["at_ms"], expected_version(request))
        return self.desk(item.lesson)

    @extend_schema(request=None, responses=DeskOut)
    def delete(self, request: Request, item_id: UUID) -> Response:
        """Take the teacher's own instant back; the sound decides again."""
        item = selectors.item_of(self.teacher, item_id)
        items.place_again(item, expected_version(request))
        return self.desk(item.lesson)


class ItemSplitView(DeskView):
    @extend_schema(request=None, responses=DeskOut)
    def post(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.split_item(item, expected_version(request))
        return self.desk(item.lesson)


class ItemDecisionView(DeskView):
    @extend_schema(request=DecisionIn, responses=DeskOut)
    def put(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        items.decide(item, **parsed(DecisionIn, request), expected=expected_version(request))
        return self.desk(item.lesson)


class DecisionsView(DeskView):
    @extend_schema(request=IdsIn, responses=DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Keep several items as they are."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        items.keep_all(lesson, parsed(IdsIn, request)["ids"])
        return self.desk(lesson)
