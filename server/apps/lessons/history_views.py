"""What was changed, taken back and made again: its shapes and its addresses."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import history, selectors
from apps.lessons import serializers as shapes
from apps.lessons.desk_view import DeskView
from apps.lessons.models import Change
from config.api import parsed


class UndoIn(serializers.Serializer[object]):
    to = serializers.IntegerField(required=False)


class ChangeOut(serializers.ModelSerializer[Change]):
    kind = serializers.CharField()
    about = serializers.CharField()
    touched = serializers.IntegerField()
    undone = serializers.BooleanField()

    class Meta:
        model = Change
        fields = ("id", "kind", "about", "touched", "undone", "made_at")


class UndoView(DeskView):
    @extend_schema(responses=ChangeOut(many=True))
    def get(self, request: Request, lesson_id: UUID) -> Response:
        """The changes that can be taken back or made again, the latest first: two queries."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return Response(ChangeOut(lesson.changes.defer("before", "after"), many=True).data)

    @extend_schema(request=UndoIn, responses=shapes.DeskOut)
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
    @extend_schema(request=None, responses=shapes.DeskOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        history.redo(lesson)
        return self.desk(lesson)
