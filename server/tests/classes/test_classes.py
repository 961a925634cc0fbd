"""A teacher's classes: names pasted, changed, taken out and brought back; others' classes do not exist."""

from datetime import timedelta

import pytest
from django.utils import timezone

from apps.classes.models import Member, SchoolClass
from apps.classes.services import add_members, make_class
from apps.privacy.erasing import erase_account
from apps.privacy.exporting import account_data
from apps.privacy.tidying import tidy

from ..conftest import posted, sent

pytestmark = pytest.mark.django_db


@pytest.fixture
def school_class(teacher) -> SchoolClass:
    made = make_class(teacher, "3 B")
    add_members(made, "Ana Ruiz\nBo Lind\nCy Marr\n")
    return made


def names(data) -> list[str]:
    return [m["name"] for m in data["members"]]


def member(school_class: SchoolClass, name: str = "Ana Ruiz") -> Member:
    return school_class.members.get(name=name)


def test_a_class_is_made_filled_by_one_paste_and_listed(client) -> None:
    made = posted(client, "/api/classes/", {"name": " 3 B "}).json()
    text = "1. Bo Lind\n2. Ana Ruiz\n3. bo lind"
    told = posted(client, f"/api/classes/{made['id']}/members/", {"text": text}).json()
    assert (told["added"], told["doubled"]) == (2, ["bo lind"])
    assert names(told["school_class"]) == ["Ana Ruiz", "Bo Lind"]
    [row] = client.get("/api/classes/").json()
    assert (row["name"], row["member_count"], row["archived"]) == ("3 B", 2, False)
    assert made["link"].endswith(f"/c/{row['code']}")


def test_a_class_needs_a_name(client) -> None:
    assert posted(client, "/api/classes/", {"name": "\u200b "}).json()["code"] == "class_unnamed"


def test_names_lose_what_hides_in_them(client, school_class) -> None:
    posted(client, f"/api/classes/{school_class.id}/members/", {"text": "D\u202eee Ona\n\u200b\n"})
    assert "Dee Ona" in names(client.get(f"/api/classes/{school_class.id}/").json())
    assert school_class.members.count() == 4


def test_a_student_is_renamed_allowed_more_and_not_named_like_another(client, school_class) -> None:
    path = f"/api/members/{member(school_class).id}/"
    told = sent(client, "patch", path, {"name": "Ana R.", "extra_tries": 1, "time_factor": 1.5}).json()
    ana = told["members"][0]
    assert (ana["name"], ana["extra_tries"], ana["time_factor"]) == ("Ana R.", 1, 1.5)
    assert sent(client, "patch", path, {"name": "BO LIND"}).json()["code"] == "name_taken"
    assert sent(client, "patch", path, {"time_factor": 40}).json()["code"] == "allowance"
    assert member(school_class, "Ana R.").time_factor == 1.5


def test_a_student_is_taken_out_and_brought_back(client, school_class) -> None:
    path = f"/api/members/{member(school_class).id}/"
    assert names(sent(client, "delete", path).json()) == ["Bo Lind", "Cy Marr"]
    assert names(sent(client, "put", path).json()) == ["Ana Ruiz", "Bo Lind", "Cy Marr"]


def test_a_class_is_put_away_and_taken_out_again(client, school_class) -> None:
    path = f"/api/classes/{school_class.id}/"
    assert sent(client, "patch", path, {"archived": True}).json()["archived"]
    assert not sent(client, "patch", path, {"archived": False}).json()["archived"]


def test_other_people_s_classes_do_not_exist(stranger, school_class) -> None:
    ana = member(school_class).id
    for method, path in (
        ("get", f"/api/classes/{school_class.id}/"),
        ("patch", f"/api/classes/{school_class.id}/"),
        ("post", f"/api/classes/{school_class.id}/members/"),
        ("patch", f"/api/members/{ana}/"),
        ("delete", f"/api/members/{ana}/"),
        ("put", f"/api/members/{ana}/"),
        ("delete", f"/api/members/{ana}/held/"),
    ):
        assert sent(stranger, method, path, {"text": "x", "name": "x"}).status_code == 404
    assert stranger.get("/api/classes/").json() == []


def test_a_class_of_five_hundred_takes_a_few_queries(client, school_class, django_assert_max_num_queries) -> None:
    add_members(school_class, "\n".join(f"Student {n}" for n in range(497)))
    with django_assert_max_num_queries(8):
        assert len(client.get(f"/api/classes/{school_class.id}/").json()["members"]) == 500
    with django_assert_max_num_queries(8):
        client.get("/api/classes/")


def test_who_was_taken_out_goes_by_itself_after_a_while_but_for_who_has_answers(school_class, assignment) -> None:
    ana, bo, cy = school_class.members.all()
    assignment.students.create(member=bo, nickname="Bo Lind")
    for gone, days in ((ana, 31), (bo, 31), (cy, 2)):
        gone.remove()
        Member.with_removed.filter(id=gone.id).update(removed_at=timezone.now() - timedelta(days=days))
    assert tidy()["members"] == 1
    assert list(Member.with_removed.values_list("name", flat=True)) == ["Bo Lind", "Cy Marr"]


def test_an_account_takes_its_classes_along_and_hands_them_out(teacher, school_class) -> None:
    [told] = account_data(teacher)["classes"]
    assert [m["name"] for m in told["members"]] == ["Ana Ruiz", "Bo Lind", "Cy Marr"]
    erase_account(teacher)
    assert not SchoolClass.with_removed.exists()
    assert not Member.with_removed.exists()


def test_classes_of_the_year_come_first_by_their_names(client) -> None:
    ids = {n: posted(client, "/api/classes/", {"name": n}).json()["id"] for n in ("4 A", "3 B", "5 C")}
    sent(client, "patch", f"/api/classes/{ids['3 B']}/", {"archived": True})
    assert [c["name"] for c in client.get("/api/classes/").json()] == ["4 A", "5 C", "3 B"]
