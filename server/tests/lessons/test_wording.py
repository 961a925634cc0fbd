"""Items in other words: written beside the original, given out with it, read and answered, secret until due."""

from __future__ import annotations

import json
import uuid
from collections.abc import Callable
from typing import Any

import pytest
from django.test import Client

from apps.assignments.services import share
from apps.lessons.history.services import undo
from apps.lessons.models import Lesson
from escuela_core.items import item_from_json

from ..conftest import StudentBrowser, item_with, run_jobs

SPANISH = {
    "prompt": "¿Cuánto tarda en llenarse la cámara?",
    "options[0].text": "Unos dos minutos",
    "options[1].text": "Unos seis minutos",
    "options[2].text": "Una hora",
    "explanation": "Se llena despacio, en unos seis minutos.",
}


def write(client: Client, lesson: Lesson, kind: str, texts: dict[str, str], tag: str = "es") -> Any:
    path = f"/api/items/{item_with(lesson, kind).id}/wordings/{tag}/"
    return client.patch(path, {"texts": texts}, content_type="application/json")


def asked(lesson_or_student: dict[str, Any], kind: str) -> dict[str, Any]:
    return next(i for i in lesson_or_student["items"] if i["kind"] == kind)


def test_each_line_stands_beside_its_original_with_what_speaks_against_it(client: Client, lesson: Lesson) -> None:
    told = write(client, lesson, "choice", {"prompt": "¿Cuánto tarda?", "options[1].text": "Unos siete minutos"}).json()
    lines = {line["at"]: line for line in told["lines"]}
    assert lines["prompt"]["original"] == "How long does the chamber take to fill?"
    doubts = [(d["code"], d["words"]) for d in lines["options[1].text"]["doubts"]]
    assert doubts == [("missing", "six minutes"), ("added", "siete minutos")]
    whole = client.get(f"/api/lessons/{lesson.id}/wordings/es/").json()
    assert (whole["tags"], whole["language"], len(whole["items"])) == (["es"], "en", 3)
    assert {i["kind"]: [line["text"] for line in i["lines"]].count("") for i in whole["items"]}["choice"] == 3


def test_what_one_line_says_leaves_the_others(client: Client, lesson: Lesson) -> None:
    write(client, lesson, "choice", SPANISH)
    told = write(client, lesson, "choice", {"prompt": "¿Cuánto tarda?"}).json()
    assert [line["text"] for line in told["lines"]][:2] == ["¿Cuánto tarda?", SPANISH["options[0].text"]]


def test_other_words_leave_a_decision_alone_and_are_taken_back_like_any_change(client: Client, lesson: Lesson) -> None:
    item = item_with(lesson, "choice")
    client.put(f"/api/items/{item.id}/decision/", {"decision": "kept"}, content_type="application/json")
    write(client, lesson, "choice", SPANISH)
    run_jobs()
    item.refresh_from_db()
    assert not any(f["code"] == "stale" for f in (item.report or {})["findings"])
    undo(lesson)
    item.refresh_from_db()
    assert "wordings" not in item.content


def test_a_gap_that_is_lost_in_other_words_holds_up_sharing(client: Client, lesson: Lesson) -> None:
    write(client, lesson, "gap", {"prompt": "Las hizo Marta."})
    run_jobs()
    refused = client.post(f"/api/lessons/{lesson.id}/assignments/", {"name": "3 B"}, content_type="application/json")
    assert (refused.status_code, refused.json()["code"]) == (409, "items_undecided")


@pytest.mark.parametrize("tag", ["en", "Spanish!", "x"])
def test_words_go_into_another_language_or_plainer_ones_only(client: Client, lesson: Lesson, tag: str) -> None:
    refused = write(client, lesson, "choice", SPANISH, tag)
    assert (refused.status_code, refused.json()["code"]) == (400, "wording_tag")


def test_a_wording_is_deleted_from_every_item(client: Client, lesson: Lesson) -> None:
    write(client, lesson, "choice", SPANISH)
    write(client, lesson, "choice", {"prompt": "How long?"}, "plain")
    assert client.delete(f"/api/lessons/{lesson.id}/wordings/es/").status_code == 204
    assert client.get(f"/api/lessons/{lesson.id}/wordings/es/").json()["tags"] == ["plain"]


def test_a_student_reads_and_answers_in_either(client: Client, lesson: Lesson) -> None:
    write(client, lesson, "choice", SPANISH)
    write(client, lesson, "gap", {"prompt": "Las hizo Marta ___.", "answers[0]": "Olivares"})
    run_jobs()
    assignment = share(lesson.owner, Lesson.objects.get(id=lesson.id), name="3 B", policy={"attempts": 2})
    zoe = StudentBrowser(assignment)
    told = zoe.get()
    question = asked(told["lesson"], "choice")
    worded = question["wordings"][0]
    assert (worded["tag"], worded["prompt"]) == ("es", SPANISH["prompt"])
    pairs = dict(zip(question["options"], worded["options"], strict=True))
    assert pairs["About six minutes"] == SPANISH["options[1].text"]
    # Nothing that answers it, before it is answered.
    assert SPANISH["explanation"] not in json.dumps(told, ensure_ascii=False)
    at = worded["options"].index("Unos seis minutos")
    answered = zoe.post(
        "answers/",
        {"id": str(uuid.uuid4()), "item": question["id"], "response": {"chosen": [at]}},
    )
    progress = answered.json()
    assert progress["answers"][0]["outcome"] == "right"
    assert progress["key"]["wordings"][0]["explanation"] == SPANISH["explanation"]


def test_the_words_students_first_see_are_the_teacher_s_to_say(client: Client, lesson: Lesson) -> None:
    write(client, lesson, "choice", {"prompt": "How long?"}, "plain")
    run_jobs()
    path = f"/api/lessons/{lesson.id}/assignments/"
    given = client.post(path, {"name": "3 B", "wording": "plain"}, content_type="application/json").json()
    shared = lesson.editions.get().assignments.get()
    assert StudentBrowser(shared).get()["wording"] == "plain"
    listed = client.get(path).json()
    assert (listed[0]["wordings"], listed[0]["language"]) == (["plain"], "en"), given


def test_other_words_go_along_with_a_lesson_that_is_copied(client: Client, lesson: Lesson) -> None:
    write(client, lesson, "choice", SPANISH)
    copied = Lesson.objects.get(id=client.post(f"/api/lessons/{lesson.id}/copy/").json()["id"])
    assert [w.tag for w in item_from_json(item_with(copied, "choice").content).wordings] == ["es"]


def test_a_service_writes_what_is_missing_and_leaves_what_was_written(
    client: Client, lesson: Lesson, assistant: Callable[[str], None]
) -> None:
    assistant("good")
    write(client, lesson, "choice", {"prompt": "¿Cuánto tarda?"})
    path = f"/api/lessons/{lesson.id}/wordings/es/"
    assert client.get(path).json()["service"] == "stand-in assistant"
    asked_for = client.post(path)
    assert asked_for.status_code == 202
    run_jobs()
    job = client.get(f"/api/jobs/{asked_for.json()['id']}/").json()
    assert job["result"]["written"] == job["result"]["wanted"] > 5
    lines = next(i for i in client.get(path).json()["items"] if i["kind"] == "choice")["lines"]
    assert [line["text"] for line in lines[:2]] == ["¿Cuánto tarda?", "(es) About two minutes"]
    # Nothing is missing any more, so nothing is asked for.
    again = client.post(path).json()["id"]
    run_jobs()
    assert client.get(f"/api/jobs/{again}/").json()["result"]["wanted"] == 0


def test_what_a_service_leaves_out_stays_missing(
    client: Client, lesson: Lesson, assistant: Callable[[str], None]
) -> None:
    assistant("forgetful")
    path = f"/api/lessons/{lesson.id}/wordings/plain/"
    job_id = client.post(path).json()["id"]
    run_jobs()
    told = client.get(f"/api/jobs/{job_id}/").json()["result"]
    assert 0 < told["written"] < told["wanted"]


def test_without_a_service_that_is_said(client: Client, lesson: Lesson) -> None:
    refused = client.post(f"/api/lessons/{lesson.id}/wordings/es/")
    assert refused.json()["code"] == "no_writer"
