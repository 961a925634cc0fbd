"""What is told of a room as it happens: through the database's notifications, to every process that listens."""

import json
import threading

import pytest
from django.db import connection

from apps.assignments.services import share
from apps.results.in_room import screen
from apps.room import events, services
from config.errors import SentenceError

from ..conftest import CHOICE, StudentBrowser, item_with, make_lesson, make_teacher, signed_in

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def given():
    teacher = make_teacher()
    lesson = make_lesson(teacher, (CHOICE,))
    assignment = share(teacher, lesson, name="x", policy={})
    services.open_room(assignment)
    return teacher, assignment, item_with(lesson, "choice")


@pytest.fixture(autouse=True)
def _ears():
    yield
    # The database of the tests is taken down after them; nobody may be listening to it then.
    events.EARS.close()


class Listening(threading.Thread):
    """A browser that takes events as they come, until it has ``wanted`` with data."""

    def __init__(self, response, wanted: int) -> None:
        super().__init__(daemon=True)
        self.response, self.wanted = response, wanted
        self.first, self.told = threading.Event(), []
        self.start()

    def run(self) -> None:
        for raw in self.response.streaming_content:
            line = raw.decode()
            if line.startswith("data: "):
                self.told.append(json.loads(line.removeprefix("data: ")))
                self.first.set()
            if len(self.told) == self.wanted:
                break
        self.response.close()
        connection.close()


def test_a_step_reaches_phone_and_screen(given) -> None:
    teacher, assignment, item = given
    phone = StudentBrowser(assignment)
    here = f"/api/assignments/{assignment.id}/room/events/"
    listening = [
        Listening(phone.client.get(phone.base + "room/events/"), 2),
        Listening(signed_in(teacher).get(here, headers={"Accept": "text/event-stream"}), 2),
    ]
    for browser in listening:
        assert browser.first.wait(10)
    services.take_step(assignment, "ask", version=0, at_ms=9_000, item=item.id)
    for browser in listening:
        browser.join(10)
        assert [told["phase"] for told in browser.told] == ["held", "asking"]
        assert browser.told[-1]["question"]["id"] == str(item.id)


def test_an_answer_reaches_the_screen(given) -> None:
    teacher, assignment, item = given
    phone = StudentBrowser(assignment)
    services.take_step(assignment, "ask", version=0, at_ms=None, item=item.id)
    browser = Listening(signed_in(teacher).get(f"/api/assignments/{assignment.id}/room/events/"), 2)
    assert browser.first.wait(10)
    phone.answer(item, {"chosen": [1]})
    browser.join(10)
    assert [told["answered"] for told in browser.told] == [0, 1]


def test_a_student_who_is_not_there_any_more_hears_no_more(given, monkeypatch) -> None:
    _, assignment, _ = given
    monkeypatch.setattr(events, "BEAT_S", 0.2)
    phone = StudentBrowser(assignment)
    browser = Listening(phone.client.get(phone.base + "room/events/"), 5)
    assert browser.first.wait(10)
    assignment.students.all().delete()
    browser.join(10)
    assert not browser.is_alive()


def test_more_browsers_than_there_are_threads_for_are_sent_to_ask_again(given, monkeypatch) -> None:
    _, assignment, _ = given
    free = threading.BoundedSemaphore(1)
    monkeypatch.setattr(events, "_FREE", free)
    first = events.stream("x", lambda _news: screen(assignment).model_dump_json())
    with pytest.raises(SentenceError):
        events.stream("x", lambda _news: None)
    # One that was never begun gives its place back all the same.
    first.close()
    events.stream("x", lambda _news: None).close()
