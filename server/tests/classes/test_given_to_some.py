"""A lesson given to some students of a class: the others neither see it nor are counted as missing."""

from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone

from apps.assignments.models import Assignment
from apps.classes.models import Member, SchoolClass
from apps.classes.services import add_members, make_class
from apps.results.gradebook import gradebook
from apps.results.news import tell_all
from apps.results.selectors import sheet_data
from apps.study.members import lessons_for
from apps.study.merging import merge, part
from apps.study.models import Student

from ..conftest import posted, sent

pytestmark = pytest.mark.django_db


@pytest.fixture
def school_class(teacher) -> SchoolClass:
    made = make_class(teacher, "3 B")
    add_members(made, "Ana Ruiz\nBo Lind\nCy Marr\n")
    return made


def named(school_class: SchoolClass, *names: str) -> list[str]:
    return [str(m.id) for m in school_class.members.filter(name__in=names)]


@pytest.fixture
def given(client, lesson, school_class) -> Assignment:
    chosen = named(school_class, "Ana Ruiz", "Cy Marr")
    told = posted(
        client, f"/api/lessons/{lesson.id}/assignments/", {"school_class": str(school_class.id), "chosen": chosen}
    )
    assert told.status_code == 201, told.content
    assert set(told.json()["chosen"]) == set(chosen)
    return Assignment.objects.get(id=told.json()["id"])


def enter(given: Assignment, member: Member) -> Any:
    return posted(Client(), f"/api/study/{given.code}/", {"member": str(member.id)})


def titles(member: Member) -> list[str]:
    return [given.shown.title for given in lessons_for(member, timezone.now())]


def test_the_others_do_not_see_it_and_cannot_begin_it(given, school_class) -> None:
    ana, bo, _ = school_class.members.order_by("name")
    assert (titles(ana), titles(bo)) == (["Locks"], [])
    entry = Client().get(f"/api/study/{given.code}/").json()["entry"]
    assert [n["name"] for n in entry["names"]] == ["Ana Ruiz", "Cy Marr"]
    refused = enter(given, bo)
    assert (refused.status_code, refused.json()["code"]) == (409, "not_for_you")
    # Nobody holds a name by having been refused.
    assert not Member.objects.get(id=bo.id).held
    assert enter(given, ana).status_code == 200


def test_nobody_asks_to_be_let_in_to_what_was_given_to_some(given, school_class) -> None:
    school_class.takes_requests = True
    school_class.save()
    assert not Client().get(f"/api/study/{given.code}/").json()["entry"]["takes_requests"]
    assert Client().get(f"/api/class/{school_class.code}/").json()["entry"]["takes_requests"]


def test_the_others_are_not_missing_and_get_no_marks_for_it(given, school_class) -> None:
    assert sheet_data(given).absent == ["Ana Ruiz", "Cy Marr"]
    given.due_at = timezone.now() - timedelta(days=1)
    given.save()
    rows = {r.name: (r.entries[0].state, r.share) for r in gradebook(school_class).rows}
    assert rows == {"Ana Ruiz": ("to_do", 0.0), "Bo Lind": ("not_given", None), "Cy Marr": ("to_do", 0.0)}


@pytest.mark.parametrize(
    ("chosen", "code"), [([], "nobody_chosen"), (["00000000-0000-4000-8000-000000000000"], "not_in_class")]
)
def test_nobody_and_strangers_are_refused(client, lesson, school_class, chosen, code) -> None:
    body = {"school_class": str(school_class.id), "chosen": chosen}
    assert posted(client, f"/api/lessons/{lesson.id}/assignments/", body).json()["code"] == code
    assert not Assignment.objects.exists()


def test_some_of_no_class_are_refused(client, lesson, school_class) -> None:
    body = {"chosen": named(school_class, "Ana Ruiz")}
    assert posted(client, f"/api/lessons/{lesson.id}/assignments/", body).json()["code"] == "not_in_class"


def test_others_can_be_chosen_later_and_what_was_done_stays(client, given, school_class) -> None:
    ana, bo, _ = school_class.members.order_by("name")
    enter(given, ana)
    changed = sent(client, "patch", f"/api/assignments/{given.id}/", {"chosen": [str(bo.id)]}).json()
    assert changed["chosen"] == [str(bo.id)]
    assert changed["changes"][-1]["fields_changed"] == ["chosen"]
    assert (titles(ana), titles(bo)) == ([], ["Locks"])
    given.refresh_from_db()
    assert [s.nickname for s in sheet_data(given).students] == ["Ana Ruiz"]
    assert sent(client, "patch", f"/api/assignments/{given.id}/", {"chosen": None}).json()["chosen"] is None
    assert titles(ana) == ["Locks"]


def test_it_is_for_the_entry_that_stays_where_two_become_one(given, school_class) -> None:
    ana, bo, _ = school_class.members.order_by("name")
    merge(ana, bo)
    assert titles(bo) == ["Locks"]
    part(ana)
    assert titles(ana) == ["Locks"]


def test_a_revision_lesson_says_whom_it_was_made_for(client, lesson, given, school_class) -> None:
    wanted = f"/api/lessons/{lesson.id}/wanted/"
    assert client.get(wanted).json() == {"wanted_by": None}
    ana, _, _ = school_class.members.order_by("name")
    enter(given, ana)
    made = posted(client, f"/api/assignments/{given.id}/revisions/", {"segments": [0, 1]}).json()
    told = client.get(f"/api/lessons/{made['lesson']}/wanted/").json()["wanted_by"]
    assert told == {"class_id": str(school_class.id), "members": [str(ana.id)]}


def test_all_have_handed_in_once_those_it_is_for_have(client, given, school_class) -> None:
    client.put("/api/news/", {"kinds": ["finished"]}, content_type="application/json")
    for member in given.meant_for():
        assert tell_all() == 0
        Student.objects.create(assignment=given, member=member, nickname=member.name, finished_at=timezone.now())
    assert tell_all() == 1
