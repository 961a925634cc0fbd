"""What to teach again: the script with what the class did, and the lesson made of the segments it got lost in."""

import uuid

import pytest

from apps.assignments.services import share
from apps.lessons.models import Item, Lesson
from apps.work.models import Job

from ..conftest import CHOICE, GAP, OPEN, StudentBrowser, item_with, make_lesson, run_jobs, sent, there_since

pytestmark = pytest.mark.django_db
POOLED = {"prompt": "After how many minutes is the chamber full?"}


@pytest.fixture
def lesson(teacher):
    made = make_lesson(teacher, (CHOICE, OPEN, GAP))
    asked = item_with(made, "choice")
    made.items.create(content=asked.content | POOLED, place=Item.Place.POOL, position=9)
    return made


@pytest.fixture
def given(teacher, lesson):
    return share(teacher, lesson, name="Deck hands", policy={})


@pytest.fixture
def klass(given, lesson):
    for name, chosen, spans in (("Ada", 1, [(0, 52_000), (8_000, 16_000)]), ("Bo", 0, [(0, 20_000)])):
        phone = StudentBrowser(given, name)
        there_since(minutes=5)
        phone.played(*spans)
        phone.answer(item_with(lesson, "choice"), {"chosen": [chosen]})
        phone.answer(item_with(lesson, "gap"), {"text": "Olivares" if chosen else "Ortega"})


def page(client, given):
    return client.get(f"/api/assignments/{given.id}/script/").json()


def make(client, given, *segments: int):
    return sent(client, "post", f"/api/assignments/{given.id}/revisions/", {"segments": segments})


def segment_of(client, given, kind: str) -> int:
    sheet = client.get(f"/api/assignments/{given.id}/sheet/").json()
    return next(i["segment"] for i in sheet["items"] if i["kind"] == kind)


def test_the_script_says_where_the_class_got_lost(client, given, klass) -> None:
    told = page(client, given)
    assert [s["again"] for s in told["sentences"][:3]] == [[], ["Ada"], []]
    assert [n for n, s in enumerate(told["sentences"]) if s["left"]] == [2, 5]
    choice = next(p for p in told["pauses"] if p["prompt"] == CHOICE["prompt"])
    assert (choice["answered"], choice["first"]) == (2, 1)
    assert told["for_whom"][str(segment_of(client, given, "choice"))] == ["Bo"]


def test_its_queries_do_not_grow_with_the_class(client, given, klass, django_assert_max_num_queries) -> None:
    with django_assert_max_num_queries(8):
        page(client, given)


def test_a_revision_asks_other_items_on_the_same_words(client, given, klass, lesson) -> None:
    wanted = segment_of(client, given, "choice")
    made = Lesson.objects.get(id=make(client, given, wanted).json()["lesson"])
    assert made.title == f"{lesson.title}: once more"
    assert [s.takes_part for s in made.segments.all()] == [n == wanted for n in range(made.segments.count())]
    asked = [i.content["prompt"] for i in made.items.filter(place="lesson")]
    assert asked == [POOLED["prompt"]]
    assert Job.objects.get(kind="propose", given__lesson=str(made.id)).given["count"] == 4
    assert lesson.items.filter(place="lesson").count() == 3
    run_jobs()
    assert made.items.filter(place="pool").exists()


def test_what_was_taught_again_stands_before_and_after(client, teacher, given, klass) -> None:
    made = Lesson.objects.get(id=make(client, given, segment_of(client, given, "choice")).json()["lesson"])
    run_jobs()
    item = made.items.get(place="lesson")
    revision = page(client, given)["revisions"][0]
    assert (revision["before"]["first"], revision["after"]["answered"]) == (2, 0)
    again = share(teacher, made, name="Once more", policy={}, with_unseen=True)
    for name in ("Ada", "Bo"):
        StudentBrowser(again, name).answer(item, {"chosen": [1]})
    assert page(client, given)["revisions"][0]["after"] == {"answered": 2, "first": 2}


@pytest.mark.parametrize("segments", [[], [99]])
def test_no_segment_makes_no_lesson(client, given, segments) -> None:
    assert make(client, given, *segments).json()["code"] == "revision_nothing"
    assert Lesson.with_removed.count() == 1


def test_of_a_removed_lesson_no_revision_is_made(client, given, lesson) -> None:
    lesson.remove()
    assert make(client, given, 0).json()["code"] == "revision_gone"


def test_a_revision_of_another_teacher_s_class_does_not_exist(stranger, given) -> None:
    assert make(stranger, given, 0).status_code == 404
    assert make(stranger, type("G", (), {"id": uuid.uuid4()}), 0).status_code == 404
