"""A school's package: looked at first, taken, and taken again with what has changed."""

import base64
import io
import zipfile

import pytest

from apps.classes.models import Member, SchoolClass
from apps.classes.services import add_members, make_class

from ..conftest import posted

pytestmark = pytest.mark.django_db
USERS = {"u1": "Ana,Ruiz", "u2": "Bo,Lind", "u3": "Cy,Marr"}


def package(users: dict[str, str], enrolled: str = "c1:u1 c1:u2 c2:u3") -> str:
    out = io.BytesIO()
    rows = [f"{p.split(':')[0]},{p.split(':')[1]},student" for p in enrolled.split()]
    with zipfile.ZipFile(out, "w") as packed:
        packed.writestr("classes.csv", "sourcedId,title\nc1,3 B\nc2,4 A\n")
        packed.writestr(
            "users.csv", "\n".join(["sourcedId,givenName,familyName", *(f"{i},{n}" for i, n in users.items())])
        )
        packed.writestr("enrollments.csv", "\n".join(["classSourcedId,userSourcedId,role", *rows]))
    return base64.b64encode(out.getvalue()).decode()


def brought(client, content: str, take: list[str] | None = None):
    return posted(client, "/api/packages/", {"content": content, "take": take})


def test_a_look_says_what_would_change_and_changes_nothing(client) -> None:
    found = brought(client, package(USERS)).json()["classes"]
    assert [(c["title"], c["known"], c["new"]) for c in found] == [
        ("3 B", False, ["Ana Ruiz", "Bo Lind"]),
        ("4 A", False, ["Cy Marr"]),
    ]
    assert SchoolClass.objects.count() == 0


def test_only_the_chosen_classes_are_taken_and_taken_again_nobody_is_there_twice(client, teacher) -> None:
    for _ in range(2):
        brought(client, package(USERS), ["c1"])
    school_class = SchoolClass.objects.get()
    assert (school_class.name, school_class.owner) == ("3 B", teacher)
    assert [m.name for m in school_class.members.all()] == ["Ana Ruiz", "Bo Lind"]


def test_who_is_called_otherwise_is_renamed_and_who_has_gone_is_told_and_stays(client) -> None:
    brought(client, package(USERS), ["c1"])
    ana = Member.objects.get(source_id="u1")
    changed = package(USERS | {"u1": "Ana,Ruiz de Sola"}, "c1:u1")
    told = brought(client, changed).json()["classes"][0]
    assert (told["known"], told["renamed"], told["missing"]) == (True, ["Ana Ruiz de Sola"], ["Bo Lind"])
    brought(client, changed, ["c1"])
    ana.refresh_from_db()
    assert ana.name == "Ana Ruiz de Sola"
    assert Member.objects.count() == 2


def test_who_was_written_in_by_hand_is_the_one_of_that_name(client, teacher) -> None:
    brought(client, package({}, ""), ["c1"])
    add_members(SchoolClass.objects.get(), "Ana Ruiz")
    brought(client, package(USERS), ["c1"])
    assert sorted(Member.objects.values_list("name", "source_id")) == [("Ana Ruiz", "u1"), ("Bo Lind", "u2")]


def test_two_of_one_name_are_left_to_the_teacher(client) -> None:
    twice = package({"u1": "Ana,Ruiz", "u2": "ana,RUIZ"})
    told = brought(client, twice, ["c1"]).json()["classes"][0]
    assert (told["new"], told["left_out"]) == (["Ana Ruiz"], ["ana RUIZ"])


def test_another_teacher_s_class_of_the_same_id_is_another_class(client, stranger) -> None:
    brought(stranger, package(USERS), ["c1"])
    assert not brought(client, package(USERS)).json()["classes"][0]["known"]
    brought(client, package(USERS), ["c1"])
    assert SchoolClass.objects.count() == 2


def test_what_is_no_package_is_refused_in_a_sentence(client, teacher) -> None:
    make_class(teacher, "3 B")
    refused = brought(client, base64.b64encode(b"no zip").decode())
    assert (refused.status_code, refused.json()["code"]) == (400, "oneroster")
    assert "zip" in refused.json()["detail"]
