"""Items in other words, over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.wording import filling
from apps.lessons.wording import services as wording
from apps.lessons.wording.serializers import WordedItemOut, WordingIn, WordingOut
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, parsed


class WordingView(TeacherView):
    @extend_schema(responses=WordingOut)
    def get(self, request: Request, lesson_id: UUID, tag: str) -> Response:
        return Response(WordingOut(wording.in_tag(selectors.lesson_of(self.teacher, lesson_id), tag)).data)

    @extend_schema(request=None, responses={202: JobOut})
    def post(self, request: Request, lesson_id: UUID, tag: str) -> Response:
        """Have a service write what is missing."""
        job = filling.request_filling(selectors.lesson_of(self.teacher, lesson_id), tag)
        return respond_with_job(job)

    @extend_schema(responses={204: None})
    def delete(self, request: Request, lesson_id: UUID, tag: str) -> Response:
        wording.drop(selectors.lesson_of(self.teacher, lesson_id), tag)
        return Response(status=204)


class ItemWordingView(TeacherView):
    @extend_schema(request=WordingIn, responses=WordedItemOut)
    def patch(self, request: Request, item_id: UUID, tag: str) -> Response:
        """Put words in, those that are named; what else stands there stays."""
        item = selectors.item_of(self.teacher, item_id)
        return Response(WordedItemOut(wording.write(item, tag, parsed(WordingIn, request)["texts"])).data)
