"""The writer over HTTP: items proposed, one again, choosing from the pool, wishes kept; and the second reader."""

from __future__ import annotations

from uuid import UUID

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import proposing, rereading, selectors
from apps.lessons import proposing_shapes as shapes
from apps.lessons.writers import service_name
from apps.work.serializers import JobOut
from config.api import TeacherView, parsed


class ProposeView(TeacherView):
    @extend_schema(request=shapes.ProposeIn, responses={202: JobOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        data = parsed(shapes.ProposeIn, request)
        given = data | {"segments": [str(s) for s in data["segments"]]}
        return Response(JobOut(proposing.request_items(lesson, given)).data, status=202)


class SecondReadingView(TeacherView):
    @extend_schema(responses=shapes.SecondReadingOut)
    def get(self, request: Request, lesson_id: UUID) -> Response:
        """Who could read the items again, and what it would cost."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return Response(shapes.SecondReadingOut(rereading.estimate(lesson)).data)

    @extend_schema(request=shapes.SecondReadingIn, responses={202: JobOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        job = rereading.request_reading(lesson, parsed(shapes.SecondReadingIn, request)["which"])
        return Response(JobOut(job).data, status=202)


class VaryView(TeacherView):
    @extend_schema(request=shapes.VaryIn, responses={202: JobOut})
    def post(self, request: Request, item_id: UUID) -> Response:
        item = selectors.item_of(self.teacher, item_id)
        return Response(JobOut(proposing.request_variation(item, **parsed(shapes.VaryIn, request))).data, status=202)


class ChooseView(TeacherView):
    @extend_schema(request=shapes.ChooseIn, responses=shapes.ChosenOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        count = parsed(shapes.ChooseIn, request)["count"]
        return Response(shapes.ChosenOut(proposing.choose_from_pool(lesson, count)).data)


class WritersView(TeacherView):
    @extend_schema(responses=shapes.WritersOut)
    def get(self, request: Request) -> Response:
        kept = self.teacher.kept_wishes.all()
        return Response(shapes.WritersOut({"service": service_name(), "kept": kept}).data)

    @extend_schema(request=shapes.KeptWishesIn, responses={201: shapes.KeptWishesOut})
    def post(self, request: Request) -> Response:
        kept = proposing.keep_wishes(self.teacher, **parsed(shapes.KeptWishesIn, request))
        return Response(shapes.KeptWishesOut(kept).data, status=201)


class KeptWishesView(TeacherView):
    @extend_schema(request=shapes.GiveIn, responses={204: None})
    def post(self, request: Request, wishes_id: UUID) -> Response:
        """Give a copy to a colleague, by their mail address."""
        kept = get_object_or_404(self.teacher.kept_wishes, id=wishes_id)
        proposing.give_wishes(kept, parsed(shapes.GiveIn, request)["email"])
        return Response(status=204)

    @extend_schema(responses={204: None})
    def delete(self, request: Request, wishes_id: UUID) -> Response:
        get_object_or_404(self.teacher.kept_wishes, id=wishes_id).delete()
        return Response(status=204)
