import pytest

from escuela_core.study.roster import LONGEST_NAME, MOST_MEMBERS, read_roster


@pytest.mark.parametrize(
    ("text", "names"),
    [
        ("Ana Ruiz\nBo Lind\n", ("Ana Ruiz", "Bo Lind")),
        ("  1. Ana Ruiz\n2) Bo Lind\n- Cy\n• Di\n", ("Ana Ruiz", "Bo Lind", "Cy", "Di")),
        ("First name\tLast name\tE-mail\nAna\tRuiz\tana@school.example\n", ("Ana Ruiz",)),
        ("Nombre;Apellidos\nAna;Ruiz\n", ("Ana Ruiz",)),
        ("12\tAna\t\tRuiz\n\n\n   \n", ("Ana Ruiz",)),
        ("Ana Ruiz <ana@school.example>\n", ("Ana Ruiz",)),
        ("Nr\tName\n1\tAna Ruiz\n2\tBo Lind\n", ("Ana Ruiz", "Bo Lind")),
        ('Last name,First name,Group\n"Ruiz, de",Ana,3 B\nLind,Bo,3 B\n', ("Ana Ruiz, de", "Bo Lind")),
        ("\ufeffApellidos;Nombre;Correo\nRuiz;Ana;a@school.example\n", ("Ana Ruiz",)),
        ("Ruiz, Ana\nLind, Bo\n", ("Ruiz, Ana", "Lind, Bo")),
        ("Student 1\nStudent 2\n", ("Student 1", "Student 2")),
        ("Students:\nAna Ruiz\n", ("Ana Ruiz",)),
        ("李雷\nعمر\nÑandú Öz\n", ("李雷", "عمر", "Ñandú Öz")),
        ("", ()),
    ],
)
def test_names_are_read_one_a_line(text: str, names: tuple[str, ...]) -> None:
    assert read_roster(text).names == names


def test_who_is_there_already_is_not_there_twice() -> None:
    roster = read_roster("Ana Ruiz\nana  ruiz\nBo\nCy\n", there=["bo"])
    assert roster.names == ("Ana Ruiz", "Cy")
    assert roster.doubled == ("ana ruiz", "Bo")


def test_what_is_too_long_or_too_many_is_left_out_and_told() -> None:
    long = "x" * (LONGEST_NAME + 1)
    roster = read_roster("\n".join([long, *(f"Student {n}" for n in range(MOST_MEMBERS + 3))]))
    assert len(roster.names) == MOST_MEMBERS
    assert (roster.too_long, roster.over) == ((long,), 3)


ONEROSTER = """sourcedId,status,dateLastModified,enabledUser,username,givenName,familyName,role,email
"u1","active","2026-01-01","true","ana","Ana","Ruiz","student","ana@school.example"
"u2","active","2026-01-01","true","rt","Runa","Tessel","teacher","rt@school.example"
"u3","tobedeleted","2026-01-01","true","cy","Cy","Marr","student","cy@school.example"
"u4","","2026-01-01","true","bo","Bo","Lind","student",""
"u5","active"
"""


def test_of_a_school_s_file_the_students_are_taken_who_are_there() -> None:
    assert read_roster(ONEROSTER).names == ("Ana Ruiz", "Bo Lind")


def test_five_thousand_rows_are_read_and_the_class_is_full() -> None:
    rows = "".join(f"u{n},active,Student,Number{n},student\n" for n in range(5_000))
    roster = read_roster("sourcedId,status,givenName,familyName,role\n" + rows)
    assert (len(roster.names), roster.over) == (MOST_MEMBERS, 5_000 - MOST_MEMBERS)


@pytest.mark.parametrize("text", ["x" * 900_000, 'Name,x\n"' + "y" * 900_000, "\t" * 900_000, "1. " * 300_000])
def test_hostile_text_breaks_nothing_and_little_of_it_is_told(text: str) -> None:
    roster = read_roster(text)
    assert roster.names == ()
    assert all(len(told) <= 60 for told in roster.too_long)
