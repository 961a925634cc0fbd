"""A student's own notes, and the copy of what is kept of them."""

import uuid

import pytest

from apps.assignments.services import share
from apps.study import own
from apps.study.models import Note

from ..conftest import StudentBrowser, item_with

pytestmark = pytest.mark.django_db


def written(phone: StudentBrowser, text: str, note_id: str | None = None, at_ms: int = 9_000):
    address = f"{phone.base}notes/{note_id or uuid.uuid4()}/"
    return phone.client.put(address, {"at_ms": at_ms, "text": text}, content_type="application/json")


def test_notes_stand_in_the_order_of_the_recording_and_come_back(browser) -> None:
    written(browser, "Gates of oak", at_ms=30_000)
    told = written(browser, "Three metres", at_ms=9_000).json()
    assert [n["text"] for n in told] == ["Three metres", "Gates of oak"]
    assert browser.get()["student"]["notes"] == told


def test_a_note_is_written_otherwise_and_goes_when_it_is_empty(browser) -> None:
    note = str(uuid.uuid4())
    written(browser, "Tree metres", note)
    assert [n["text"] for n in written(browser, "Three metres", note).json()] == ["Three metres"]
    assert written(browser, " ", note).json() == []


def test_another_s_note_is_out_of_reach(browser, assignment) -> None:
    note = str(uuid.uuid4())
    written(browser, "Mine", note)
    assert written(StudentBrowser(assignment, "Ada"), "Yours", note).json()["code"] == "note_elsewhere"
    assert Note.objects.get().text == "Mine"


def test_notes_stay_when_the_lesson_is_done_again(teacher, lesson) -> None:
    phone = StudentBrowser(share(teacher, lesson, name="x", policy={"retakes": 1}))
    written(phone, "Mine")
    phone.post("finished/", {})
    assert [n["text"] for n in phone.post("again/", {}).json()["student"]["notes"]] == ["Mine"]


def test_there_is_an_end_to_them(browser, monkeypatch) -> None:
    monkeypatch.setattr(own, "MOST_NOTES", 1)
    note = str(uuid.uuid4())
    written(browser, "One", note)
    assert written(browser, "Two").json()["code"] == "notes_full"
    assert written(browser, "One, longer", note).status_code == 200


def test_the_teacher_reads_no_notes(client, browser, assignment) -> None:
    written(browser, "For nobody else")
    student = browser.get()["student"]["id"]
    for address in ("sheet/", f"students/{student}/", f"students/{student}/data/"):
        assert "For nobody else" not in client.get(f"/api/assignments/{assignment.id}/{address}").content.decode()


def test_the_copy_has_everything_but_what_is_not_told_yet(teacher, lesson) -> None:
    phone = StudentBrowser(share(teacher, lesson, name="x", policy={"feedback": "at_end"}))
    phone.answer(item_with(lesson, "choice"), {"chosen": [1]})
    written(phone, "Mine")
    answer = phone.client.get(phone.base + "data/")
    assert answer.headers["Content-Disposition"].startswith("attachment")
    data = answer.json()
    assert (data["name"], data["notes"][0]["text"]) == ("Zoe", "Mine")
    chosen = next(i for i in data["items"] if i["prompt"].startswith("How long"))
    assert [(a["outcome"], a["share"]) for a in chosen["answers"]] == [("taken", None)]
    phone.post("finished/", {})
    assert "'outcome': 'right'" in str(phone.client.get(phone.base + "data/").json()["items"])


def test_who_has_not_come_in_gets_no_copy(assignment) -> None:
    assert StudentBrowser(assignment, None).client.get(f"/api/study/{assignment.code}/data/").status_code == 400
