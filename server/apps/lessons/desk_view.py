"""What the lessons' views share: the desk as it is after a change."""

from __future__ import annotations

from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.models import Lesson
from apps.lessons.serializers import DeskOut
from config.api import TeacherView


class DeskView(TeacherView):
    """A view that answers with the lesson's desk."""

    def desk(self, lesson: Lesson, status: int = 200) -> Response:
        """The desk after a change, read afresh."""
        return self.presented(selectors.lesson_of(self.teacher, lesson.id), status)

    def presented(self, fresh: Lesson, status: int = 200) -> Response:
        return Response(DeskOut(selectors.desk(fresh)).data, status=status, headers={"ETag": f'"{fresh.version}"'})
