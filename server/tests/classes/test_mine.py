"""What a student has over all the classes that their device knows, and nobody else's."""

from __future__ import annotations

from datetime import timedelta
from uuid import uuid4

import pytest
from django.test import Client
from django.utils import timezone

from apps.accounts.models import User
from apps.assignments.services import share
from apps.classes.models import Member, SchoolClass
from apps.classes.services import add_members, make_class
from apps.lessons.models import Lesson

from ..conftest import item_with, posted, run_jobs, sent

pytestmark = pytest.mark.django_db


def a_class(teacher: User, lesson: Lesson, name: str, student: str) -> SchoolClass:
    made = make_class(teacher, name)
    add_members(made, f"{student}\nBo Lind\n")
    share(teacher, lesson, name="", policy={"due_at": timezone.now() + timedelta(days=3)}, school_class=made)
    return made


def enter(device: Client, school_class: SchoolClass, name: str) -> Member:
    member = school_class.members.get(name=name)
    assert posted(device, f"/api/class/{school_class.code}/", {"member": str(member.id)}).status_code == 200
    return member


@pytest.fixture
def classes(teacher: User, lesson: Lesson) -> list[SchoolClass]:
    return [a_class(teacher, lesson, "3 B", "Ana Ruiz"), a_class(teacher, lesson, "Evening", "Ana R.")]


def test_lessons_of_every_class_stand_together(classes: list[SchoolClass]) -> None:
    device = Client()
    enter(device, classes[0], "Ana Ruiz")
    enter(device, classes[1], "Ana R.")
    told = device.get("/api/mine/").json()["classes"]
    assert [(c["entry"]["class_name"], c["entry"]["me"]["name"]) for c in told] == [
        ("3 B", "Ana Ruiz"),
        ("Evening", "Ana R."),
    ]
    assert [[row["progress"] for row in c["lessons"]] for c in told] == [["to_do"], ["to_do"]]
    # Not the others of the class, and no number of theirs.
    assert all(c["entry"]["names"] == [] and c["entry"]["pin"] == "" for c in told)


def test_a_device_that_knows_no_class_is_told_nothing(classes: list[SchoolClass]) -> None:
    assert Client().get("/api/mine/").json() == {"classes": []}


def test_what_one_class_gave_does_not_open_another(classes: list[SchoolClass]) -> None:
    device = Client()
    enter(device, classes[0], "Ana Ruiz")
    cookie = device.cookies[f"escuela_member_{classes[0].code}"].value
    device.cookies[f"escuela_member_{classes[1].code}"] = cookie
    device.cookies["escuela_member_nothing"] = "made up"
    assert [c["entry"]["class_name"] for c in device.get("/api/mine/").json()["classes"]] == ["3 B"]


def test_goals_are_told_once_they_may_be(client: Client, teacher: User, lesson: Lesson) -> None:
    item = item_with(lesson, "choice")
    content = item.content | {"goal": "say how long it takes"}
    assert sent(client, "put", f"/api/items/{item.id}/", content).status_code == 200
    run_jobs()
    school_class = a_class(teacher, Lesson.objects.get(id=lesson.id), "3 B", "Ana Ruiz")
    device = Client()
    ana = enter(device, school_class, "Ana Ruiz")
    [before] = device.get("/api/mine/").json()["classes"]
    assert before["goals"] == []
    study = f"/api/study/{school_class.assignments.get().code}/"
    asked = posted(device, study, {"member": str(ana.id)}).json()["lesson"]["items"]
    question = next(i for i in asked if i["kind"] == "choice")
    right = {"chosen": [question["options"].index("About six minutes")]}
    posted(device, f"{study}answers/", {"id": str(uuid4()), "item": question["id"], "response": right})
    [after] = device.get("/api/mine/").json()["classes"]
    assert after["goals"] == [{"goal": "say how long it takes", "items": 1, "reached": True}]


def test_however_many_classes_there_are_the_queries_are_as_many(
    classes: list[SchoolClass], teacher: User, lesson: Lesson, django_assert_max_num_queries
) -> None:
    device = Client()
    classes += [a_class(teacher, lesson, f"{n} C", "Ana Ruiz") for n in range(4)]
    for made in classes:
        enter(device, made, "Ana R." if made.name == "Evening" else "Ana Ruiz")
    with django_assert_max_num_queries(6):
        assert len(device.get("/api/mine/").json()["classes"]) == 6
