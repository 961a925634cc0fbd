"""The mails a teacher wishes for, over HTTP."""

from __future__ import annotations

from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from apps.results import news
from apps.results.models import NewsWish
from config.api import TeacherView, parsed
from config.client import site_of


class NewsData(serializers.Serializer[object]):
    """Of what a mail is wished for."""

    kinds = serializers.ListField(child=serializers.ChoiceField(news.KINDS))


class NewsView(TeacherView):
    @extend_schema(responses=NewsData)
    def get(self, request: Request) -> Response:
        wished = NewsWish.objects.filter(owner=self.teacher).first()
        return Response({"kinds": wished.kinds if wished else []})

    @extend_schema(request=NewsData, responses=NewsData)
    def put(self, request: Request) -> Response:
        kinds = sorted(set(parsed(NewsData, request)["kinds"]))
        made = news.wish(self.teacher, kinds, site_of(request))
        return Response({"kinds": made.kinds})
