"""Timed items: the server keeps their clock, and what comes after it earns nothing but is kept."""

from __future__ import annotations

from datetime import timedelta

import pytest

from apps.assignments.models import Assignment
from apps.assignments.services import share
from apps.lessons.models import Item, Lesson
from apps.results.selectors import sheet_data
from apps.study.models import Answer, Clock

from ..conftest import CHOICE, OPEN, StudentBrowser, item_with, make_lesson

pytestmark = pytest.mark.django_db
RIGHT, WRONG = {"chosen": [1]}, {"chosen": [0]}


@pytest.fixture
def lesson(teacher) -> Lesson:
    return make_lesson(teacher, (CHOICE | {"time_limit_s": 30}, OPEN))


@pytest.fixture
def timed(lesson) -> Item:
    return item_with(lesson, "choice")


def clock(browser: StudentBrowser, item: Item, *, rests: bool = False) -> int:
    answer = browser.post("clock/", {"item": str(item.id), "rests": rests})
    assert answer.status_code == 200, answer.content
    return answer.json()["left_ms"]


def passes(seconds: float) -> None:
    """Time goes by: the clocks began so much earlier."""
    for row in Clock.objects.all():
        Clock.objects.filter(id=row.id).update(since=row.since - timedelta(seconds=seconds))


def test_a_student_is_told_the_limit_and_what_is_left(browser, timed) -> None:
    limits = {i["kind"]: i["time_limit_s"] for i in browser.get()["lesson"]["items"]}
    assert limits == {"choice": 30, "open": None}
    assert 29_000 < clock(browser, timed) <= 30_000
    passes(10)
    assert 19_000 < clock(browser, timed) <= 20_000


def test_an_answer_after_the_time_is_kept_and_earns_nothing(browser, timed, assignment) -> None:
    clock(browser, timed)
    passes(40)
    told = browser.answer(timed, RIGHT).json()
    assert (told["done"], told["answers"][0]["outcome"], told["answers"][0]["share"]) == (True, "out_of_time", 0.0)
    assert Answer.objects.get().response == RIGHT
    row = sheet_data(assignment).students[0]
    assert {c.state for c in row.cells} == {"out_of_time", "not_reached"}


def test_within_the_time_it_counts_and_the_next_try_has_its_own_clock(browser, timed) -> None:
    clock(browser, timed)
    passes(25)
    assert browser.answer(timed, WRONG).json()["answers"][-1]["outcome"] == "wrong"
    assert clock(browser, timed) > 29_000
    assert browser.answer(timed, RIGHT).json()["answers"][-1]["outcome"] == "right"


def test_the_clock_rests_while_the_part_is_heard_again(browser, timed) -> None:
    clock(browser, timed)
    passes(5)
    clock(browser, timed, rests=True)
    passes(8)
    assert 24_000 < clock(browser, timed) <= 25_000


def test_a_time_that_ran_out_with_nothing_given_ends_the_item(browser, timed) -> None:
    clock(browser, timed)
    told = browser.answer(timed, {"out_of_time": True}).json()
    assert (told["done"], told["answers"][0]["outcome"]) == (True, "out_of_time")
    assert browser.answer(timed, RIGHT).json()["code"] == "no_tries_left"


def test_limits_can_be_switched_off_for_a_class(browser, timed, assignment) -> None:
    Assignment.objects.update(time_limits=False)
    assert browser.get()["rules"]["time_limits"] is False
    passes(400)
    assert browser.answer(timed, RIGHT).json()["answers"][0]["outcome"] == "right"


def test_what_has_no_limit_has_no_clock(browser, lesson) -> None:
    answer = browser.post("clock/", {"item": str(item_with(lesson, "open").id), "rests": False})
    assert (answer.status_code, answer.json()["code"]) == (400, "no_such_item")
    assert not Clock.objects.exists()


def test_another_assignment_s_student_has_no_clock_here(teacher, lesson, timed) -> None:
    stranger = StudentBrowser(share(teacher, lesson, name="Others", policy={}, with_unseen=True), nickname=None)
    assert stranger.post("clock/", {"item": str(timed.id), "rests": False}).json()["code"] == "not_joined"
