import uuid
from datetime import timedelta

import pytest
from django.utils import timezone

from apps.study.models import Answer, Student
from apps.study.services import finish, join, report_played

from ..conftest import answered, item_with

pytestmark = pytest.mark.django_db


def give(student: Student, item, response) -> Answer:
    return answered(student, uuid.uuid4(), item.id, response)


def play(student: Student, *spans: tuple[int, int]) -> None:
    report_played(student, [{"id": uuid.uuid4(), "start_ms": a, "end_ms": b, "wall_ms": b - a} for a, b in spans])


@pytest.fixture
def klass(assignment, lesson):
    choice, gap, opened = (item_with(lesson, k) for k in ("choice", "gap", "open"))
    ana, ben, cai = (join(assignment, n) for n in ("Ana", "Ben", "Cai"))
    join(assignment, "Dua")
    ana.joined_at = ben.joined_at = timezone.now() - timedelta(hours=1)
    play(ana, (0, 52_000), (24_000, 32_000))
    give(ana, choice, {"chosen": [1]})
    give(ana, gap, {"text": "olivares"})
    give(ana, opened, {"text": "It flows by itself."})
    finish(ana)
    play(ben, (0, 52_000))
    give(ben, choice, {"chosen": [0]})
    give(ben, choice, {"chosen": [1]})
    give(ben, gap, {"not_sure": True})
    give(cai, choice, {"chosen": [2]})
    return {"Ana": ana, "Ben": ben, "Cai": cai}


def sheet(client, assignment):
    return client.get(f"/api/assignments/{assignment.id}/sheet/").json()


def test_the_sheet_says_where_each_student_stands(client, assignment, klass) -> None:
    data = sheet(client, assignment)
    kinds = [i["kind"] for i in data["items"]]
    cells = {s["nickname"]: dict(zip(kinds, s["cells"], strict=True)) for s in data["students"]}
    assert cells["Ana"]["choice"] == {"state": "right", "share": 1.0, "tries": 1}
    assert cells["Ben"]["choice"] == {"state": "right", "share": 1.0, "tries": 2}
    assert cells["Ben"]["gap"]["state"] == "not_sure"
    assert cells["Ben"]["open"]["state"] == "skipped"
    assert cells["Cai"]["choice"]["state"] == "wrong"
    assert cells["Dua"]["choice"]["state"] == "not_reached"
    assert cells["Ana"]["open"]["state"] == "waiting"
    assert (data["started"], data["finished"], data["waiting"], data["marks"]) == (3, 1, 1, 4.0)


def test_first_tries_marks_and_coverage_add_up(client, assignment, klass) -> None:
    data = sheet(client, assignment)
    choice = next(i for i in data["items"] if i["kind"] == "choice")
    assert (choice["answered"], choice["first"]) == (3, 1)
    students = {s["nickname"]: s for s in data["students"]}
    assert students["Ana"]["marks"] == 2.0
    assert students["Ana"]["coverage"] == 1.0
    assert students["Cai"]["coverage"] == 0.0
    assert sum(s["answered"] for s in data["segments"]) == sum(i["answered"] for i in data["items"])


def test_answers_to_one_item_stand_side_by_side(client, assignment, klass, lesson) -> None:
    item = item_with(lesson, "choice")
    data = client.get(f"/api/assignments/{assignment.id}/items/{item.id}/").json()
    assert [(o["count"], o["correct"]) for o in data["options"]] == [(1, False), (1, True), (1, False)]
    assert [a["nickname"] for a in data["answers"]] == ["Ana", "Ben", "Cai"]
    gap = client.get(f"/api/assignments/{assignment.id}/items/{item_with(lesson, 'gap').id}/").json()
    assert {(o["text"], o["correct"]) for o in gap["options"]} == {("olivares", True), ("?", False)}
    assert client.get(f"/api/assignments/{assignment.id}/items/{uuid.uuid4()}/").status_code == 404


def test_a_segment_shows_which_sentences_were_played_again(client, assignment, klass) -> None:
    data = sheet(client, assignment)
    number = next(n for n, s in enumerate(data["segments"]) if s["start_ms"] <= 24_500 < s["end_ms"])
    rows = client.get(f"/api/assignments/{assignment.id}/segments/{number}/").json()["sentences"]
    replayed = {s["text"]: s["replayed"] for s in rows}
    assert replayed["The chamber takes about six minutes to fill."] == 0.5
    assert client.get(f"/api/assignments/{assignment.id}/segments/99/").status_code == 404


def test_one_student_from_start_to_end(client, assignment, klass) -> None:
    data = client.get(f"/api/assignments/{assignment.id}/students/{klass['Ben'].id}/").json()
    assert data["nickname"] == "Ben"
    assert data["watched"] == [{"start_ms": 0, "end_ms": 52_000}]
    assert [len(i["answers"]) for i in data["items"]] == [0, 2, 1]


def test_an_assignment_nobody_has_opened_is_an_empty_sheet(client, assignment) -> None:
    data = sheet(client, assignment)
    assert (data["students"], data["started"], data["finished"]) == ([], 0, 0)


def test_the_overview_says_how_far_each_class_is(client, stranger, assignment, klass) -> None:
    row = client.get("/api/overview/").json()[0]
    assert (row["name"], row["joined"], row["finished"], row["to_mark"]) == ("Deck hands", 4, 1, 1)
    assert row["lesson_id"] == str(assignment.edition.lesson_id)
    assert stranger.get("/api/overview/").json() == []
