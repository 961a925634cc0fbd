"""A lesson played in the room, from the screen to the phones."""

import uuid
from datetime import timedelta

import pytest
from django.utils import timezone

from apps.assignments.services import close_now, share
from apps.classes.services import add_members, make_class
from apps.room.models import SCREEN_GONE_AFTER, Room
from apps.study import in_room
from apps.study.models import Answer
from apps.study.services import join_as

from ..conftest import CHOICE, StudentBrowser, item_with, make_lesson, sent

pytestmark = pytest.mark.django_db


class Screen:
    """The teacher's screen."""

    def __init__(self, client, assignment) -> None:
        self.client = client
        self.path = f"/api/assignments/{assignment.id}/room/"
        self.room = sent(client, "post", self.path).json()

    def step(self, step: str, item=None, version=None, **more):
        given = {"step": step, "version": self.room["version"] if version is None else version, **more}
        answer = sent(self.client, "patch", self.path, given | ({"item": str(item.id)} if item else {}))
        if answer.status_code == 200:
            self.room = answer.json()
        return answer

    def get(self):
        return self.client.get(self.path).json()


@pytest.fixture
def screen(client, assignment) -> Screen:
    return Screen(client, assignment)


@pytest.fixture
def choice(lesson):
    return item_with(lesson, "choice")


def on_phone(browser: StudentBrowser):
    return browser.client.get(browser.base + "room/").json()


def test_phones_wait_while_the_recording_plays_and_get_no_lesson_of_their_own(screen, browser) -> None:
    screen.step("play", at_ms=5_000)
    told = on_phone(browser)
    assert (told["runs"], told["phase"], told["question"]) == (True, "playing", None)
    page = browser.get()
    assert (page["in_room"], page["lesson"]) == (True, None)


def test_an_item_comes_to_the_phones_when_the_screen_asks_it_and_without_its_key(screen, browser, choice) -> None:
    screen.step("ask", choice)
    told = on_phone(browser)
    assert told["question"]["prompt"] == "How long does the chamber take to fill?"
    assert told["takes"]
    answered = browser.answer(choice, {"chosen": [1]}).json()
    assert (answered["answers"][0]["outcome"], answered["key"]) == ("taken", None)
    assert "correct" not in str(screen.get()["room"]["spread"])


def test_nothing_but_what_the_screen_asks_is_taken(screen, browser, lesson, choice) -> None:
    screen.step("ask", choice)
    assert browser.answer(item_with(lesson, "gap"), {"text": "Olivares"}).json()["code"] == "not_asked"
    screen.step("play")
    assert browser.answer(choice, {"chosen": [1]}).json()["code"] == "not_asked"
    assert Answer.objects.count() == 0


def test_the_screen_tells_how_many_have_answered_then_what_then_what_is_right(
    screen, browser, assignment, choice
) -> None:
    other = StudentBrowser(assignment, "Bo")
    for phone in (browser, other):
        on_phone(phone)
    # Who answered at home before is not in the room.
    StudentBrowser(assignment, "Cy")
    screen.step("ask", choice)
    browser.answer(choice, {"chosen": [1]})
    room = screen.get()["room"]
    assert (room["here"], room["answered"], room["spread"], room["key"]) == (2, 1, [], None)
    other.answer(choice, {"chosen": [0]})
    spread = screen.step("spread").json()["spread"]
    assert [(r["count"], r["correct"]) for r in spread] == [(1, False), (1, False), (0, False)]
    told = screen.step("tell").json()
    assert [r["correct"] for r in told["spread"]] == [False, True, False]
    assert told["key"]["correct"] == [1]


def test_with_the_answer_told_each_phone_says_whether_it_was_right_and_takes_no_more(screen, browser, choice) -> None:
    on_phone(browser)
    screen.step("ask", choice)
    browser.answer(choice, {"chosen": [1]})
    screen.step("tell")
    told = on_phone(browser)
    assert told["progress"]["answers"][0]["outcome"] == "right"
    assert told["progress"]["key"]["correct"] == [1]
    assert browser.answer(choice, {"chosen": [0]}).json()["code"] == "not_asked"


def test_who_was_in_the_room_answers_nothing_that_was_told_there_when_at_home(
    screen, browser, assignment, choice
) -> None:
    on_phone(browser)
    screen.step("ask", choice)
    screen.step("tell")
    sent(screen.client, "delete", screen.path)
    assert browser.answer(choice, {"chosen": [1]}).json()["code"] == "key_shown"
    absent = StudentBrowser(assignment, "Bo")
    assert absent.answer(choice, {"chosen": [1]}).json()["answers"][0]["outcome"] == "right"


def test_who_has_seen_the_key_at_home_answers_no_more_in_the_room(client, assignment, lesson, choice) -> None:
    browser = StudentBrowser(assignment)
    browser.answer(choice, {"chosen": [1]})
    screen = Screen(client, assignment)
    screen.step("ask", choice)
    told = on_phone(browser)
    # What they gave stands, and the room hears no earlier than the others whether it was right.
    assert (told["progress"]["tries_left"], told["progress"]["key"]) == (0, None)
    assert told["progress"]["answers"][0]["outcome"] == "taken"


def test_who_was_taken_out_of_the_class_is_told_no_more(teacher, lesson) -> None:
    school_class = make_class(teacher, "3 B")
    add_members(school_class, "Ana Ruiz")
    given = share(teacher, lesson, name="", policy={}, school_class=school_class)
    student = join_as(given, school_class.members.get())
    read = in_room.phone(student)
    assert read(None) is not None
    school_class.members.get().remove()
    assert read(None) is None


def test_a_step_that_another_screen_has_taken_is_not_taken_twice(screen, choice) -> None:
    screen.step("ask", choice)
    first = screen.step("spread", version=1).json()
    again = screen.step("spread", version=1)
    assert again.status_code == 200
    assert again.json()["version"] == first["version"] == 2


def test_a_second_screen_and_a_reload_find_the_room_as_it_stands(screen, client, assignment, choice) -> None:
    screen.step("ask", choice, at_ms=12_000)
    room = Screen(client, assignment).room
    assert (room["phase"], room["question"]["id"], room["at_ms"]) == ("asking", str(choice.id), 12_000)


def test_a_room_whose_teacher_has_gone_lets_students_go_on_alone(screen, browser, choice) -> None:
    Room.objects.update(seen_at=timezone.now() - SCREEN_GONE_AFTER - timedelta(seconds=1))
    assert not on_phone(browser)["runs"]
    assert browser.get()["lesson"] is not None
    assert browser.answer(choice, {"chosen": [1]}).status_code == 200
    assert screen.step("play").json()["code"] == "room_ended"


def test_a_closed_lesson_is_not_played(client, assignment) -> None:
    close_now(assignment)
    assert sent(client, "post", f"/api/assignments/{assignment.id}/room/").json()["code"] == "room_shut"


def test_the_clock_of_a_timed_item_does_not_run_in_the_room(teacher, client) -> None:
    lesson = make_lesson(teacher, (CHOICE | {"time_limit_s": 5},))
    assignment, timed = share(teacher, lesson, name="x", policy={}), item_with(lesson, "choice")
    phone, screen = StudentBrowser(assignment), Screen(client, assignment)
    screen.step("ask", timed)
    shown = on_phone(phone)["question"]
    assert (shown["time_limit_s"], shown["withheld"]) == (None, False)
    assert phone.answer(timed, {"chosen": [1]}).json()["answers"][0]["outcome"] == "taken"


def test_screen_and_phones_show_the_options_in_one_order_even_where_they_are_shuffled(
    screen, browser, assignment, choice
) -> None:
    assignment.shuffle = True
    assignment.save()
    screen.step("ask", choice)
    shown = screen.get()["room"]["question"]["options"]
    assert on_phone(browser)["question"]["options"] == shown
    browser.answer(choice, {"chosen": [shown.index("About six minutes")]})
    assert screen.step("tell").json()["spread"][1] == {"text": "About six minutes", "count": 1, "correct": True}


def test_what_is_played_in_the_room_counts_as_watched_by_those_who_are_there(
    screen, browser, client, assignment, choice
) -> None:
    on_phone(browser)
    StudentBrowser(assignment, "At home")
    screen.step("play", at_ms=0)
    Room.objects.update(from_at=timezone.now() - timedelta(seconds=26))
    screen.step("ask", choice, at_ms=26_000)
    # A leap is not watching.
    screen.step("play", at_ms=26_000)
    screen.step("hold", at_ms=50_000)
    sheet = client.get(f"/api/assignments/{assignment.id}/sheet/").json()
    assert [(s["nickname"], s["coverage"]) for s in sheet["students"]] == [("At home", 0), ("Zoe", 0.5)]


def test_the_screen_asks_little_of_the_database_however_many_are_there(
    screen, browser, assignment, choice, django_assert_max_num_queries
) -> None:
    for name in ("Ada", "Bo", "Cy", "Di"):
        on_phone(StudentBrowser(assignment, name))
    screen.step("ask", choice)
    browser.answer(choice, {"chosen": [1]})
    with django_assert_max_num_queries(8):
        screen.get()
    on_phone(browser)
    with django_assert_max_num_queries(4):
        on_phone(browser)


def test_an_answer_to_what_is_asked_no_more_is_refused_with_a_sentence(screen, browser, choice) -> None:
    screen.step("ask", choice)
    screen.step("spread")
    refused = browser.post("answers/", {"id": str(uuid.uuid4()), "item": str(choice.id), "response": {"chosen": [1]}})
    assert refused.status_code == 409
    assert "not counted" in refused.json()["detail"]
