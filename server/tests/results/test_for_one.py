"""What a teacher does for one student out of the results."""

from uuid import uuid4

import pytest
from django.utils import timezone

from apps.assignments.models import Assignment
from apps.assignments.services import extend, share
from apps.classes.models import Member
from apps.classes.services import add_members, make_class
from apps.study.class_serializers import CommentOut, GivenLessonOut
from apps.study.members import has_looked, lessons_for
from apps.study.models import Answer, Student
from apps.study.services import finish, join_as
from config.errors import SentenceError

from ..conftest import StudentBrowser, sent

pytestmark = pytest.mark.django_db


@pytest.fixture
def given(teacher, lesson) -> Assignment:
    made = make_class(teacher, "3 B")
    add_members(made, "Ana Ruiz\nBo Lind\n")
    return share(teacher, lesson, name="Locks", policy={"attempts": 1, "show_key": False}, school_class=made)


@pytest.fixture
def ana(given) -> Member:
    return given.school_class.members.get(name="Ana Ruiz")


def address(given: Assignment, student: Student) -> str:
    return f"/api/assignments/{given.id}/students/{student.id}/"


def shown_to(member: Member) -> GivenLessonOut:
    [given] = lessons_for(member, timezone.now())
    return given.shown


def test_a_word_on_all_of_it_is_read_by_the_student_and_is_news(client, given, ana) -> None:
    student = join_as(given, ana)
    has_looked(ana, timezone.now())
    told = sent(client, "patch", address(given, student), {"remark": " Well listened. "}).json()
    assert (told["remark"], told["member"]) == ("Well listened.", str(ana.id))
    shown = shown_to(ana)
    assert (shown.news, shown.remark) == (["comment"], "Well listened.")
    device = StudentBrowser(given, None)
    assert device.post("", {"member": str(ana.id)}).json()["student"]["remark"] == "Well listened."
    assert "Well listened." in device.client.get(f"{device.base}data/").content.decode()
    assert sent(client, "patch", address(given, student), {"remark": ""}).json()["remark"] == ""


def commented(given: Assignment, who: Member, *, returned: bool = True) -> None:
    """Answers of ``who`` with a word to the second and the first item, written in this order."""
    now = timezone.now()
    for item in reversed(given.items[:2]):
        Answer.objects.create(
            id=uuid4(),
            student=join_as(given, who),
            item_id=item.id,
            number=1,
            response={},
            outcome="wrong",
            share=0.5,
            comment=f"To {item.asked}",
            marked_at=now,
            returned_at=now if returned else None,
        )


def test_words_to_single_answers_stand_on_the_student_s_page_once_they_are_given_back(given, ana) -> None:
    commented(given, ana, returned=False)
    assert shown_to(ana).comments == []
    Answer.objects.update(returned_at=timezone.now())
    asked = [i.asked for i in given.items[:2]]
    assert shown_to(ana).comments == [CommentOut(item=a, text=f"To {a}") for a in asked]
    # Done again without a word, the last time that has any is shown.
    mine = Student.objects.get(member=ana)
    Student.objects.create(assignment=given, member=ana, nickname=mine.nickname, attempt=2)
    assert len(shown_to(ana).comments) == 2


def test_words_to_answers_wait_for_the_policy_and_are_nobody_else_s(given, ana) -> None:
    commented(given, ana)
    assert shown_to(given.school_class.members.get(name="Bo Lind")).comments == []
    Assignment.objects.update(feedback="after_closing")
    assert shown_to(ana).comments == []


def test_a_time_through_that_was_handed_in_does_not_speak_for_the_one_that_runs(given, ana) -> None:
    Assignment.objects.update(feedback="at_end")
    given.refresh_from_db()
    first = finish(join_as(given, ana))
    running = Student.objects.create(assignment=given, member=ana, nickname=first.nickname, attempt=2)
    commented(given, ana)
    assert {a.student_id for a in Answer.objects.all()} == {running.id}
    assert shown_to(ana).comments == []
    finish(running)
    assert len(shown_to(ana).comments) == 2


def test_who_has_handed_in_goes_on_when_the_teacher_lets_them(client, given, ana) -> None:
    student = join_as(given, ana)
    early = sent(client, "patch", address(given, student), {"reopen": True})
    assert (early.status_code, early.json()["code"]) == (409, "not_handed_in")
    finish(student)
    assert sent(client, "patch", address(given, student), {"reopen": True}).json()["finished"] is False
    assert Student.objects.get(id=student.id).finished_at is None


def test_who_was_shown_every_answer_is_not_let_go_on(client, given, ana) -> None:
    student = finish(join_as(given, ana))
    student.shown = [i.id for i in given.items]
    student.save()
    refused = sent(client, "patch", address(given, student), {"reopen": True})
    assert (refused.status_code, refused.json()["code"]) == (409, "answers_told")
    assert Student.objects.get(id=student.id).finished_at is not None


def test_others_results_are_not_there(stranger, given, ana) -> None:
    student = join_as(given, ana)
    assert sent(stranger, "patch", address(given, student), {"remark": "x"}).status_code == 404


def test_one_student_gets_more_tries_and_does_it_again(client, given, ana) -> None:
    bo = given.school_class.members.get(name="Bo Lind")
    told = sent(
        client, "put", f"/api/assignments/{given.id}/extensions/{ana.id}/", {"extra_tries": 2, "extra_retakes": 1}
    ).json()
    assert [(e["name"], e["extra_tries"], e["extra_retakes"]) for e in told["extensions"]] == [("Ana Ruiz", 2, 1)]
    rules = [join_as(given, who).policy() for who in (ana, bo)]
    assert [(r.attempts, r.retakes) for r in rules] == [(3, 1), (1, 0)]
    # What lasts in the class comes on top.
    ana.extra_tries = 1
    ana.save()
    assert Student.objects.get(member=ana).policy().attempts == 4
    extend(given, ana)
    assert Student.objects.get(member=ana).policy().attempts == 2


def test_no_more_than_the_others_is_refused(given, ana) -> None:
    given.retakes = 9
    given.save()
    with pytest.raises(SentenceError) as refused:
        extend(given, ana, extra_retakes=1)
    assert refused.value.code == "not_later"
