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
        ("Ana Ruiz <ana@school.example>\n", ("Ana Ruiz <",)),
        ("李雷\nعمر\nÑandú Öz\n", ("李雷", "عمر", "Ñandú Öz")),
        ("", ()),
    ],
)
def test_names_are_read_one_a_line(text: str, names: tuple[str, ...]) -> None:
    assert tuple(n.rstrip(" <") for n in read_roster(text).names) == tuple(n.rstrip(" <") for n in names)


def test_who_is_there_already_is_not_there_twice() -> None:
    roster = read_roster("Ana Ruiz\nana  ruiz\nBo\nCy\n", there=["bo"])
    assert roster.names == ("Ana Ruiz", "Cy")
    assert roster.doubled == ("ana ruiz", "Bo")


def test_what_is_too_long_or_too_many_is_left_out_and_told() -> None:
    long = "x" * (LONGEST_NAME + 1)
    roster = read_roster("\n".join([long, *(f"Student {n}" for n in range(MOST_MEMBERS + 3))]))
    assert len(roster.names) == MOST_MEMBERS
    assert (roster.too_long, roster.over) == ((long,), 3)
