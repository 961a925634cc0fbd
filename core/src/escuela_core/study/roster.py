"""The names of a class as somebody pastes them: one a line, or the columns of a table."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass

LONGEST_NAME, MOST_MEMBERS = 40, 500
# So much of what is too long is told; a line longer than the other is no name, whatever it holds.
SHOWN, LONGEST_LINE = 60, 300
_NUMBER = re.compile(r"^\s*(?:\d{1,3}\s*[.):]|[-–—*•])\s*")  # noqa: RUF001 (dashes that lists begin with)
_ADDRESS = re.compile(r"<?[^\s@<>]+@[^\s@<>]+>?")
# What heads a column, letters alone; in the order in which a name is written.
_GIVEN = {"firstname", "givenname", "firstnames", "givennames", "nombre", "nombres", "nombredepila"}
_FAMILY = {"lastname", "familyname", "surname", "surnames", "apellido", "apellidos"}
_WHOLE = {
    "name",
    "names",
    "fullname",
    "student",
    "students",
    "studentname",
    "alumno",
    "alumna",
    "alumnado",
    "estudiante",
}
_WHOLE |= {"estudiantes", "nombreyapellidos", "nombrecompleto", "nombre", "nombres"}
_STUDENTS = {"student", "students", "learner", "alumno", "alumna", "estudiante", ""}
_GONE = {"tobedeleted", "inactive", "false"}


@dataclass(frozen=True, slots=True)
class Roster:
    """``names`` that are new, in their order; ``doubled`` stand twice or are in the class already.

    ``too_long`` ones are left out, and so are those ``over`` the most that a class holds.
    """

    names: tuple[str, ...]
    doubled: tuple[str, ...] = ()
    too_long: tuple[str, ...] = ()
    over: int = 0


def read_roster(text: str, there: Iterable[str] = ()) -> Roster:
    """The names in ``text``; ``there`` are those of the class so far.

    Numbers and bullets before a name and mail addresses are no part of it. With a row that heads columns, as in CSV
    (RFC 4180) or the ``users.csv`` of OneRoster 1.2, the columns of names are read, those of students alone where a
    column says who is one. Other columns (tabs, semicolons) are joined in their order.
    """
    known = {_folded(name) for name in there}
    names: list[str] = []
    doubled: list[str] = []
    too_long: list[str] = []
    over = 0
    for name in filter(None, _names(text)):
        if len(name) > LONGEST_NAME:
            too_long.append(name[:SHOWN])
        elif _folded(name) in known:
            doubled.append(name)
        elif len(known) >= MOST_MEMBERS:
            over += 1
        else:
            known.add(_folded(name))
            names.append(name)
    return Roster(tuple(names), tuple(doubled), tuple(too_long), over)


def _names(text: str) -> Iterator[str]:
    lines = text.removeprefix("\ufeff").splitlines()
    first = next((n for n, line in enumerate(lines) if line.strip()), len(lines))
    for delimiter in "\t;,":
        columns = _columns(next(_rows(lines[first : first + 1], delimiter), []))
        if columns is not None:
            yield from (columns.name(row) for row in _rows(lines[first + 1 :], delimiter))
            return
    yield from map(_alone, lines)


def _rows(lines: Sequence[str], delimiter: str) -> Iterator[list[str]]:
    """The rows of a table, up to one that never ends."""
    try:
        yield from csv.reader(io.StringIO("\n".join(lines)), delimiter=delimiter)
    except csv.Error:
        return


@dataclass(frozen=True, slots=True)
class _Columns:
    """Where the parts of a name stand, and what says whether somebody is a student here (-1: nowhere)."""

    parts: tuple[int, ...]
    role: int
    status: int

    def name(self, row: Sequence[str]) -> str:
        def cell(at: int) -> str:
            return row[at].strip() if 0 <= at < len(row) else ""

        if cell(self.role).casefold() not in _STUDENTS or cell(self.status).casefold() in _GONE:
            return ""
        return " ".join(" ".join(cell(at).split()) for at in self.parts if cell(at))


def _columns(cells: Sequence[str]) -> _Columns | None:
    """None where the cells head no columns of names."""
    heads = [re.sub(r"[\W_]", "", c.casefold()) for c in cells]
    family = next((n for n, h in enumerate(heads) if h in _FAMILY), -1)
    given = next((n for n, h in enumerate(heads) if h in _GIVEN), -1)
    whole = next((n for n, h in enumerate(heads) if h in _WHOLE), -1)
    parts = (
        tuple(n for n in (given, family) if n >= 0) if family >= 0 else tuple(n for n in (whole, given) if n >= 0)[:1]
    )
    if not parts:
        return None
    place = {h: n for n, h in enumerate(heads)}
    return _Columns(parts, place.get("role", -1), place.get("status", -1))


def _alone(line: str) -> str:
    if len(line) > LONGEST_LINE:
        return line
    cells = [" ".join(_ADDRESS.sub(" ", c).split()) for c in re.split(r"[\t;]", _NUMBER.sub("", line, count=1))]
    filled = [stripped for c in cells if (stripped := c.strip(" ,\"'<>"))]
    return " ".join(c for c in filled if not c.isdigit())


def _folded(name: str) -> str:
    return " ".join(name.casefold().split())
