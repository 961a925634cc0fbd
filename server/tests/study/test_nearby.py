"""Finding a moment of a lesson by its meaning, as a student."""

from datetime import timedelta

import pytest
from django.utils import timezone

from apps.accounts import limits
from apps.assignments.services import share
from apps.recordings.finding import near_in_meaning
from apps.recordings.readings import learn
from escuela_core.language.vectors import encoder

from ..conftest import WORDS, StudentBrowser

pytestmark = pytest.mark.django_db
ASKED = "who made the doors of wood?"


def near(phone: StudentBrowser, words: str = ASKED):
    return phone.client.get(f"{phone.base}near/", {"words": words})


def test_near_in_meaning_is_the_nearest_first_and_nothing_far_off() -> None:
    texts = ["The boat rises with the water.", "Add two eggs to the flour.", "Water lifts the ship."]
    vectors = {n: v.astype("float16").tobytes() for n, v in enumerate(encoder().embed(texts))}
    found = near_in_meaning(vectors, "A ship is lifted by water.")
    assert found[0] == 2
    assert 1 not in found
    assert 2 not in near_in_meaning(vectors, "A ship is lifted by water.", leaving_out={2})
    assert near_in_meaning({}, "A ship") == []


def test_a_student_finds_by_meaning_as_the_lesson_was_when_it_was_shared(teacher, lesson, stranger) -> None:
    learn(lesson.recording)
    phone = StudentBrowser(share(teacher, lesson, name="x", policy={}))
    assert near(phone).json()[0] == WORDS.index(WORDS[4])
    assert near(phone, "rollercoaster").json() == []
    assert near(phone, "").status_code == 400
    assert stranger.get(f"{phone.base}near/", {"words": ASKED}).json()["code"] == "not_joined"


def test_a_script_that_may_not_be_read_yet_is_not_searched(teacher, lesson) -> None:
    learn(lesson.recording)
    phone = StudentBrowser(share(teacher, lesson, name="x", policy={"script": "none"}))
    assert near(phone).json() == []
    phone.post("finished/", {})
    assert near(phone).json() != []


def test_what_is_played_in_class_is_not_searched(browser, lesson, monkeypatch) -> None:
    learn(lesson.recording)
    monkeypatch.setattr("apps.study.nearby.room_of", lambda *_: object())
    assert near(browser).json() == []


def test_what_is_not_open_yet_is_not_searched(browser, lesson, assignment) -> None:
    learn(lesson.recording)
    assert near(browser).json() != []
    assignment.opens_at = timezone.now() + timedelta(days=1)
    assignment.save()
    assert near(browser).json() == []


def test_there_is_an_end_to_searching_and_few_queries_each(
    browser, lesson, monkeypatch, django_assert_max_num_queries
) -> None:
    learn(lesson.recording)
    near(browser)
    with django_assert_max_num_queries(6):
        near(browser)
    monkeypatch.setattr(limits, "SEARCHES_OF", limits.Limit("searches_of", 2, 3_600))
    assert near(browser).status_code == 429
