"""Who comes into a class without being on its list, who is there twice, who moves to another."""

import uuid
from datetime import timedelta

import pytest
from django.test import Client
from django.utils import timezone

from apps.assignments.services import extend, share
from apps.classes import services
from apps.classes.models import Member
from apps.study.models import Student
from apps.study.services import join_as

from ..conftest import answered, item_with, posted, sent

pytestmark = pytest.mark.django_db


@pytest.fixture
def school_class(teacher):
    made = services.make_class(teacher, "3 B")
    services.add_members(made, "Ana Ruiz\nAna Ruiz-Sola\nCy Marr\n")
    return services.change_class(made, takes_requests=True)


def called(school_class, name: str) -> Member:
    return school_class.members.get(name=name)


def asks(school_class, name: str, device: Client | None = None):
    return posted(device or Client(), f"/api/class/{school_class.code}/requests/", {"name": name})


def detail(client, school_class):
    return client.get(f"/api/classes/{school_class.id}/").json()


def test_who_asks_waits_and_is_in_on_the_same_device_once_let_in(client, school_class) -> None:
    device = Client()
    assert asks(school_class, "Dara Olin", device).json()["entry"]["asked"] == "Dara Olin"
    page = device.get(f"/api/class/{school_class.code}/").json()
    assert (page["entry"]["me"], page["entry"]["asked"], page["lessons"]) == (None, "Dara Olin", [])
    waiting = detail(client, school_class)["requests"]
    assert [w["name"] for w in waiting] == ["Dara Olin"]
    shown = sent(client, "put", f"/api/requests/{waiting[0]['id']}/").json()
    assert "Dara Olin" in [m["name"] for m in shown["members"]]
    assert device.get(f"/api/class/{school_class.code}/").json()["entry"]["me"]["name"] == "Dara Olin"


def test_who_is_refused_is_nobody_and_may_ask_again(client, school_class) -> None:
    device = Client()
    asks(school_class, "Dara Olin", device)
    sent(client, "delete", f"/api/requests/{detail(client, school_class)['requests'][0]['id']}/")
    entry = device.get(f"/api/class/{school_class.code}/").json()["entry"]
    assert (entry["me"], entry["asked"], entry["takes_requests"]) == (None, "", True)
    assert asks(school_class, "Dara Olin", device).status_code == 200


@pytest.mark.parametrize(
    ("name", "code"), [("ana ruiz", "name_on_list"), (" ", "nickname_empty"), ("x" * 41, "nickname_long")]
)
def test_names_that_will_not_do_are_said_to(school_class, name: str, code: str) -> None:
    assert asks(school_class, name).json()["code"] == code


def test_a_class_that_takes_no_requests_or_is_put_away_or_full_says_so(school_class, monkeypatch) -> None:
    monkeypatch.setattr(services, "MOST_REQUESTS", 1)
    asks(school_class, "Dara")
    assert asks(school_class, "Edo").json()["code"] == "class_full"
    services.change_class(school_class, archived=True)
    assert asks(school_class, "Edo").json()["code"] == "asks_nobody"
    services.change_class(school_class, archived=False, takes_requests=False)
    assert asks(school_class, "Edo").json()["code"] == "asks_nobody"


def test_a_name_taken_meanwhile_is_not_let_in_twice(client, school_class) -> None:
    asks(school_class, "Dara Olin")
    services.add_members(school_class, "Dara Olin")
    request = school_class.requests.get()
    assert sent(client, "put", f"/api/requests/{request.id}/").json()["code"] == "name_taken"


@pytest.fixture
def given(teacher, lesson, school_class):
    policy = {"attempts": 1, "counting": "best", "due_at": timezone.now() + timedelta(days=2)}
    return share(teacher, lesson, name="Locks", policy=policy, school_class=school_class)


def did(given, member: Member, lesson, chosen: int) -> Student:
    student = join_as(given, member)
    answered(student, uuid.uuid4(), item_with(lesson, "choice").id, {"chosen": [chosen]})
    student.finished_at = timezone.now()
    student.save()
    return student


def marks(client, given) -> dict[str, float]:
    return {s["nickname"]: s["marks"] for s in client.get(f"/api/assignments/{given.id}/sheet/").json()["students"]}


def merged(client, member: Member, into: Member):
    return sent(client, "put", f"/api/members/{member.id}/merged/", {"into": str(into.id)})


def test_two_entries_of_one_student_become_one_with_everything_of_both(client, given, school_class, lesson) -> None:
    one, other = called(school_class, "Ana Ruiz"), called(school_class, "Ana Ruiz-Sola")
    did(given, one, lesson, 0)
    did(given, other, lesson, 1)
    extend(given, other, due_at=timezone.now() + timedelta(days=9), closes_at=None)
    assert marks(client, given) == {"Ana Ruiz": 0, "Ana Ruiz-Sola": 1}
    assert [m["name"] for m in merged(client, other, one).json()["members"]] == ["Ana Ruiz", "Cy Marr"]
    # Both times are there, and the better one counts, as the lesson's rules say.
    assert marks(client, given) == {"Ana Ruiz": 1}
    assert [s.attempt for s in one.studies.order_by("attempt")] == [1, 2]
    assert given.extensions.get().member == one


def test_made_two_again_each_has_what_was_theirs(client, given, school_class, lesson) -> None:
    one, other = called(school_class, "Ana Ruiz"), called(school_class, "Ana Ruiz-Sola")
    did(given, one, lesson, 0)
    did(given, other, lesson, 1)
    merged(client, other, one)
    assert sent(client, "delete", f"/api/members/{other.id}/merged/").status_code == 200
    assert marks(client, given) == {"Ana Ruiz": 0, "Ana Ruiz-Sola": 1}
    assert set(Student.objects.values_list("attempt", flat=True)) == {1}


def test_an_entry_is_not_merged_into_itself_or_into_another_class(client, teacher, school_class) -> None:
    ana = called(school_class, "Ana Ruiz")
    assert merged(client, ana, ana).json()["code"] == "merge_itself"
    other = services.make_class(teacher, "4 A")
    services.add_members(other, "Bo Lind")
    assert merged(client, ana, called(other, "Bo Lind")).json()["code"] == "not_in_class"


def test_a_student_moves_to_another_class_and_back_and_their_answers_stay(
    client, teacher, given, school_class, lesson
) -> None:
    ana, other = called(school_class, "Ana Ruiz"), services.make_class(teacher, "4 A")
    did(given, ana, lesson, 1)
    address = f"/api/members/{ana.id}/"
    left = sent(client, "patch", address, {"school_class": str(other.id)}).json()
    assert "Ana Ruiz" not in [m["name"] for m in left["members"]]
    assert marks(client, given) == {"Ana Ruiz": 1}
    sent(client, "patch", address, {"school_class": str(school_class.id)})
    assert called(school_class, "Ana Ruiz") == ana


def test_nobody_moves_to_where_their_name_is_or_to_another_teacher(client, stranger, teacher, school_class) -> None:
    ana, other = called(school_class, "Ana Ruiz"), services.make_class(teacher, "4 A")
    services.add_members(other, "ana ruiz")
    address = f"/api/members/{ana.id}/"
    assert sent(client, "patch", address, {"school_class": str(other.id)}).json()["code"] == "name_taken"
    posted(stranger, "/api/classes/", {"name": "Theirs"})
    theirs = stranger.get("/api/classes/").json()[0]["id"]
    assert sent(client, "patch", address, {"school_class": theirs}).status_code == 404
