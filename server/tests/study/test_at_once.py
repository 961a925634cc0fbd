"""The same answer sent by two connections at the same moment counts once."""

import threading
import uuid

import pytest
from django.db import connection

from apps.assignments.services import share
from apps.study.models import Answer
from apps.study.services import join

from ..conftest import CHOICE, answered, item_with, make_lesson, make_teacher

pytestmark = pytest.mark.django_db(transaction=True)


def at_once(count: int, call) -> list[Exception]:
    gate = threading.Barrier(count)
    failed: list[Exception] = []

    def run() -> None:
        gate.wait()
        try:
            call()
        except Exception as error:  # noqa: BLE001 (whatever it is, the test shows it)
            failed.append(error)
        finally:
            connection.close()

    threads = [threading.Thread(target=run) for _ in range(count)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(timeout=30)
    return failed


@pytest.fixture
def ready():
    teacher = make_teacher()
    lesson = make_lesson(teacher, (CHOICE,))
    return join(share(teacher, lesson, name="x", policy={"attempts": 3}), "Zoe"), item_with(lesson, "choice")


def test_one_answer_sent_by_four_connections_is_one(ready) -> None:
    student, item = ready
    answer_id = uuid.uuid4()
    assert at_once(4, lambda: answered(student, answer_id, item.id, {"chosen": [0]})) == []
    assert Answer.objects.count() == 1


def test_different_answers_at_once_are_numbered_and_stop_at_the_limit(ready) -> None:
    student, item = ready
    failed = at_once(5, lambda: answered(student, uuid.uuid4(), item.id, {"chosen": [0]}))
    assert sorted(Answer.objects.values_list("number", flat=True)) == [1, 2, 3]
    assert {getattr(e, "code", "?") for e in failed} == {"no_tries_left"}
