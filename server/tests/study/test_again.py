"""Another time through a lesson, and what of it counts; how much of the script is let out."""

import pytest

from apps.assignments.services import close_now, share
from apps.classes.services import add_members, make_class
from apps.study.models import Student

from ..conftest import StudentBrowser, item_with, sent, signed_in

pytestmark = pytest.mark.django_db


@pytest.fixture
def given(teacher, lesson):
    return share(teacher, lesson, name="Deck hands", policy={"attempts": 1, "retakes": 2, "counting": "best"})


def sheet(client, assignment):
    return client.get(f"/api/assignments/{assignment.id}/sheet/").json()


def test_a_lesson_that_was_handed_in_is_done_again_from_the_start(given, lesson) -> None:
    phone, choice = StudentBrowser(given), item_with(lesson, "choice")
    phone.answer(choice, {"chosen": [0]})
    assert phone.post("finished/", {}).json()["student"]["retakes_left"] == 2
    again = phone.post("again/", {}).json()["student"]
    assert (again["attempt"], again["retakes_left"], again["finished"]) == (2, 1, False)
    assert not any(i["answers"] for i in again["items"])
    assert phone.answer(choice, {"chosen": [1]}).json()["answers"][0]["outcome"] == "right"


def test_what_is_begun_is_handed_in_first(given) -> None:
    phone = StudentBrowser(given)
    assert phone.post("again/", {}).json()["code"] == "not_finished"


def test_pressed_twice_it_is_begun_once(given) -> None:
    phone, other = StudentBrowser(given), StudentBrowser(given, None)
    phone.post("finished/", {})
    other.client.cookies = phone.client.cookies.copy()
    assert phone.post("again/", {}).json()["student"]["id"] == other.post("again/", {}).json()["student"]["id"]
    assert Student.objects.count() == 2


def test_there_is_an_end_to_it(given) -> None:
    phone = StudentBrowser(given)
    for _ in range(2):
        phone.post("finished/", {})
        phone.post("again/", {})
    phone.post("finished/", {})
    assert phone.post("again/", {}).json()["code"] == "no_retakes_left"


def test_closed_it_is_not_done_again(given) -> None:
    phone = StudentBrowser(given)
    phone.post("finished/", {})
    close_now(given)
    assert phone.post("again/", {}).json()["code"] == "assignment_shut"


def test_the_sheet_shows_each_person_once_with_the_time_that_counts(client, given, lesson) -> None:
    phone, choice = StudentBrowser(given), item_with(lesson, "choice")
    for chosen in ([1], [0]):
        phone.answer(choice, {"chosen": chosen})
        phone.post("finished/", {})
        phone.post("again/", {})
    shown = sheet(client, given)
    assert [(s["nickname"], s["marks"], s["attempts"]) for s in shown["students"]] == [("Zoe", 1.0, 3)]
    one = client.get(f"/api/assignments/{given.id}/students/{shown['students'][0]['id']}/").json()
    assert [(a["number"], a["marks"], a["counts"]) for a in one["attempts"]] == [
        (1, 1, True),
        (2, 0, False),
        (3, 0, False),
    ]
    overview = client.get("/api/overview/").json()
    assert [(row["joined"], row["finished"]) for row in overview] == [(1, 1)]


def test_erasing_takes_every_time(client, given) -> None:
    phone = StudentBrowser(given)
    phone.post("finished/", {})
    phone.post("again/", {})
    student = Student.objects.get(attempt=2)
    assert sent(client, "delete", f"/api/assignments/{given.id}/students/{student.id}/data/").status_code == 204
    assert Student.objects.count() == 0


def test_a_student_s_own_page_keeps_the_better_mark_while_they_do_it_again(teacher, lesson) -> None:
    school_class = make_class(teacher, "3 B")
    add_members(school_class, "Ana Ruiz")
    given = share(teacher, lesson, name="", policy={"retakes": 1, "counting": "best"}, school_class=school_class)
    phone = StudentBrowser(given, None)
    phone.post("", {"member": str(school_class.members.get().id)})
    phone.answer(item_with(lesson, "choice"), {"chosen": [1]})
    phone.post("finished/", {})
    phone.post("again/", {})
    row = phone.client.get(f"/api/class/{school_class.code}/").json()["lessons"][0]
    assert (row["progress"], row["marks"], row["answered"]) == ("doing", 1.0, 0)


def test_the_script_is_held_back_until_it_is_handed_in_and_captions_with_it(teacher, lesson) -> None:
    given = share(teacher, lesson, name="x", policy={"script": "none"})
    phone = StudentBrowser(given)
    before = phone.get()["lesson"]
    assert {s["text"] for s in before["sentences"]} == {""}
    assert phone.client.get(f"{before['media_url']}/captions.vtt").status_code == 404
    assert "six minutes to fill" in str(phone.post("finished/", {}).json()["lesson"]["sentences"])
    # Let out again with the rule; the teacher's own address always has them.
    sent(signed_in(teacher), "patch", f"/api/assignments/{given.id}/", {"script": "all"})
    assert phone.client.get(f"{before['media_url']}/captions.vtt").status_code == 200


def test_rules_that_contradict_each_other_are_refused_with_the_reason(client, given) -> None:
    wrong = sent(client, "patch", f"/api/assignments/{given.id}/", {"manner": "beside", "skipping": "not_at_all"})
    assert (wrong.status_code, wrong.json()["code"]) == (400, "policy_manner")
    right = sent(client, "patch", f"/api/assignments/{given.id}/", {"manner": "beside", "instructions": "Twice."})
    assert right.json()["instructions"] == "Twice."
