"""Marks go back to the platform: each change once, none before its student knows it, none lost where it is busy."""

from __future__ import annotations

import uuid
from datetime import timedelta
from typing import Any

import pytest
from django.utils import timezone

from apps.assignments.models import Assignment
from apps.lti import scores
from apps.lti.models import Placement, Score
from apps.privacy import erasing
from apps.results import marking
from apps.study.models import Answer, Student
from apps.study.services import finish
from apps.work.outgoing import MOST_FAILURES

from ..conftest import item_with, posted, signed_in, was_shut

pytestmark = pytest.mark.django_db


@pytest.fixture
def ana(teacher, school, lesson) -> Any:
    """Ana's device in the lesson; it answers by the kind of item."""
    school.chosen(signed_in(teacher), lesson)
    client, base = school.enter("s-ana")
    shown = {i["kind"]: i for i in client.get(base).json()["lesson"]["items"]}

    def answer(kind: str, **response: Any) -> None:
        if "option" in response:
            response = {"chosen": [shown[kind]["options"].index(response["option"])]}
        given = {"id": str(uuid.uuid4()), "item": str(item_with(lesson, kind).id), "response": response}
        assert posted(client, f"{base}answers/", given).status_code == 200

    return answer


def told(school) -> list[tuple[Any, Any, str]]:
    return [(s["userId"], s.get("scoreGiven"), s["gradingProgress"]) for s in school.platform.scores]


def test_each_change_is_told_once(school, ana) -> None:
    assert scores.give_back_all() == 0
    ana("choice", option="About six minutes")
    assert scores.give_back_all() == 1
    assert scores.give_back_all() == 0
    ana("gap", text="Olivares")
    assert scores.give_back_all() == 1
    assert told(school) == [("s-ana", 1.0, "FullyGraded"), ("s-ana", 2.0, "FullyGraded")]
    assert [s["scoreMaximum"] for s in school.platform.scores] == [4, 4]
    finish(Answer.objects.first().student)
    scores.give_back_all()
    assert [s["activityProgress"] for s in school.platform.scores] == ["InProgress", "InProgress", "Completed"]
    times = [s["timestamp"] for s in school.platform.scores]
    assert times == sorted(set(times))


def test_marks_given_by_hand_follow_once_they_are_given_back(school, ana) -> None:
    ana("open", text="By its own weight")
    scores.give_back_all()
    assert told(school) == [("s-ana", 0.0, "PendingManual")]
    answer, assignment = Answer.objects.get(), Assignment.objects.get()
    marking.give_marks(assignment, {answer.id: None}, marks=2, comment="")
    assert scores.give_back_all() == 0
    marking.give_back(assignment)
    assert scores.give_back_all() == 1
    assert told(school)[-1] == ("s-ana", 2.0, "FullyGraded")


def test_no_mark_goes_out_before_its_student_may_know_it(school, ana) -> None:
    Assignment.objects.update(feedback="after_closing")
    ana("choice", option="About six minutes")
    scores.give_back_all()
    assert told(school) == [("s-ana", None, "Pending")]
    was_shut(Assignment.objects.get(), timedelta(hours=2))
    Placement.objects.update(looked_at=timezone.now() - timedelta(minutes=6))
    scores.give_back_all()
    assert told(school)[-1] == ("s-ana", 1.0, "FullyGraded")


def test_a_busy_platform_gets_it_later_and_the_teacher_sees_why(teacher, school, ana) -> None:
    school.platform.misbehaves = "busy"
    ana("choice", option="About six minutes")
    assert scores.give_back_all() == 0
    row = Score.objects.get()
    assert (row.failed, row.told) == (1, None)
    assert row.again_at > timezone.now()
    # Before its time it is not tried again, whatever else is looked at.
    Placement.objects.update(changed=True)
    scores.give_back_all()
    assert Score.objects.get().failed == 1
    client = signed_in(teacher)
    course = client.get("/api/platforms/").json()[0]["courses"][0]
    why = {"sentence": "The platform did not take this (503).", "code": "platform_says_no", "params": {"status": 503}}
    assert (course["failing"], course["problem"]) == (1, why)
    Score.objects.update(failed=MOST_FAILURES, again_at=None)
    school.platform.misbehaves = ""
    Placement.objects.update(changed=True)
    assert scores.give_back_all() == 0
    client.post(f"/api/platforms/{school.known.id}/again/")
    Score.objects.update(again_at=timezone.now() - timedelta(seconds=1))
    assert scores.give_back_all() == 1
    assert client.get("/api/platforms/").json()[0]["courses"][0]["failing"] == 0


def test_with_a_student_goes_what_was_told_of_them(teacher, school, ana) -> None:
    ana("choice", option="About six minutes")
    scores.give_back_all()
    assert Score.objects.count() == 1
    erasing.erase_student(teacher, Student.objects.get())
    assert Score.objects.count() == 0
    assert scores.give_back_all() == 0


def test_two_workers_at_once_tell_it_once(school, ana) -> None:
    ana("choice", option="About six minutes")
    placement = Placement.objects.get()
    Placement.objects.update(taken_at=timezone.now())
    assert scores.give_back(placement) == 0
    Placement.objects.update(taken_at=timezone.now() - timedelta(hours=1))
    assert scores.give_back(placement) == 1


def test_a_platform_that_was_taken_away_is_told_nothing(school, ana) -> None:
    ana("choice", option="About six minutes")
    school.known.remove()
    assert scores.give_back_all() == 0
    assert school.platform.scores == []
