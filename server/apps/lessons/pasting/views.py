"""Items from elsewhere over HTTP: pasted text and spreadsheets."""

from __future__ import annotations

import json
from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.pasting import services as pasting
from apps.lessons.pasting.serializers import PastedOut, PasteIn, SpreadsheetIn, SpreadsheetOut
from apps.work.limited import GB, Limits, read_apart
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, parsed
from escuela_core.formats.sheets import is_spreadsheet, template

SHEET = Limits(seconds=5, memory=GB, written=10_000_000)
PACKAGE = Limits(seconds=20, memory=GB, written=10_000_000)
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


class PastedView(TeacherView):
    @extend_schema(responses={(200, "text/plain"): str})
    def get(self, request: Request, lesson_id: UUID) -> HttpResponse:
        """A request to copy, for an assistant used by hand."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return HttpResponse(pasting.request_for(lesson), content_type="text/plain; charset=utf-8")

    @extend_schema(request=PasteIn, responses=PastedOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """What a text would become; nothing is kept."""
        selectors.lesson_of(self.teacher, lesson_id)
        return Response(PastedOut(pasting.preview(parsed(PasteIn, request)["text"])).data)

    @extend_schema(request=PasteIn, responses={202: JobOut})
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Take the items of a text into the lesson."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return respond_with_job(pasting.take(lesson, **parsed(PasteIn, request)))


class SheetsView(TeacherView):
    @extend_schema(request=SpreadsheetIn, responses=SpreadsheetOut)
    def post(self, request: Request) -> Response:
        """A spreadsheet of items, or a package of another system, as text, to be looked at like what is pasted; nothing
        is kept. ``left`` names what could not be taken over."""
        content = parsed(SpreadsheetIn, request)["content"]
        if is_spreadsheet(content):
            told = {"text": read_apart("spreadsheet", content, SHEET), "left": []}
        else:
            found = read_apart("items", content, PACKAGE)
            told = {"text": json.dumps({"items": found["items"]}, ensure_ascii=False, indent=1), "left": found["left"]}
        return Response(SpreadsheetOut(told).data)


class SheetTemplateView(TeacherView):
    @extend_schema(responses={(200, XLSX): bytes})
    def get(self, request: Request, language: str) -> HttpResponse:
        headers = {"Content-Disposition": 'attachment; filename="escuela-items.xlsx"'}
        return HttpResponse(template(language), content_type=XLSX, headers=headers)
