"""Offering lessons to colleagues and to anyone over HTTP; who has an account may copy."""

from __future__ import annotations

from django.http import Http404
from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.exceptions import NotAuthenticated
from rest_framework.permissions import SAFE_METHODS, AllowAny, BasePermission, IsAuthenticated
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from apps.lessons import selectors
from apps.lessons.models import Lesson, Offer
from apps.lessons.offering import services
from apps.lessons.offering.selectors import found, listed, offer_shape, offered_shape
from apps.lessons.offering.serializers import (
    OfferedOut,
    OfferedRowsOut,
    OfferIn,
    OfferOut,
    OffersOut,
    TakeIn,
    WordsIn,
)
from apps.lessons.serializers import LessonOut
from config.api import TeacherView, parsed, parsed_query, teacher_or_none
from config.client import site_of
from config.shapes import respond


class OffersView(TeacherView):
    @extend_schema(operation_id="api_offers_list", responses=OffersOut)
    def get(self, request: Request) -> Response:
        """What the teacher offers now, newest first."""
        mine = Offer.objects.filter(owner=self.teacher, ended_at=None).prefetch_related("lessons")
        return respond(OffersOut([offer_shape(o, site_of(request)) for o in mine]))

    @extend_schema(request=OfferIn, responses={201: OfferOut})
    def post(self, request: Request) -> Response:
        given = parsed(OfferIn, request)
        mine = list(Lesson.objects.filter(owner=self.teacher, id__in=given.pop("lessons")))
        return respond(offer_shape(services.offer(self.teacher, mine, **given), site_of(request)), status=201)


class OfferedListView(APIView):
    """Open to visitors: they see what is offered to anyone."""

    permission_classes = (AllowAny,)

    @extend_schema(operation_id="api_offered_list", parameters=[WordsIn], responses=OfferedRowsOut)
    def get(self, request: Request) -> Response:
        """What others offer, and oneself, without a link; newest first."""
        return respond(listed(teacher_or_none(request), parsed_query(WordsIn, request)["words"]))


class OfferedView(TeacherView):
    def get_permissions(self) -> list[BasePermission]:
        return [AllowAny() if self.request.method in SAFE_METHODS else IsAuthenticated()]

    @extend_schema(responses=OfferedOut)
    def get(self, request: Request, offer_key: str) -> Response:
        """What is to be seen before a copy is taken; nothing of any student.

        A visitor is told to sign in whatever else is under the key, and for a key that does not exist.
        """
        who = teacher_or_none(request)
        try:
            made = found(offer_key, who)
        except Http404:
            raise NotAuthenticated if who is None else Http404 from None
        return respond(offered_shape(made, who))

    @extend_schema(request=None, responses={204: None})
    def delete(self, request: Request, offer_key: str) -> Response:
        """Take it back; copies stay with who has them."""
        services.take_back(get_object_or_404(Offer, key=offer_key, owner=self.teacher, ended_at=None))
        return Response(status=204)


class OfferedCopiesView(TeacherView):
    @extend_schema(request=TakeIn, responses={201: LessonOut(many=True)})
    def post(self, request: Request, offer_key: str) -> Response:
        """Take a copy to adapt."""
        copies = services.copy_all(found(offer_key, self.teacher), self.teacher, parsed(TakeIn, request)["folder"])
        return Response(LessonOut([selectors.row(c) for c in copies], many=True).data, status=201)
