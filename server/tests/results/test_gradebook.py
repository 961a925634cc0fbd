"""A class over all its lessons."""

import csv
import io
import uuid
from datetime import timedelta

import pytest
from django.utils import timezone

from apps.assignments.services import share
from apps.classes.services import add_members, make_class
from apps.study.services import finish, join_as

from ..conftest import CHOICE, GAP, answered, item_with, make_lesson

pytestmark = pytest.mark.django_db


@pytest.fixture
def school_class(teacher):
    made = make_class(teacher, "3 B")
    add_members(made, "Ana Ruiz\nBo Lind\n=Cy\n")
    return made


@pytest.fixture
def given(teacher, lesson, school_class):
    """Two lessons: one with an open item, one that was given under a rule that lets the best time count."""
    other = make_lesson(teacher, (CHOICE, GAP))
    first = share(teacher, lesson, name="", policy={"attempts": 1}, school_class=school_class)
    second = share(teacher, other, name="", policy={"attempts": 1}, school_class=school_class)
    ana, bo = school_class.members.get(name="Ana Ruiz"), school_class.members.get(name="Bo Lind")
    one = join_as(first, ana)
    answered(one, uuid.uuid4(), item_with(lesson, "choice").id, {"chosen": [1]})
    answered(one, uuid.uuid4(), item_with(lesson, "open").id, {"text": "By its weight."})
    two = join_as(second, bo)
    answered(two, uuid.uuid4(), item_with(other, "gap").id, {"text": "Olivares"})
    finish(two)
    return first, second


def book(client, school_class):
    return client.get(f"/api/classes/{school_class.id}/gradebook/").json()


def test_every_student_stands_by_every_lesson_with_marks_and_what_is_still_to_come(client, school_class, given) -> None:
    told = book(client, school_class)
    rows = {r["name"]: [(e["state"], e["marks"], e["waiting"]) for e in r["entries"]] for r in told["rows"]}
    assert rows["Ana Ruiz"] == [("doing", 1, 1), ("to_do", None, 0)]
    assert rows["Bo Lind"] == [("to_do", None, 0), ("done", 1, 0)]
    assert [lesson["most"] for lesson in told["lessons"]] == [4, 2]
    assert (told["most"], told["rows"][1]["marks"]) == (6, 1)


def counted(client, school_class, **rules):
    given = {"dropped": 0, "late_share": 1.0, "weights": {}} | rules
    answer = client.put(f"/api/classes/{school_class.id}/gradebook/", given, content_type="application/json")
    if answer.status_code != 200:
        return answer.json()["code"]
    return {r["name"]: (r["share"], r["left_out"]) for r in answer.json()["rows"]}


def test_the_class_says_how_its_lessons_count_together(client, school_class, given) -> None:
    first, second = given
    first.due_at = timezone.now() - timedelta(hours=1)
    first.save()
    # Over and not begun counts as nothing; what can still be done does not count yet.
    assert counted(client, school_class)["Bo Lind"] == (0.25, [])
    assert counted(client, school_class)["Ana Ruiz"] == (0.25, [])
    assert counted(client, school_class, dropped=1)["Bo Lind"] == (0.5, [0])
    weights = {str(first.id): 1, str(second.id): 3, str(uuid.uuid4()): 5}
    assert counted(client, school_class, weights=weights)["Bo Lind"] == (0.375, [])
    assert [lesson["weight"] for lesson in book(client, school_class)["lessons"]] == [1, 3]


def test_goals_are_told_over_all_lessons(client, teacher, school_class) -> None:
    goal = "Says how long the chamber takes"
    for n, chosen in enumerate(([1], [0])):
        lesson = make_lesson(teacher, (CHOICE | {"goal": goal if n else goal.upper()}, GAP))
        given = share(teacher, lesson, name="", policy={"attempts": 1}, school_class=school_class)
        for name, own in (("Ana Ruiz", [1]), ("Bo Lind", chosen)):
            student = join_as(given, school_class.members.get(name=name))
            answered(student, uuid.uuid4(), item_with(lesson, "choice").id, {"chosen": own})
    told = book(client, school_class)["goals"]
    assert told == [{"goal": goal.upper(), "items": 2, "reached": ["Ana Ruiz"], "not_yet": ["Bo Lind"]}]


@pytest.mark.parametrize("rules", [{"dropped": -1}, {"late_share": 2}, {"weights": "own"}])
def test_rules_that_make_no_sense_are_refused(client, school_class, given, rules) -> None:
    if rules.get("weights") == "own":
        rules = {"weights": {str(given[0].id): -1}}
    assert counted(client, school_class, **rules) == "gradebook_rules"


def test_as_a_table_it_says_how_many_there_are_to_be_had_and_runs_no_name(client, school_class, given) -> None:
    answer = client.get(f"/api/classes/{school_class.id}/gradebook.csv")
    rows = list(csv.reader(io.StringIO(answer.content.decode("utf-8-sig"))))
    assert rows[0][:2] == ["Student", "Marks"]
    assert rows[1][1:] == ["6.0", "100", "4.0", "2.0"]
    assert rows[2] == ["'=Cy", "0.0", "", "", ""]
    assert "3-B.csv" in answer.headers["Content-Disposition"]


def test_a_class_that_was_given_nothing_has_an_empty_book(client, school_class) -> None:
    assert book(client, school_class)["lessons"] == []


def test_another_s_book_does_not_exist(stranger, school_class) -> None:
    assert stranger.get(f"/api/classes/{school_class.id}/gradebook/").status_code == 404


def test_it_costs_few_questions_however_many_lessons_and_students(
    client, teacher, lesson, school_class, given, django_assert_max_num_queries
) -> None:
    add_members(school_class, "\n".join(f"Student {n}" for n in range(40)))
    for _ in range(10):
        share(teacher, lesson, name="", policy={}, school_class=school_class)
    book(client, school_class)
    with django_assert_max_num_queries(8):
        book(client, school_class)
