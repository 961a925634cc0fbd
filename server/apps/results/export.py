"""Results as files: CSV, workbooks, OneRoster packages for a school's own system, and xAPI statements."""

from __future__ import annotations

import hashlib
import hmac
from collections.abc import Iterator
from typing import Any

from django.conf import settings
from django.utils import timezone

from apps.assignments.models import Assignment
from apps.classes.models import SchoolClass
from apps.results import tables
from apps.results.class_sheet import Sheet
from apps.results.gradebook import gradebook
from apps.results.item_selectors import said_of
from apps.results.selectors import sheet_data
from apps.study.models import Student
from config.words import in_words
from escuela_core.formats import xapi
from escuela_core.formats.oneroster_results import LineItem, Result, package
from escuela_core.formats.workbook import workbook
from escuela_core.results.sheet import earned


def sheet_workbook(assignment: Assignment, language: str) -> bytes:
    """A sheet for each way to look at the results."""
    sheet = Sheet(assignment)
    data = sheet_data(assignment, sheet)
    parts = {
        "sheet": tables.sheet_rows(data, language),
        "by_item": tables.mark_rows(data, sheet, language),
        "answers": tables.answer_rows(sheet, language),
        "items": tables.item_rows(data, sheet, language),
        "segments": tables.segment_rows(data, language),
    }
    return workbook([(in_words(f"sheet.of.{name}", language), rows) for name, rows in parts.items()])


def oneroster(school_class: SchoolClass) -> bytes:
    """A class's marks for the school's own system, under its ids where it gave any."""
    data = gradebook(school_class)
    given = {a.id: a for a in school_class.assignments.all()}
    known = {m.id: m.source_id or str(m.id) for m in school_class.members.all()}
    today = timezone.now()
    items = [
        LineItem(
            str(row.id),
            f"{row.title} ({row.name})" if row.name != school_class.name else row.title,
            given[row.id].created_at.date(),
            (row.due_at or given[row.id].created_at).date(),
            row.most,
        )
        for row in data.lessons
    ]
    results = [
        Result(item.source_id, known[row.id], entry.marks, entry.waiting == 0, entry.late, today.date())
        for row in data.rows
        for item, entry in zip(items, row.entries, strict=True)
        if entry.state != "not_given"
    ]
    return package(school_class.source_id or str(school_class.id), items, results, today)


def xapi_lines(assignment: Assignment, site: str, *, names: bool) -> str:
    """Statements of everything that was answered and handed in, a JSON object a line."""
    return xapi.json_lines(xapi_statements(assignment, site, names=names))


def xapi_statements(assignment: Assignment, site: str, *, names: bool) -> Iterator[dict[str, Any]]:
    """What was answered and handed in, in statements; students under pseudonyms unless ``names``."""
    lesson = xapi.Lesson(
        f"{site}/s/{assignment.code}", assignment.edition.content["title"], assignment.edition.content["language"]
    )
    return xapi.statements(lesson, _done(Sheet(assignment), site, names=names))


def _done(sheet: Sheet, site: str, *, names: bool) -> Iterator[xapi.Answered | xapi.Completed]:
    most = sum(i.marks for i in sheet.items) or 1.0
    for attempts in sheet.attempts.values():
        for student in attempts:
            actor = xapi.Actor(site, student.nickname if names else pseudonym(student))
            for given in sheet.given[student.id]:
                place = sheet.places.get(given.item_id)
                if place is None:
                    continue
                item = sheet.items[place]
                said = said_of(item, given.response)
                yield xapi.Answered(
                    *(actor, item.id, item.asked, said, given.number, given.share, item.marks, given.received_at)
                )
            if student.finished_at is not None:
                share = earned(sheet.items, sheet.cells[student.id]) / most
                yield xapi.Completed(actor, share, student.finished_at - student.joined_at, student.finished_at)


def pseudonym(student: Student) -> str:
    """The same for one person each time, and nobody without this server's secret can tell whose it is."""
    who = str(student.member_id or student.person)
    return hmac.new(settings.SECRET_KEY.encode(), f"xapi:{who}".encode(), hashlib.sha256).hexdigest()[:24]
