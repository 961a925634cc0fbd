"""One lesson as several classes did it: columns for each, items by their ids, and nobody else's."""

from __future__ import annotations

from uuid import uuid4

import pytest
from django.test import Client

from apps.assignments.models import Assignment
from apps.assignments.services import share
from apps.lessons.items import services as items
from apps.lessons.models import Item, Lesson
from apps.study.services import do_again, finish, join

from ..conftest import answered, item_with, run_jobs

pytestmark = pytest.mark.django_db
RIGHT, WRONG = {"chosen": [1]}, {"chosen": [0]}


def answered_by(assignment: Assignment, item_id: object, right: int, wrong: int) -> None:
    for n, response in enumerate([RIGHT] * right + [WRONG] * wrong):
        answered(join(assignment, f"Student {n}"), uuid4(), item_id, response)


def beside(client: Client, assignment: Assignment) -> dict:
    told = client.get(f"/api/assignments/{assignment.id}/beside/")
    assert told.status_code == 200
    return told.json()


def test_classes_stand_beside_each_other(client: Client, lesson: Lesson, assignment: Assignment) -> None:
    other = share(lesson.owner, lesson, name="Evening", policy={})
    choice = item_with(lesson, "choice").id
    answered_by(assignment, choice, 14, 1)
    answered_by(other, choice, 3, 12)
    told = beside(client, assignment)
    assert [(g["name"], g["students"], g["other_edition"]) for g in told["groups"]] == [
        ("Deck hands", 15, False),
        ("Evening", 15, False),
    ]
    row = next(i for i in told["items"] if i["item"] == str(choice))
    assert row["tallies"] == [{"first": 14, "answered": 15}, {"first": 3, "answered": 15}]
    assert row["apart"] is True
    assert told["segments"][row["segment"]]["tallies"] == row["tallies"]


def test_an_item_that_came_later_was_not_asked_before(client: Client, lesson: Lesson) -> None:
    late = item_with(lesson, "open").id
    items.put(lesson, [late], Item.Place.POOL)
    run_jobs()
    share(lesson.owner, Lesson.objects.get(id=lesson.id), name="Deck hands", policy={})
    items.put(lesson, [late], Item.Place.LESSON)
    run_jobs()
    told = beside(client, share(lesson.owner, Lesson.objects.get(id=lesson.id), name="Evening", policy={}))
    assert [g["other_edition"] for g in told["groups"]] == [False, True]
    row = next(i for i in told["items"] if i["item"] == str(late))
    assert row["tallies"] == [{"first": 0, "answered": 0}, None]
    assert row["apart"] is False


def test_the_first_time_stands_beside_the_one_that_counts(client: Client, lesson: Lesson) -> None:
    again = share(lesson.owner, lesson, name="Twice", policy={"retakes": 1, "counting": "last"})
    choice = item_with(lesson, "choice").id
    student = join(again, "Ana")
    answered(student, uuid4(), choice, WRONG)
    finish(student)
    second = do_again(student)
    answered(second, uuid4(), choice, RIGHT)
    finish(second)
    told = beside(client, again)
    assert [g["first_time"] for g in told["groups"]][:2] == [False, True]
    row = next(i for i in told["items"] if i["item"] == str(choice))
    assert row["tallies"] == [{"first": 1, "answered": 1}, {"first": 0, "answered": 1}]
    # One student twice is not two groups.
    assert row["apart"] is False


def test_queries_do_not_grow_with_students(
    client: Client, lesson: Lesson, assignment: Assignment, django_assert_max_num_queries
) -> None:
    share(lesson.owner, lesson, name="Evening", policy={})
    answered_by(assignment, item_with(lesson, "choice").id, 6, 6)
    with django_assert_max_num_queries(20):
        beside(client, assignment)
