"""The lesson as a student will see it, for its teacher; nothing of it is recorded."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.assignments.services import edition_content
from apps.lessons.models import Item, Lesson
from apps.lessons.selectors import lesson_of
from apps.study import selectors
from apps.study.lesson_serializers import StudyLessonOut
from apps.study.members import NOBODY
from apps.study.models import Answer
from apps.study.serializers import ProgressOut, RehearsedIn
from apps.study.views import raw_response
from config.api import TeacherView, parsed
from config.shapes import respond
from escuela_core.items import item_from_json, items_from_json
from escuela_core.study import Policy, mark, response_from_json
from escuela_core.study.ordering import Ordering, as_written
from escuela_core.study.progress import Standing, Tried, may_answer

REHEARSED = Standing(Policy(attempts=2), "open")


class RehearsalView(TeacherView):
    """The lesson as a student will see it. Nothing of it is recorded."""

    @extend_schema(responses=StudyLessonOut)
    def get(self, request: Request, lesson_id: UUID) -> Response:
        lesson = lesson_of(self.teacher, lesson_id)
        items = [i for i in lesson.items.filter(place=Item.Place.LESSON) if i.pause_ms is not None]
        content = edition_content(lesson, items)
        asked = [
            selectors.question(item, rehearsed_by(lesson).of(item))
            for item in items_from_json({"items": content["items"]})
        ]
        shape = selectors.lesson_for(content, asked, selectors.media_of(lesson.recording))
        every = selectors.materials_for(content, ("before", "during", "after"))
        return respond(shape.model_copy(update={"materials": every}))

    @extend_schema(request=RehearsedIn, responses=ProgressOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Mark one answer as a student's would be; the tries so far come with it."""
        lesson = lesson_of(self.teacher, lesson_id)
        given = parsed(RehearsedIn, request)
        row = get_object_or_404(Item, id=given["item"], lesson=lesson)
        item = item_from_json(row.content | {"id": str(row.id)})
        before: tuple[Any, ...] = tuple(given["tries"])
        ordering = rehearsed_by(lesson)
        may_answer(item, Tried(before), REHEARSED, 0, not_sure=response_from_json(raw_response(request), item).not_sure)
        written = as_written(raw_response(request), ordering.of(item))
        result = mark(item, response_from_json(written, item), lesson.recording.language)
        # Tries that are marked and forgotten: they are never saved.
        tries = [Answer(id=NOBODY, outcome=o, response={}) for o in before]
        tries.append(Answer(id=NOBODY, outcome=result.outcome, response=written, share=result.share))
        return respond(selectors.progress(item, tries, REHEARSED, ordering, key_shown=False))


def rehearsed_by(lesson: Lesson) -> Ordering:
    """The orders that a rehearsal shows; they hide nothing from the teacher."""
    return Ordering(str(lesson.id), "rehearsal")
