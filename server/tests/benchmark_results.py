"""Results of large classes, timed; prints the table of docs/benchmarks.md.

Answers and stretches are put into the database as they are kept; nothing here is a figure of a real class.
"""

from __future__ import annotations

import random
import sys
import time
import uuid
from collections.abc import Callable
from datetime import timedelta
from functools import partial
from typing import Any

import pytest
from django.db import connection
from django.utils import timezone

from apps.assignments.models import Assignment
from apps.assignments.services import share
from apps.results import correcting
from apps.results.script_page import script_page
from apps.results.selectors import sheet_data
from apps.results.student_selectors import student_data
from apps.results.unchanged import tag_of
from apps.study.models import Answer, Stretch, Student
from config.memory import settle

from .conftest import CHOICE, make_lesson

pytestmark = pytest.mark.django_db
ITEMS = 60


@pytest.fixture
def given(teacher) -> Assignment:
    texts = tuple(f"Sentence number {n} says what is to be known of part {n} of the canal." for n in range(ITEMS))
    items = tuple(
        CHOICE | {"prompt": f"Question {n}?", "evidence": [{"start_ms": n * 8_000, "end_ms": n * 8_000 + 6_000}]}
        for n in range(ITEMS)
    )
    lesson = make_lesson(teacher, items, texts)
    lesson.items.update(seen=True, decision="kept_anyway", decision_reason="benchmark")
    return share(teacher, lesson, name="Large", policy={"attempts": 4})


def fill(given: Assignment, students: int, tries: int = 1) -> None:
    chance = random.Random(students)
    begun = timezone.now() - timedelta(hours=3)
    rows = [Student(assignment=given, nickname=f"Student {n:04}", joined_at=begun) for n in range(students)]
    Student.objects.bulk_create(rows)
    Answer.objects.bulk_create(
        (
            Answer(
                id=uuid.uuid4(),
                student=s,
                item_id=i.id,
                number=number,
                outcome=outcome,
                share=float(outcome == "right"),
                response={"chosen": [1 if outcome == "right" else 0]},
            )
            for s in rows
            for i in given.items
            for number in range(1, tries + 1)
            for outcome in [chance.choice(["right", "right", "wrong"])]
        ),
        batch_size=5_000,
    )
    Stretch.objects.bulk_create(
        (
            Stretch(id=uuid.uuid4(), student=s, start_ms=n * 8_000, end_ms=n * 8_000 + 8_000, wall_ms=8_000)
            for s in rows
            for n in range(ITEMS)
        ),
        batch_size=5_000,
    )
    with connection.cursor() as cursor:
        # What the database does by itself on a server that runs.
        cursor.execute("ANALYZE")


def timed(work: Callable[[], Any]) -> tuple[float, int]:
    """Seconds of the best of three, and queries."""
    best, queries = 1e9, 0
    for _ in range(3):
        with connection.execute_wrapper(lambda execute, *given: execute(*given)):
            before = len(connection.queries_log)
            connection.force_debug_cursor = True
            begun = time.perf_counter()
            work()
            best = min(best, time.perf_counter() - begun)
            queries = len(connection.queries_log) - before
            connection.force_debug_cursor = False
    return best, queries


def test_table(given, client, capsys) -> None:
    settle()  # as in a process that serves

    def view() -> object:
        return client.get(f"/api/assignments/{given.id}/sheet/").content

    def again() -> object:
        return client.get(f"/api/assignments/{given.id}/sheet/", headers={"If-None-Match": tag_of(known)}).content

    known = Assignment.objects.select_related("room", "school_class").get(id=given.id)
    lines = [
        "| students x items, tries | answers | sheet | script page | one student | sheet over HTTP | asked again |",
        "|---|---|---|---|---|---|---|",
    ]
    for students, tries in ((125, 1), (500, 1), (500, 4)):
        Stretch.objects.all().delete()
        Answer.objects.all().delete()
        Student.objects.all().delete()
        fill(given, students, tries)
        one = Student.objects.select_related("assignment").first()
        works = (partial(sheet_data, given), partial(script_page, given), partial(student_data, given, one))
        shown = " | ".join(f"{s:.2f} s, {q} queries" for s, q in map(timed, works))
        shown += f" | {timed(view)[0]:.2f} s | {timed(again)[0]:.3f} s"
        lines.append(f"| {students} x {ITEMS}, {tries} | {Answer.objects.count():,} | {shown} |")
    item = uuid.UUID(given.items[0].id)
    Answer.objects.exclude(item_id=item).delete()
    fill(given, 9_500)
    count = Answer.objects.filter(item_id=item).count()
    begun = time.perf_counter()
    correcting.correct(given, item, key=["About two minutes"], marks=None, why="Wrong key")
    lines.append(f"correction of {count:,} answers to one item: {time.perf_counter() - begun:.1f} s")
    with capsys.disabled():
        sys.stdout.write("\n" + "\n".join(lines) + "\n")
