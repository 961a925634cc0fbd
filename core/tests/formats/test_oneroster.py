"""A school's lists: what is read of a package, what is told of it, and what is refused."""

import io
import zipfile

import pytest

from escuela_core.formats.oneroster import MOST_ERRORS, OneRosterError, read_package

CLASSES = "sourcedId,status,title,courseSourcedId\nc2,,4 A,x\nc1,active,3 B,x\nc3,tobedeleted,Old,x\n"
USERS = """sourcedId,status,enabledUser,givenName,familyName,email
u1,active,true,Ana,Ruiz,ana@school.example
u2,active,true,Bo,Lind,
u3,tobedeleted,true,Cy,Marr,
u4,active,true,Runa,Tessel,
"""
ENROLLMENTS = """sourcedId,classSourcedId,userSourcedId,role
e1,c1,u1,student
e2,c1,u2,student
e3,c2,u2,student
e4,c1,u4,teacher
e5,c1,u3,student
e6,c9,u1,student
"""


def packed(classes: str = CLASSES, users: str = USERS, enrollments: str = ENROLLMENTS, folder: str = "") -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as package:
        for name, text in (("classes", classes), ("users", users), ("enrollments", enrollments)):
            package.writestr(f"{folder}{name}.csv", text)
        package.writestr("manifest.csv", "propertyName,value\n")
    return out.getvalue()


def read(data: bytes):
    return read_package(data, longest_name=40)


def test_each_class_has_its_students_and_no_teachers() -> None:
    found = read(packed(folder="export/")).classes
    assert [(c.title, [s.name for s in c.students]) for c in found] == [
        ("3 B", ["Ana Ruiz", "Bo Lind"]),
        ("4 A", ["Bo Lind"]),
    ]
    assert found[0].students[0].source_id == "u1"


def test_rows_that_do_not_hold_together_are_told_and_the_others_read() -> None:
    errors = read(packed()).errors
    assert [(e.file, e.row, e.what) for e in errors] == [
        ("enrollments", 6, "unknown_user"),
        ("enrollments", 7, "unknown_class"),
    ]


@pytest.mark.parametrize(
    ("row", "what"),
    [("u1,,true,Ana,Again,", "doubled_id"), (",,true,No,Id,", "no_id"), ("u9,,true,,,", "no_name")]
    + [(f"u9,,true,{'x' * 50},Y,", "long_name"), (f"{'u' * 300},,true,A,B,", "long_name")],
)
def test_what_is_wrong_with_a_user_is_told_by_its_row(row: str, what: str) -> None:
    errors = read(packed(users=USERS + row + "\n", enrollments="classSourcedId,userSourcedId,role\n")).errors
    assert [(e.file, e.row, e.what) for e in errors] == [("users", 6, what)]


def test_five_thousand_rows_are_read_and_of_many_errors_the_first_are_told() -> None:
    rows = "".join(f"e{n},nowhere,u1,student\n" for n in range(5_000))
    package = read(packed(enrollments=ENROLLMENTS + rows))
    assert len(package.errors) == MOST_ERRORS
    assert package.left_out == 5_000 + 2 - MOST_ERRORS


def test_another_encoding_is_read() -> None:
    data = packed(users="")
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(data)) as old, zipfile.ZipFile(out, "w") as new:
        for name in old.namelist():
            new.writestr(name, old.read(name))
        new.writestr("extra/users.csv", USERS.replace("Ruiz", "Ibáñez").encode("cp1252"))
    assert read(out.getvalue()).classes[0].students[0].name == "Ana Ibáñez"


def test_a_bomb_is_not_unpacked() -> None:
    with pytest.raises(OneRosterError, match="unpacks to more"):
        read(packed(users="x" * 50_000_000))


@pytest.mark.parametrize(
    ("data", "said"),
    [
        (b"", "not a zip"),
        (b"PK\x03\x04 half", "not a zip"),
        (b"x" * 2_000_001, "at most 2 MB"),
        (packed(classes="sourcedId,name\n"), "classes.csv has no column title"),
        (packed(users="\x00"), "users.csv"),
    ],
)
def test_what_is_no_package_is_refused_in_a_sentence(data: bytes, said: str) -> None:
    with pytest.raises(OneRosterError, match=said):
        read(data)


def test_a_package_without_one_of_its_files_says_which() -> None:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as package:
        package.writestr("users.csv", USERS)
    with pytest.raises(OneRosterError, match=r"classes\.csv, enrollments\.csv"):
        read(out.getvalue())
