"""A lesson given to a class, from its students' side: whose name a device takes, what each finds and may do."""

import uuid
from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone

from apps.accounts import limits
from apps.assignments.models import Assignment
from apps.assignments.services import extend, share
from apps.classes.models import Member, SchoolClass
from apps.classes.services import add_members, let_go, make_class
from apps.results.selectors import sheet_data
from apps.study.models import Student

from ..conftest import item_with, posted, sent, was_shut

pytestmark = pytest.mark.django_db
RIGHT, WRONG = {"chosen": [1]}, {"chosen": [0]}


@pytest.fixture
def school_class(teacher) -> SchoolClass:
    made = make_class(teacher, "3 B")
    add_members(made, "Ana Ruiz\nBo Lind\nCy Marr\n")
    return made


@pytest.fixture
def given(teacher, lesson, school_class) -> Assignment:
    due = timezone.now() + timedelta(days=2)
    policy = {"attempts": 1, "due_at": due, "closes_at": due + timedelta(days=1)}
    return share(teacher, lesson, name="Locks", policy=policy, school_class=school_class)


@pytest.fixture
def ana(school_class) -> Member:
    return school_class.members.get(name="Ana Ruiz")


def enter(given: Assignment, member: Member, pin: str = "", device: Client | None = None) -> tuple[Client, Any]:
    device = device or Client()
    return device, posted(device, f"/api/study/{given.code}/", {"member": str(member.id), "pin": pin})


def answer(device: Client, given: Assignment, lesson, response: dict[str, Any]) -> Any:
    body = {"id": str(uuid.uuid4()), "item": str(item_with(lesson, "choice").id), "response": response}
    return posted(device, f"/api/study/{given.code}/answers/", body)


def test_a_name_is_picked_once_and_goes_on_elsewhere_with_its_number_alone(given, ana) -> None:
    before = Client().get(f"/api/study/{given.code}/").json()
    assert [n["name"] for n in before["entry"]["names"]] == ["Ana Ruiz", "Bo Lind", "Cy Marr"]
    assert before["lesson"] is None
    assert "pin" not in str(before["entry"]["names"])
    _, first = enter(given, ana)
    pin = first.json()["entry"]["pin"]
    assert len(pin) == 6
    _, other = enter(given, ana)
    assert (other.status_code, other.json()["code"]) == (400, "pin_wrong")
    _, again = enter(given, ana, pin)
    assert again.json()["student"]["id"] == first.json()["student"]["id"]
    assert again.json()["entry"]["pin"] == ""
    assert Student.objects.count() == 1


def test_numbers_cannot_be_tried_out(given, ana) -> None:
    _, first = enter(given, ana)
    pin = first.json()["entry"]["pin"]
    tried = [f"{n:06}" for n in range(limits.WRONG_PINS_FOR.most + 1) if f"{n:06}" != pin]
    assert {enter(given, ana, wrong)[1].status_code for wrong in tried[: limits.WRONG_PINS_FOR.most]} == {400}
    assert enter(given, ana, pin)[1].status_code == 429


def test_a_name_that_was_let_go_is_held_by_the_next_under_another_number(given, ana) -> None:
    _, first = enter(given, ana)
    let_go(ana)
    _, next_one = enter(given, ana)
    assert next_one.json()["entry"]["pin"] not in ("", first.json()["entry"]["pin"])


def test_nobody_comes_in_under_a_nickname_or_another_class_s_name(teacher, given) -> None:
    assert posted(Client(), f"/api/study/{given.code}/", {"nickname": "Zoe"}).json()["code"] == "no_such_name"
    other = make_class(teacher, "4 A")
    add_members(other, "Di Ona")
    assert enter(given, other.members.get())[1].json()["code"] == "no_such_name"
    assert not Student.objects.exists()


def test_the_class_page_shows_what_is_to_do_and_leads_on_without_a_number(lesson, given, school_class, ana) -> None:
    device = Client()
    page = posted(device, f"/api/class/{school_class.code}/", {"member": str(ana.id)}).json()
    assert [(row["title"], row["progress"]) for row in page["lessons"]] == [("Locks", "to_do")]
    assert device.get(f"/api/study/{given.code}/").json()["entry"]["me"]["name"] == "Ana Ruiz"
    _, inside = enter(given, ana, device=device)
    assert inside.json()["student"]["nickname"] == "Ana Ruiz"
    assert answer(device, given, lesson, RIGHT).json()["answers"][0]["outcome"] == "right"
    [row] = device.get(f"/api/class/{school_class.code}/").json()["lessons"]
    assert (row["progress"], row["answered"], row["marks"], row["most"]) == ("doing", 1, 1.0, 4.0)


def test_marks_stay_unsaid_while_the_policy_is_silent(teacher, lesson, school_class, ana) -> None:
    given = share(teacher, lesson, name="Quiet", policy={"feedback": "after_closing"}, school_class=school_class)
    device, _ = enter(given, ana)
    answer(device, given, lesson, WRONG)
    [row] = device.get(f"/api/class/{school_class.code}/").json()["lessons"]
    assert (row["answered"], row["marks"], row["again"]) == (1, None, 0)


def test_the_class_page_says_how_much_is_worth_hearing_again(given, lesson, school_class, ana) -> None:
    device, _ = enter(given, ana)
    answer(device, given, lesson, WRONG)
    [row] = device.get(f"/api/class/{school_class.code}/").json()["lessons"]
    assert (row["marks"], row["again"]) == (0.0, 1)


def test_leaving_a_shared_device_leaves_every_lesson_of_the_class(given, school_class, ana) -> None:
    device, _ = enter(given, ana)
    device.delete(f"/api/class/{school_class.code}/")
    assert device.get(f"/api/study/{given.code}/").json()["student"] is None
    assert device.get(f"/api/class/{school_class.code}/").json()["entry"]["me"] is None


def test_leaving_one_lesson_on_a_shared_device_leaves_the_others_of_the_class_too(
    teacher, lesson, given, school_class, ana
) -> None:
    other = share(teacher, lesson, name="Again", policy={}, school_class=school_class)
    device, _ = enter(given, ana)
    enter(other, ana, device=device)
    device.delete(f"/api/study/{given.code}/")
    for code in (given.code, other.code):
        found = device.get(f"/api/study/{code}/").json()
        assert (found["student"], found["entry"]["me"]) == (None, None)


def test_who_was_taken_out_is_not_there_any_more_and_their_answers_stay(given, lesson, ana) -> None:
    device, _ = enter(given, ana)
    answer(device, given, lesson, RIGHT)
    ana.remove()
    assert answer(device, given, lesson, RIGHT).json()["code"] == "not_joined"
    assert sheet_data(given).students[0].nickname == "Ana Ruiz"
    ana.bring_back()
    assert device.get(f"/api/study/{given.code}/").json()["student"]["items"]


def test_more_tries_that_last_count_in_every_lesson(given, lesson, ana) -> None:
    ana.extra_tries = 1
    ana.save()
    device, _ = enter(given, ana)
    assert answer(device, given, lesson, WRONG).json()["tries_left"] == 1
    assert answer(device, given, lesson, RIGHT).json()["answers"][-1]["outcome"] == "right"


def test_a_later_try_may_earn_less_and_a_wrong_answer_cost(teacher, lesson, school_class) -> None:
    policy = {"attempts": 2, "retry_share": 0.5, "wrong_share": -0.25}
    given = share(teacher, lesson, name="Strict", policy=policy, school_class=school_class)
    ana, bo, _cy = school_class.members.all()
    one, _ = enter(given, ana)
    assert answer(one, given, lesson, WRONG).json()["answers"][0]["marks"] == -0.25
    assert answer(one, given, lesson, RIGHT).json()["answers"][1]["marks"] == 0.5
    other, _ = enter(given, bo)
    answer(other, given, lesson, WRONG)
    assert [s.marks for s in sheet_data(given).students] == [0.5, 0.0]
    assert [r["marks"] for r in one.get(f"/api/class/{school_class.code}/").json()["lessons"]] == [0.5]


def test_later_ends_for_one_are_for_that_one(client, given, lesson, school_class, ana) -> None:
    path = f"/api/assignments/{given.id}/extensions/{ana.id}/"
    later = timezone.now() + timedelta(days=9)
    [told] = sent(client, "put", path, {"due_at": later.isoformat()}).json()["extensions"]
    assert told["name"] == "Ana Ruiz"
    for member, state in ((ana, "open"), (school_class.members.get(name="Bo Lind"), "closed")):
        device, _ = enter(given, member)
        moved = timezone.now() - timedelta(days=1)
        Assignment.objects.filter(id=given.id).update(due_at=moved, closes_at=moved)
        assert device.get(f"/api/study/{given.code}/").json()["state"] == state
        refused = answer(device, given, lesson, RIGHT)
        assert (refused.status_code == 200) == (member == ana)
        Assignment.objects.filter(id=given.id).update(due_at=given.due_at, closes_at=given.closes_at)
    assert sent(client, "put", path, {}).json()["extensions"] == []


def test_what_is_shut_by_hand_is_shut_for_everybody(given, ana) -> None:
    extend(given, ana, due_at=timezone.now() + timedelta(days=9), closes_at=None)
    device, _ = enter(given, ana)
    was_shut(given, timedelta(hours=1))
    assert device.get(f"/api/study/{given.code}/").json()["state"] == "closed"


@pytest.mark.parametrize(("days", "code"), [(1, "not_later"), (-5, "not_later")])
def test_an_end_that_is_not_later_is_refused(client, given, ana, days, code) -> None:
    at = (timezone.now() + timedelta(days=days)).isoformat()
    path = f"/api/assignments/{given.id}/extensions/{ana.id}/"
    assert sent(client, "put", path, {"due_at": at}).json()["code"] == code


def test_other_people_s_classes_are_given_nothing_and_extended_for_nobody(stranger, client, given, ana, lesson) -> None:
    path = f"/api/assignments/{given.id}/extensions/{ana.id}/"
    assert sent(stranger, "put", path, {}).status_code == 404
    body = {"school_class": str(uuid.uuid4())}
    assert posted(client, f"/api/lessons/{lesson.id}/assignments/", body).status_code == 404


def test_a_class_that_was_put_away_is_given_nothing(client, lesson, school_class) -> None:
    sent(client, "patch", f"/api/classes/{school_class.id}/", {"archived": True})
    refused = posted(client, f"/api/lessons/{lesson.id}/assignments/", {"school_class": str(school_class.id)})
    assert refused.json()["code"] == "class_archived"


def test_the_rules_of_last_time_are_at_hand_without_their_dates(
    client, stranger, teacher, lesson, school_class
) -> None:
    path = f"/api/classes/{school_class.id}/rules/"
    assert client.get(path).json() == {"rules": None}
    due = timezone.now() + timedelta(days=1)
    policy = {"attempts": 3, "shuffle": True, "due_at": due}
    share(teacher, lesson, name="1", policy=policy, school_class=school_class)
    rules = client.get(path).json()["rules"]
    assert (rules["attempts"], rules["shuffle"]) == (3, True)
    assert "due_at" not in rules
    assert stranger.get(path).status_code == 404


def test_the_sheet_names_who_has_not_begun(given, ana) -> None:
    enter(given, ana)
    assert sheet_data(given).absent == ["Bo Lind", "Cy Marr"]


def on_the_page(device: Client, school_class: SchoolClass) -> dict[str, list[str]]:
    """The news of each lesson by its name; the page has been looked at then."""
    lessons = device.get(f"/api/class/{school_class.code}/").json()["lessons"]
    assert sent(device, "put", f"/api/class/{school_class.code}/looked/", {}).status_code == 204
    return {row["name"]: row["news"] for row in lessons}


def test_what_the_teacher_has_done_is_news_until_the_page_was_looked_at(
    teacher, lesson, given, ana, school_class
) -> None:
    device, _ = enter(given, ana)
    assert answer(device, given, lesson, WRONG).status_code == 200
    assert on_the_page(device, school_class) == {"Locks": []}, "who comes for the first time is told no news"
    share(teacher, lesson, name="Second", policy={}, school_class=school_class)
    mine = Student.objects.get(member=ana).answers.get()
    mine.comment, mine.look_verdict = "Listen to 0:20 again.", "upheld"
    mine.save()
    extend(given, ana, due_at=timezone.now() + timedelta(days=5), closes_at=None)
    told = device.get(f"/api/class/{school_class.code}/").json()["lessons"]
    assert {row["name"]: row["news"] for row in told} == on_the_page(device, school_class)
    assert {row["name"]: row["news"] for row in told} == {"Locks": ["comment", "look", "dates"], "Second": ["given"]}
    assert on_the_page(device, school_class) == {"Locks": [], "Second": []}
    assert "facts" not in told[0]


def test_what_was_marked_is_news_once_it_was_given_back(lesson, given, ana, school_class) -> None:
    device, _ = enter(given, ana)
    answer(device, given, lesson, RIGHT)
    on_the_page(device, school_class)
    mine = Student.objects.get(member=ana).answers.get()
    mine.outcome, mine.share, mine.comment = "waiting", 0.5, "Nearly."
    mine.save()
    assert on_the_page(device, school_class) == {"Locks": []}, "a comment that may not be read yet is no news"
    mine.returned_at = timezone.now()
    mine.save()
    assert on_the_page(device, school_class) == {"Locks": ["returned", "comment"]}


def test_nobody_looks_for_somebody_else(given, ana, school_class) -> None:
    enter(given, ana)
    assert sent(Client(), "put", f"/api/class/{school_class.code}/looked/", {}).status_code == 204
    ana.refresh_from_db()
    assert ana.seen is None


def test_a_hundred_lessons_on_a_student_s_page_take_a_few_queries(
    teacher, lesson, school_class, ana, django_assert_max_num_queries
) -> None:
    first = share(teacher, lesson, name="1", policy={}, school_class=school_class)
    rows = [Assignment(owner=teacher, edition=first.edition, school_class=school_class, name=str(n)) for n in range(99)]
    Assignment.objects.bulk_create(rows)
    device, _ = enter(first, ana)
    with django_assert_max_num_queries(8):
        assert len(device.get(f"/api/class/{school_class.code}/").json()["lessons"]) == 100
