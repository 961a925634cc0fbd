"""What the lessons' views share: what was sent, parsed; the desk as it is after a change."""

from __future__ import annotations

from typing import Any

from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.serializers import Serializer

from apps.lessons import selectors
from apps.lessons import serializers as shapes
from apps.lessons.models import Lesson
from config.api import TeacherView


def parsed(shape: type[Serializer[Any]], request: Request) -> dict[str, Any]:
    given = shape(data=request.data)
    given.is_valid(raise_exception=True)
    return dict(given.validated_data)


def parsed_query(shape: type[Serializer[Any]], request: Request) -> dict[str, Any]:
    """What stands in the address behind the question mark."""
    given = shape(data=request.query_params)
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
