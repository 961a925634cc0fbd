"""The page of results asks every few seconds; it is told anew whatever has changed, and nothing where nothing has."""

from __future__ import annotations

from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest

from apps.results import correcting, marking, second_looks, unchanged
from apps.study.models import Answer, Student

from ..conftest import StudentBrowser, item_with, there_since

pytestmark = pytest.mark.django_db
NOW = datetime(2026, 3, 1, 9, 30, tzinfo=UTC)


@pytest.fixture
def ask(client, assignment, monkeypatch) -> Callable[..., Any]:
    monkeypatch.setattr(unchanged, "_minute", lambda: NOW)

    def asked(tag: str = "", view: str = "sheet/") -> Any:
        headers = {"If-None-Match": tag} if tag else {}
        return client.get(f"/api/assignments/{assignment.id}/{view}", headers=headers)

    return asked


def test_nothing_is_read_again_while_nothing_changes(ask, browser, lesson, django_assert_max_num_queries) -> None:
    browser.answer(item_with(lesson, "choice"), {"chosen": [1]})
    for view in ("sheet/", "looks/", "segments/0/", f"items/{item_with(lesson, 'choice').id}/"):
        first = ask(view=view)
        assert first.status_code == 200
        with django_assert_max_num_queries(8):
            again = ask(first["ETag"], view)
        assert (again.status_code, again.content, again["ETag"]) == (304, b"", first["ETag"])
        assert ask('"another"', view).json() == first.json()


def test_whatever_changes_is_told(ask, assignment, lesson) -> None:
    phone = StudentBrowser(assignment, "Amaya")
    there_since(10)
    choice, essay = item_with(lesson, "choice"), item_with(lesson, "open")

    def look() -> None:
        answers = {p["item"]: p["answers"] for p in phone.get()["student"]["items"]}
        phone.post("looks/", {"answer": answers[str(choice.id)][0]["id"], "reason": "I think so."})

    def decide(verdict: str, word: str) -> None:
        second_looks.decide(Answer.objects.get(item_id=choice.id), verdict=verdict, word=word)

    def mark(marks: float) -> None:
        answer = Answer.objects.get(item_id=essay.id)
        marking.give_marks(assignment, {answer.id: answer.marked_at}, marks=marks, comment="")

    steps: list[Callable[[], object]] = [
        lambda: StudentBrowser(assignment, "Bo"),
        lambda: phone.played((0, 8_000)),
        lambda: phone.answer(choice, {"chosen": [0]}),
        lambda: phone.answer(essay, {"text": "By its weight"}),
        look,
        lambda: decide("upheld", "No."),
        lambda: decide("upheld", "Yes?"),
        lambda: decide("accepted", "Yes?"),
        lambda: mark(1),
        lambda: mark(2),
        lambda: marking.give_back(assignment),
        lambda: correcting.correct(assignment, choice.id, key=None, marks=3, why=""),
        lambda: correcting.take_back(assignment, choice.id),
        lambda: phone.post("finished/", {}),
        lambda: Student.objects.filter(nickname="Bo").update(nickname="Bosse"),
    ]
    tag = ask()["ETag"]
    for number, step in enumerate(steps):
        step()
        fresh = ask(tag)
        assert fresh.status_code == 200, f"step {number} went unnoticed"
        tag = fresh["ETag"]
        assert ask(tag).status_code == 304


def test_what_speaks_of_time_is_told_each_minute(ask, monkeypatch) -> None:
    tag = ask()["ETag"]
    monkeypatch.setattr(unchanged, "_minute", lambda: NOW + timedelta(minutes=1))
    assert ask(tag).status_code == 200
