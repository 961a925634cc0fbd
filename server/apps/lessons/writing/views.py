"""The writer over HTTP: items proposed, one again, choosing from the pool, wishes kept; and the second reader."""

from __future__ import annotations

from uuid import UUID

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.checking import rereading
from apps.lessons.writing import proposing
from apps.lessons.writing.serializers import (
    ChooseIn,
    ChosenOut,
    GiveIn,
    KeptWishesIn,
    KeptWishesOut,
    ProposeIn,
    SecondReadingIn,
    SecondReadingOut,
    VaryIn,
    WritersOut,
)
from apps.lessons.writing.writers import service_name
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, parsed


class ProposeView(TeacherView):
    @extend_schema(request=ProposeIn, responses={202: JobOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        data = parsed(ProposeIn, request)
        given = data | {"segments": [str(s) for s in data["segments"]]}
        return respond_with_job(proposing.request_items(lesson, given))


class SecondReadingView(TeacherView):
    @extend_schema(responses=SecondReadingOut)
    def get(self, request: Request, lesson_id: UUID) -> Response:
        """Who could read the items again, and what it would cost."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return Response(SecondReadingOut(rereading.estimate(lesson)).data)

    @extend_schema(request=SecondReadingIn, responses={202: JobOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        job = rereading.request_reading(lesson, parsed(SecondReadingIn, request)["which"])
        return respond_with_job(job)


class VaryView(TeacherView):
    @extend_schema(request=VaryIn, responses={202: JobOut})
    def post(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        return respond_with_job(proposing.request_variation(item, **parsed(VaryIn, request)))


class ChooseView(TeacherView):
    @extend_schema(request=ChooseIn, responses=ChosenOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        count = parsed(ChooseIn, request)["count"]
        return Response(ChosenOut(proposing.choose_from_pool(lesson, count)).data)


class WritersView(TeacherView):
    @extend_schema(responses=WritersOut)
    def get(self, request: Request) -> Response:
        kept = self.teacher.kept_wishes.all()
        return Response(WritersOut({"service": service_name(), "kept": kept}).data)

    @extend_schema(request=KeptWishesIn, responses={201: KeptWishesOut})
    def post(self, request: Request) -> Response:
        kept = proposing.keep_wishes(self.teacher, **parsed(KeptWishesIn, request))
        return Response(KeptWishesOut(kept).data, status=201)


class KeptWishesView(TeacherView):
    @extend_schema(request=GiveIn, responses={204: None})
    def post(self, request: Request, wishes_id: UUID) -> Response:
        """Give a copy to a colleague, by their mail address."""
        kept = get_object_or_404(self.teacher.kept_wishes, id=wishes_id)
        proposing.give_wishes(kept, parsed(GiveIn, request)["email"])
        return Response(status=204)

    @extend_schema(responses={204: None})
    def delete(self, request: Request, wishes_id: UUID) -> Response:
        get_object_or_404(self.teacher.kept_wishes, id=wishes_id).delete()
        return Response(status=204)
