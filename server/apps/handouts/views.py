"""Handouts over HTTP."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.handouts import services
from apps.handouts.serializers import (
    GapItemsIn,
    GapItemsOut,
    GapWordsIn,
    GapWordsOut,
    HandoutFileIn,
    HandoutOut,
    KeptLayoutIn,
    KeptLayoutOut,
    LayoutData,
    PreviewIn,
)
from apps.lessons import selectors
from apps.lessons.models import Lesson
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, parsed, parsed_query
from config.client import site_of
from escuela_core.handouts import empty_parts
from escuela_core.items.rewording import tags_of

# The page stands in a frame of ours alone, runs nothing and loads nothing but what it holds.
PREVIEW_POLICY = (
    "default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:; sandbox allow-same-origin; "
    "frame-ancestors 'self'"
)


class HandoutView(TeacherView):
    def shown(self, lesson: Lesson) -> Response:
        printed = services.printed(lesson, site_of(self.request))
        data: dict[str, Any] = {
            "title": lesson.title,
            "layout": services.layout_of(lesson).to_json(),
            "kept": self.teacher.kept_layouts.all(),
            "empty": empty_parts(printed),
            "link": printed.link,
            "language": printed.language,
            "wordings": tags_of(list(printed.items)),
        }
        return Response(HandoutOut(data).data)

    @extend_schema(responses=HandoutOut)
    def get(self, request: Request, lesson_id: UUID) -> Response:
        """How the lesson is printed, and what could be."""
        return self.shown(selectors.lesson_of(self.teacher, lesson_id))

    @extend_schema(request=LayoutData, responses=HandoutOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        services.lay_out(lesson, parsed(LayoutData, request))
        return self.shown(lesson)

    @extend_schema(request=HandoutFileIn, responses={202: JobOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Have it written as a file, which the job leads to."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        job = services.request_file(lesson, **parsed(HandoutFileIn, request), site=site_of(request))
        return respond_with_job(job)


class HandoutPreviewView(TeacherView):
    @extend_schema(parameters=[PreviewIn], responses={(200, "text/html"): str})
    def get(self, request: Request, lesson_id: UUID) -> HttpResponse:
        """The handout as a page."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        page = services.preview(lesson, parsed_query(PreviewIn, request)["version"], site_of(request))
        headers = {"Content-Security-Policy": PREVIEW_POLICY, "X-Frame-Options": "SAMEORIGIN"}
        return HttpResponse(page, headers=headers)


class GapWordsView(TeacherView):
    @extend_schema(parameters=[GapWordsIn], responses=GapWordsOut)
    def get(self, request: Request, lesson_id: UUID) -> Response:
        """What is said, to choose words to take out of it."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return Response(GapWordsOut(services.words(lesson, parsed_query(GapWordsIn, request)["level"])).data)

    @extend_schema(request=GapItemsIn, responses={201: GapItemsOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Make items of chosen words, into the pool."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        count = services.into_items(lesson, parsed(GapItemsIn, request)["chosen"])
        return Response(GapItemsOut({"count": count}).data, status=201)


class LayoutsView(TeacherView):
    @extend_schema(request=KeptLayoutIn, responses={201: KeptLayoutOut})
    def post(self, request: Request) -> Response:
        """Keep a layout for other lessons, in place of one of the same name."""
        given = parsed(KeptLayoutIn, request)
        kept = services.keep(self.teacher, given["name"], given["layout"])
        return Response(KeptLayoutOut(kept).data, status=201)


class LayoutView(TeacherView):
    @extend_schema(responses={204: None})
    def delete(self, request: Request, layout_id: UUID) -> Response:
        get_object_or_404(self.teacher.kept_layouts, id=layout_id).delete()
        return Response(status=204)
