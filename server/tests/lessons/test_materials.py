"""What stands around the viewing: made, changed, shared, and told to students in its time."""

import pytest

from apps.assignments.services import share
from apps.lessons.models import Material

from ..conftest import StudentBrowser, make_teacher, run_jobs, signed_in
from .test_lessons import desk, send

pytestmark = pytest.mark.django_db
LINES = [
    {"text": "chamber", "meaning": "a room for one boat", "evidence": [{"start_ms": 24_000, "end_ms": 31_000}]},
    {"text": "oak", "meaning": "a hard wood", "evidence": []},
    {"text": "pump", "meaning": "lifts water", "evidence": []},
]


def material(lesson, kind: str, place: str, lines=LINES) -> Material:
    return Material.objects.create(
        lesson=lesson, kind=kind, content={"kind": kind, "place": place, "lines": list(lines)}
    )


def test_a_material_is_made_and_made_anew_in_its_place(client, lesson) -> None:
    for _ in range(2):
        assert send(client, "post", f"lessons/{lesson.id}/materials/", {"kind": "summary_short"}).status_code == 202
        run_jobs()
        (made,) = desk(client, lesson)["materials"]
        assert made["content"]["lines"][0]["evidence"]
        changed = made["content"] | {"place": "before"}
        assert send(client, "put", f"materials/{made['id']}/", changed).status_code == 200
    assert Material.objects.get().content["place"] == "before"
    assert Material.objects.get().version == 4


def test_materials_come_back_with_the_lesson_s_undo(client, lesson) -> None:
    made = material(lesson, "glossary", "during")
    address = f"lessons/{lesson.id}/undo/"
    assert not send(client, "put", f"materials/{made.id}/", made.content | {"lines": LINES[:1]}).json()["checking"]
    assert client.delete(f"/api/materials/{made.id}/").status_code == 200
    (dropped, changed, *_) = client.get(f"/api/{address}").json()
    assert [c["kind"] for c in (dropped, changed)] == ["drop_material", "change_material"]
    assert dropped["about"] == "chamber"
    (back,) = send(client, "post", address, {}).json()["materials"]
    assert [line["text"] for line in back["content"]["lines"]] == ["chamber"]
    (back,) = send(client, "post", address, {}).json()["materials"]
    assert [line["text"] for line in back["content"]["lines"]] == ["chamber", "oak", "pump"]


def test_what_somebody_else_changed_meanwhile_is_not_overwritten(client, lesson) -> None:
    made = material(lesson, "glossary", "during")
    content = made.content | {"lines": LINES[:1]}
    sent = {"data": content, "content_type": "application/json", "headers": {"If-Match": '"1"'}}
    assert client.put(f"/api/materials/{made.id}/", **sent).status_code == 200
    assert client.put(f"/api/materials/{made.id}/", **sent).status_code == 412


def test_lines_that_do_not_fit_are_refused_with_a_sentence(client, lesson) -> None:
    made = material(lesson, "glossary", "during")
    answer = send(client, "put", f"materials/{made.id}/", {"place": "sometime", "lines": []})
    assert (answer.status_code, answer.json()["code"]) == (400, "material_shape")


def test_a_glossary_becomes_a_match_in_the_pool(client, lesson) -> None:
    made = material(lesson, "glossary", "during")
    send(client, "post", f"materials/{made.id}/", {})
    item = lesson.items.get(place="pool")
    assert item.content["kind"] == "match"
    assert [p["left"] for p in item.content["pairs"]] == ["chamber", "oak", "pump"]
    made.content["lines"] = LINES[:2]
    made.save()
    assert send(client, "post", f"materials/{made.id}/", {}).json()["code"] == "too_few_words"


def test_other_people_s_materials_do_not_exist(lesson) -> None:
    made = material(lesson, "glossary", "during")
    other = signed_in(make_teacher("other@school.example"))
    assert send(other, "put", f"materials/{made.id}/", made.content).status_code == 404
    assert other.delete(f"/api/materials/{made.id}/").status_code == 404
    assert send(other, "post", f"lessons/{lesson.id}/materials/", {"kind": "glossary"}).status_code == 404


def test_students_get_each_material_in_its_time_and_no_model_answer(teacher, lesson) -> None:
    material(lesson, "glossary", "during")
    material(lesson, "warm_up", "before")
    material(lesson, "writing_tasks", "after")
    material(lesson, "marking_guide", "teacher")
    browser = StudentBrowser(share(teacher, lesson, name="Deck hands", policy={}))
    shown = browser.get()
    assert {m["kind"] for m in shown["lesson"]["materials"]} == {"glossary", "warm_up"}
    assert shown["student"]["materials"] == []
    browser.post("finished/", {})
    (after,) = browser.get()["student"]["materials"]
    assert [line["meaning"] for line in after["lines"]] == ["", "", ""]
    words = next(m for m in shown["lesson"]["materials"] if m["kind"] == "glossary")
    assert words["lines"][0] == {"text": "chamber", "meaning": "a room for one boat"}
