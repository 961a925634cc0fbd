"""The same answer sent by two connections at the same moment counts once."""

import uuid

import pytest

from apps.assignments.services import share
from apps.study.models import Answer
from apps.study.services import join

from ..conftest import CHOICE, answered, at_once, item_with, make_lesson, make_teacher

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def ready():
    teacher = make_teacher()
    lesson = make_lesson(teacher, (CHOICE,))
    return join(share(teacher, lesson, name="x", policy={"attempts": 3}), "Zoe"), item_with(lesson, "choice")


def test_one_answer_sent_by_four_connections_is_one(ready) -> None:
    student, item = ready
    answer_id = uuid.uuid4()
    assert at_once(*[lambda: answered(student, answer_id, item.id, {"chosen": [0]})] * 4) == []
    assert Answer.objects.count() == 1


def test_different_answers_at_once_are_numbered_and_stop_at_the_limit(ready) -> None:
    student, item = ready
    failed = at_once(*[lambda: answered(student, uuid.uuid4(), item.id, {"chosen": [0]})] * 5)
    assert sorted(Answer.objects.values_list("number", flat=True)) == [1, 2, 3]
    assert {getattr(e, "code", "?") for e in failed} == {"no_tries_left"}
