"""Handouts: laid out, looked at, written as files, and layouts kept for other lessons."""

import io

import docx
import pytest

from apps.assignments.services import share
from apps.handouts.models import Handout
from apps.lessons.models import Item, Material
from apps.work.models import Job
from escuela_core.handouts import USUAL, Layout, Part

from ..conftest import make_lesson, posted, run_jobs, sent

pytestmark = pytest.mark.django_db
GLOSSARY = [{"text": "chamber", "meaning": "a room for one boat", "evidence": []}]


def of(lesson, rest: str = "") -> str:
    return f"/api/lessons/{lesson.id}/handout/{rest}"


def lay_out(client, lesson, *kinds: str, **other) -> dict:
    layout = Layout(parts=tuple(Part(kind=k) for k in kinds), **other)  # type: ignore[arg-type]
    answer = sent(client, "put", of(lesson), layout.to_json())
    assert answer.status_code == 200, answer.content
    return answer.json()


def page(client, lesson, version: str = "student") -> str:
    answer = client.get(of(lesson, f"preview/?version={version}"))
    assert "script" not in answer.headers["Content-Security-Policy"]
    assert "sandbox" in answer.headers["Content-Security-Policy"]
    assert answer.headers["X-Frame-Options"] == "SAMEORIGIN"
    return answer.content.decode()


def taken(client, lesson, form: str, version: str = "student"):
    job = posted(client, of(lesson), {"form": form, "version": version}).json()["id"]
    run_jobs()
    return client.get(f"/api/jobs/{job}/file/")


def test_a_lesson_is_printed_as_laid_out(client, lesson, django_assert_max_num_queries) -> None:
    Material.objects.create(lesson=lesson, kind="glossary", content={"place": "during", "lines": GLOSSARY})
    assert client.get(of(lesson)).json()["layout"] == USUAL.to_json()
    told = lay_out(client, lesson, "items", "glossary", heading="Class 4B")
    assert "glossary" not in told["empty"]
    assert "warm_up" in told["empty"]
    with django_assert_max_num_queries(14):
        sheet = page(client, lesson)
    assert sheet.index("Class 4B") < sheet.index("Questions") < sheet.index("a room for one boat")
    (asked,) = [i.content for i in lesson.items.all() if i.content["kind"] == "gap"]
    assert asked["answers"][0] not in sheet.split("<main>")[1].split("Words")[0].replace("chamber", "")
    assert 'class="keyed"' in page(client, lesson, "teacher")


def test_items_in_the_pool_are_not_printed(client, lesson) -> None:
    lay_out(client, lesson, "items")
    item = lesson.items.first()
    assert item.content["prompt"].replace("___", "")[:12] in page(client, lesson)
    lesson.items.update(place=Item.Place.POOL)
    assert "<h2>" not in page(client, lesson)


def test_a_file_is_written_and_taken_by_its_owner_alone(client, stranger, lesson) -> None:
    lay_out(client, lesson, "items", "answers")
    answer = taken(client, lesson, "docx", "teacher")
    assert answer.headers["Content-Disposition"] == 'attachment; filename="Locks-teacher.docx"'
    file = docx.Document(io.BytesIO(b"".join(answer.streaming_content)))
    assert any(p.text.startswith("1. ") for p in file.paragraphs)
    job = Job.objects.get(kind="handout")
    assert [s["state"] for s in job.steps] == ["done", "done"]
    assert stranger.get(f"/api/jobs/{job.id}/file/").status_code == 404
    pdf = b"".join(taken(client, lesson, "pdf").streaming_content)
    assert pdf.startswith(b"%PDF-1.7")


def test_a_job_without_a_file_leads_to_none(client, teacher) -> None:
    job = Job.objects.create(owner=teacher, kind="check", state="done")
    assert client.get(f"/api/jobs/{job.id}/file/").status_code == 404


def test_codes_lead_to_where_students_find_the_lesson(client, lesson, teacher) -> None:
    layout = Layout(parts=(Part(kind="items", codes=True),))
    assert sent(client, "put", of(lesson), layout.to_json()).json()["link"] == ""
    assert "#t=" not in page(client, lesson)
    assignment = share(teacher, lesson, name="Deck hands", policy={})
    assert f"http://testserver/s/{assignment.code}#t=" in page(client, lesson)


def test_a_layout_is_kept_for_the_next_lesson(client, teacher, lesson) -> None:
    layout = Layout(parts=(Part(kind="gapped", every=9, chosen=(1_000,)),), size="large")
    kept = posted(client, "/api/layouts/", {"name": "Large print", "layout": layout.to_json()})
    assert kept.status_code == 201
    assert posted(client, "/api/layouts/", {"name": "Large print", "layout": layout.to_json()}).status_code == 201
    other = make_lesson(teacher)
    told = client.get(of(other)).json()
    assert told["layout"] == layout.for_another_lesson().to_json()
    assert [k["name"] for k in told["kept"]] == ["Large print"]
    assert client.delete(f"/api/layouts/{kept.json()['id']}/").status_code == 204
    assert client.get(of(other)).json()["layout"] == USUAL.to_json()


def test_words_are_chosen_by_level_and_made_items(client, lesson) -> None:
    told = client.get(of(lesson, "words/?level=A1")).json()
    starts = [w["start_ms"] for s in told["sentences"] for w in s]
    assert told["above"]
    assert set(told["above"]) <= set(starts)
    made = posted(client, of(lesson, "words/"), {"chosen": told["above"][:2]})
    assert (made.status_code, made.json()) == (201, {"count": 2})
    fresh = lesson.items.filter(place=Item.Place.POOL)
    assert {i.content["kind"] for i in fresh} == {"gap"}
    assert all(i.content["evidence"] for i in fresh)


@pytest.mark.parametrize(
    "wrong", [{}, {"parts": [{"kind": "poem"}]}, {"parts": [{"kind": "gapped", "every": 2}]}, {"parts": 3}]
)
def test_a_layout_that_does_not_fit_changes_nothing(client, lesson, wrong) -> None:
    lay_out(client, lesson, "items")
    assert sent(client, "put", of(lesson), wrong).status_code == 400
    assert Handout.objects.get().layout["parts"][0]["kind"] == "items"


def test_a_text_to_read_can_be_a_share_of_what_is_said(client, lesson) -> None:
    lesson.segments.exclude(start_ms=lesson.segments.first().start_ms).delete()
    lengths = []
    for share_of in (1.0, 0.3):
        answer = posted(client, f"/api/lessons/{lesson.id}/materials/", {"kind": "reading_text", "share": share_of})
        assert answer.status_code == 202
        run_jobs()
        lines = Material.objects.get(kind="reading_text").content["lines"]
        lengths.append(sum(len(line["text"]) for line in lines))
        assert all(line["evidence"] for line in lines)
    assert lengths[1] < lengths[0] / 2, (lines, lesson.segments.count())
    lay_out(client, lesson, "reading_text")
    assert "To read" in page(client, lesson)
