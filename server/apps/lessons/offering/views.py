"""Offering lessons to colleagues over HTTP; who has the link and an account may look and copy."""

from __future__ import annotations

from typing import Any

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.models import Item, Lesson, Offer
from apps.lessons.offering import services
from apps.lessons.offering.serializers import OfferedOut, OfferIn, OfferOut, TakeIn
from apps.lessons.serializers import LessonOut
from config.api import TeacherView, parsed


class OfferView(TeacherView):
    def shown(self, made: Offer) -> dict[str, Any]:
        link = f"{self.request.scheme}://{self.request.get_host()}/offered/{made.key}"
        made.link = link  # type: ignore[attr-defined]
        return dict(OfferOut(made).data)

    def offered(self, key: str) -> Offer:
        """What is offered under a key; ended, or its lessons all gone, it does not exist."""
        return get_object_or_404(Offer.objects.filter(lessons__removed_at=None).distinct(), key=key, ended_at=None)


class OffersView(OfferView):
    @extend_schema(responses=OfferOut(many=True))
    def get(self, request: Request) -> Response:
        """What the teacher offers now, newest first."""
        mine = Offer.objects.filter(owner=self.teacher, ended_at=None).prefetch_related("lessons")
        return Response([self.shown(o) for o in mine])

    @extend_schema(request=OfferIn, responses={201: OfferOut})
    def post(self, request: Request) -> Response:
        given = parsed(OfferIn, request)
        mine = list(Lesson.objects.filter(owner=self.teacher, id__in=given.pop("lessons")))
        return Response(self.shown(services.offer(self.teacher, mine, **given)), status=201)


class OfferedView(OfferView):
    @extend_schema(responses=OfferedOut)
    def get(self, request: Request, offer_key: str) -> Response:
        """What a colleague sees: titles, parts, and what is asked; nothing of any student."""
        made = self.offered(offer_key)
        told = {
            "title": made.title,
            "author": made.author,
            "licence": made.licence,
            "mine": made.owner_id == self.teacher.id,
            "lessons": [_offered(lesson) for lesson in made.lessons.select_related("recording")],
        }
        return Response(OfferedOut(told).data)

    @extend_schema(request=None, responses={204: None})
    def delete(self, request: Request, offer_key: str) -> Response:
        """Take it back; copies stay with who has them."""
        services.take_back(get_object_or_404(Offer, key=offer_key, owner=self.teacher, ended_at=None))
        return Response(status=204)


class OfferedCopiesView(OfferView):
    @extend_schema(request=TakeIn, responses={201: LessonOut(many=True)})
    def post(self, request: Request, offer_key: str) -> Response:
        """Take a copy to adapt."""
        copies = services.copy_all(self.offered(offer_key), self.teacher, parsed(TakeIn, request)["folder"])
        return Response(LessonOut([selectors.row(c) for c in copies], many=True).data, status=201)


def _offered(lesson: Lesson) -> dict[str, Any]:
    recording = lesson.recording
    return {
        "title": lesson.title,
        "language": recording.language,
        "duration_ms": recording.duration_ms or 0,
        "poster_url": selectors.row(lesson)["poster_url"],
        "segments": [s.title for s in lesson.segments.all()],
        "items": [i.core().asked for i in lesson.items.filter(place=Item.Place.LESSON)],
    }
