"""Who a student is: joining under a nickname, coming back, showing oneself, also from another site's frame."""

import uuid
from datetime import timedelta

import pytest
from django.db.models import F
from django.test import Client

from apps.assignments.services import close_now, share
from apps.recordings.models import MediaPass
from apps.study.models import Student
from apps.study.services import join

from ..conftest import StudentBrowser, item_with

pytestmark = pytest.mark.django_db
RIGHT = {"chosen": [1]}


def test_a_student_joins_with_a_nickname_and_comes_back(browser, assignment) -> None:
    assert browser.joined.status_code == 200
    assert browser.get()["student"]["nickname"] == "Zoe"
    again = browser.post("", {"nickname": "Somebody else"})
    assert again.json()["student"]["nickname"] == "Zoe"
    assert Student.objects.count() == 1


def test_before_joining_there_is_a_title_and_no_lesson(assignment) -> None:
    data = StudentBrowser(assignment, nickname=None).get()
    assert (data["title"], data["item_count"], data["lesson"], data["student"]) == ("Locks", 3, None, None)


@pytest.mark.parametrize(
    ("nickname", "kept"),
    [
        ("زوي", "زوي"),
        ("🚤🚤", "🚤🚤"),
        ("  Zoë   Lu ", "Zoë Lu"),
        ("a\x01b\nc", "ab c"),
        ("Z\u202eoe\u200b", "Zoe"),
        ("x" * 40, "x" * 40),
    ],
)
def test_names_in_any_script_are_taken(assignment, nickname, kept) -> None:
    assert StudentBrowser(assignment, nickname).get()["student"]["nickname"] == kept


@pytest.mark.parametrize(
    ("nickname", "code"),
    [
        ("", "nickname_empty"),
        ("   ", "nickname_empty"),
        ("\u200f\u200e", "nickname_empty"),
        ("x" * 41, "nickname_long"),
        ("x" * 300, "nickname_long"),
    ],
)
def test_no_name_and_endless_names_are_refused(assignment, nickname, code) -> None:
    answer = StudentBrowser(assignment, nickname).joined
    assert (answer.status_code, answer.json()["code"]) == (400, code)
    assert not Student.objects.exists()


def test_a_code_that_never_existed_is_not_found(db) -> None:
    answer = Client().get("/api/study/zzzzzzz/")
    assert (answer.status_code, answer.json()["code"]) == (404, "not_found")


def test_without_a_session_nothing_is_taken(assignment, lesson) -> None:
    nobody = StudentBrowser(assignment, nickname=None)
    assert nobody.answer(item_with(lesson, "choice"), RIGHT).json()["code"] == "not_joined"
    assert nobody.post("played/", {"stretches": []}).json()["code"] == "not_joined"
    assert nobody.post("finished/", {}).json()["code"] == "not_joined"


def test_a_forged_cookie_is_nobody(assignment, browser) -> None:
    name = f"escuela_student_{assignment.code}"
    browser.client.cookies[name] = browser.client.cookies[name].value[:-2] + "xx"
    assert browser.get()["student"] is None


def test_a_session_of_another_assignment_is_nobody(lesson, teacher, browser) -> None:
    other = share(teacher, lesson, name="Other", policy={})
    taken = next(iter(browser.client.cookies.values())).value
    stranger = StudentBrowser(other, nickname=None)
    stranger.client.cookies[f"escuela_student_{other.code}"] = taken
    assert stranger.get()["student"] is None


def test_students_addresses_ask_for_the_csrf_token(assignment) -> None:
    browser = Client(enforce_csrf_checks=True)
    assert (
        browser.post(f"/api/study/{assignment.code}/", {"nickname": "Zoe"}, content_type="application/json").status_code
        == 403
    )


def test_a_device_without_cookies_shows_itself_by_its_token(assignment, lesson) -> None:
    """As in a frame on another site's page, where the browser sends none."""
    browser = Client(enforce_csrf_checks=True)
    own = {"Sec-Fetch-Site": "same-origin"}
    base = f"/api/study/{assignment.code}/"

    def post(path: str, data: dict[str, object], headers: dict[str, str]):
        browser.cookies.clear()
        return browser.post(base + path, data, content_type="application/json", headers=headers)

    assert post("", {"nickname": "Zoe"}, {"Sec-Fetch-Site": "cross-site"}).status_code == 403
    token = post("", {"nickname": "Zoe"}, own).json()["token"]
    given = {"id": str(uuid.uuid4()), "item": str(item_with(lesson, "choice").id), "response": RIGHT}
    assert post("answers/", given, own).json()["code"] == "not_joined"
    assert post("answers/", given, own | {"Escuela-Student": token[:-2] + "xx"}).json()["code"] == "not_joined"
    assert post("answers/", given, own | {"Escuela-Student": token}).status_code == 200


def test_the_address_of_the_recording_ends_with_the_assignment(browser, assignment, lesson) -> None:
    given = browser.get()["lesson"]["media_url"]
    assert lesson.recording.media_key not in given
    assert Client().get(given).status_code == 200
    close_now(assignment)
    MediaPass.objects.filter(key=assignment.media_pass_id).update(until=F("until") - timedelta(days=31))
    assert Client().get(given).status_code == 404
    assert Client().get(lesson.recording.media_url).status_code == 200


def test_a_student_page_may_stand_in_a_frame_and_a_teacher_s_may_not(assignment) -> None:
    student = Client().get(f"/s/{assignment.code}")
    assert "frame-ancestors *" in student.headers["Content-Security-Policy"]
    assert "X-Frame-Options" not in student.headers
    teacher = Client().get("/")
    assert "frame-ancestors 'none'" in teacher.headers["Content-Security-Policy"]
    assert "script-src 'self';" in teacher.headers["Content-Security-Policy"]


def test_two_students_of_the_same_name_are_two(assignment) -> None:
    join(assignment, "Ana")
    join(assignment, "Ana")
    assert Student.objects.count() == 2
