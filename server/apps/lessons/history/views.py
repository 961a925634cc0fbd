"""What was changed, taken back and made again: its shapes and its addresses."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.desk_view import DeskView
from apps.lessons.history import services as history
from apps.lessons.history.serializers import ChangeOut, UndoIn
from apps.lessons.serializers import DeskOut
from config.api import parsed


class UndoView(DeskView):
    @extend_schema(responses=ChangeOut(many=True))
    def get(self, request: Request, lesson_id: UUID) -> Response:
        """The changes that can be taken back or made again, the latest first: two queries."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return Response(ChangeOut(lesson.changes.defer("before", "after"), many=True).data)

    @extend_schema(request=UndoIn, responses=DeskOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Take back the last change; with ``to`` that change and all that came after it."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        to = parsed(UndoIn, request).get("to")
        if to is None:
            history.undo(lesson)
        else:
            history.undo_to(lesson, to)
        return self.desk(lesson)


class RedoView(DeskView):
    @extend_schema(request=None, responses=DeskOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        history.redo(lesson)
        return self.desk(lesson)
