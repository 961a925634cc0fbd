"""Results as files, over HTTP."""

from __future__ import annotations

import re
from uuid import UUID

from django.http import HttpResponse
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request

from apps.accounts import audit
from apps.classes.selectors import class_of
from apps.results import export, tables
from apps.results.class_sheet import Sheet
from apps.results.gradebook import gradebook
from apps.results.selectors import sheet_data
from apps.results.views import ResultsView
from config.api import TeacherView
from config.client import site_of
from escuela_core.formats.separated import as_csv

CSV = "text/csv"
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


def as_file(content: str | bytes, kind: str, called: str, ending: str) -> HttpResponse:
    """To be downloaded, under a name that every system takes."""
    name = re.sub(r"[^\w-]+", "-", called).strip("-").encode("ascii", "ignore").decode() or "results"
    written = f"{kind}; charset=utf-8" if isinstance(content, str) else kind
    return HttpResponse(
        content, content_type=written, headers={"Content-Disposition": f'attachment; filename="{name}.{ending}"'}
    )


class SheetCsvView(ResultsView):
    @extend_schema(responses={(200, CSV): str})
    def get(self, request: Request, assignment_id: UUID) -> HttpResponse:
        assignment = self.assignment(assignment_id)
        rows = tables.sheet_rows(sheet_data(assignment), self.teacher.language)
        return as_file(as_csv(rows), CSV, assignment.name, "csv")


class AnswersCsvView(ResultsView):
    @extend_schema(responses={(200, CSV): str})
    def get(self, request: Request, assignment_id: UUID) -> HttpResponse:
        """A row an answer."""
        assignment = self.assignment(assignment_id)
        rows = tables.answer_rows(Sheet(assignment), self.teacher.language)
        return as_file(as_csv(rows), CSV, f"{assignment.name} answers", "csv")


class SheetXlsxView(ResultsView):
    @extend_schema(responses={(200, XLSX): bytes})
    def get(self, request: Request, assignment_id: UUID) -> HttpResponse:
        """A workbook with a sheet for each way to look at the results."""
        assignment = self.assignment(assignment_id)
        return as_file(export.sheet_workbook(assignment, self.teacher.language), XLSX, assignment.name, "xlsx")


class StatementsView(ResultsView):
    @extend_schema(responses={(200, "application/jsonl"): str}, parameters=[OpenApiParameter("names", bool)])
    def get(self, request: Request, assignment_id: UUID) -> HttpResponse:
        """xAPI statements, an object a line; pseudonyms unless names are asked for."""
        assignment = self.assignment(assignment_id)
        site = site_of(request)
        lines = export.xapi_lines(assignment, site, names=request.query_params.get("names") == "true")
        audit.record(self.teacher, "exported", assignment.name)
        return as_file(lines, "application/jsonl", assignment.name, "jsonl")


class GradebookCsvView(TeacherView):
    @extend_schema(responses={(200, CSV): str})
    def get(self, request: Request, class_id: UUID) -> HttpResponse:
        school_class = class_of(self.teacher, class_id)
        rows = tables.gradebook_rows(gradebook(school_class), self.teacher.language)
        return as_file(as_csv(rows), CSV, school_class.name, "csv")


class OneRosterResultsView(TeacherView):
    @extend_schema(responses={(200, "application/zip"): bytes})
    def get(self, request: Request, class_id: UUID) -> HttpResponse:
        """The class's marks as a OneRoster 1.2 CSV package."""
        school_class = class_of(self.teacher, class_id)
        return as_file(export.oneroster(school_class), "application/zip", school_class.name, "zip")
