"""Classes and their students from a school's OneRoster 1.2 CSV package: ``classes``, ``users`` and ``enrollments``.

The package is a zip of CSV files (1EdTech OneRoster 1.2 CSV Binding). Other files and columns are left alone; a row
that does not hold together is told with its file and number (the heads are row 1), and the others are read.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Literal

from escuela_core.errors import EscuelaError
from escuela_core.formats.packages import Bounds, PackageError, opened

LARGEST_BYTES = 2_000_000
_BOUNDS = Bounds(entries=200, unpacked=40_000_000, read=40_000_000)
MOST_ROWS, MOST_ERRORS, LONGEST_TITLE, LONGEST_ID = 100_000, 50, 120, 255
_NEEDED = {
    "classes": ("sourcedId", "title"),
    "users": ("sourcedId", "givenName", "familyName"),
    "enrollments": ("classSourcedId", "userSourcedId", "role"),
}
_GONE = "tobedeleted"


RowProblem = Literal["no_id", "doubled_id", "no_name", "long_name", "unknown_class", "unknown_user"]


class OneRosterError(EscuelaError):
    code = "oneroster"


@dataclass(frozen=True, slots=True)
class RosterStudent:
    source_id: str
    name: str


@dataclass(frozen=True, slots=True)
class RosterClass:
    source_id: str
    title: str
    students: tuple[RosterStudent, ...]


@dataclass(frozen=True, slots=True)
class WrongRow:
    """What is wrong with a row of a file."""

    file: str
    row: int
    what: RowProblem


@dataclass(frozen=True, slots=True)
class Package:
    """``left_out`` counts the errors that are not told any more."""

    classes: tuple[RosterClass, ...]
    errors: tuple[WrongRow, ...]
    left_out: int


def read_package(data: bytes, longest_name: int) -> Package:
    """The classes with their students, in the order of their titles. Raises OneRosterError where it is no package."""
    tables = _unpacked(data)
    errors: list[WrongRow] = []
    titles = dict(_known(tables["classes"], "classes", errors, lambda row: row["title"], LONGEST_TITLE))
    names = dict(_known(tables["users"], "users", errors, _name_of, longest_name))
    students: dict[str, dict[str, RosterStudent]] = {}
    for number, row in _rows(tables["enrollments"], "enrollments"):
        if row["role"].casefold() != "student":
            continue
        school_class, user = row["classSourcedId"], row["userSourcedId"]
        if school_class not in titles:
            errors.append(WrongRow("enrollments", number, "unknown_class"))
        elif user not in names:
            errors.append(WrongRow("enrollments", number, "unknown_user"))
        else:
            students.setdefault(school_class, {})[user] = RosterStudent(user, names[user])
    classes = [RosterClass(i, title, tuple(students.get(i, {}).values())) for i, title in titles.items()]
    return Package(
        tuple(sorted(classes, key=lambda c: c.title.casefold())),
        tuple(errors[:MOST_ERRORS]),
        max(0, len(errors) - MOST_ERRORS),
    )


def _unpacked(data: bytes) -> dict[str, str]:
    """The text of each file that is needed, by its name without ending."""
    if len(data) > LARGEST_BYTES:
        raise OneRosterError("A OneRoster package may have at most 2 MB.")
    found: dict[str, str] = {}
    try:
        with opened(data, _BOUNDS) as package:
            for path in package.names:
                name = path.rsplit("/", 1)[-1].casefold()
                if name.removesuffix(".csv") in _NEEDED and name.endswith(".csv"):
                    found[name.removesuffix(".csv")] = _text(package.read(path))
    except PackageError as error:
        raise OneRosterError(error.message) from error
    missing = [f"{name}.csv" for name in _NEEDED if name not in found]
    if missing:
        raise OneRosterError(f"A OneRoster package needs {', '.join(missing)}.")
    return found


def _text(data: bytes) -> str:
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError:
        return data.decode("cp1252", errors="replace")


def _rows(text: str, file: str) -> Iterator[tuple[int, dict[str, str]]]:
    """Each row that is not to be deleted with its number, the needed columns by their names."""
    reader = csv.reader(io.StringIO(text))
    try:
        heads = [h.strip() for h in next(reader, [])]
        missing = [c for c in _NEEDED[file] if c not in heads]
        if missing:
            raise OneRosterError(f"{file}.csv has no column {missing[0]}.")
        at = {name: heads.index(name) for name in (*_NEEDED[file], "status") if name in heads}
        for number, cells in enumerate(reader, start=2):
            if number > MOST_ROWS:
                raise OneRosterError(f"{file}.csv has more than {MOST_ROWS} rows.")
            row = {name: cells[n].strip() if n < len(cells) else "" for name, n in at.items()}
            if any(cells) and row.get("status", "").casefold() != _GONE:
                yield number, row
    except csv.Error as error:
        raise OneRosterError(f"{file}.csv is not a table that can be read.") from error


def _known(
    text: str, file: str, errors: list[WrongRow], called: Callable[[dict[str, str]], str], longest: int
) -> Iterator[tuple[str, str]]:
    """Each id with its name; what has none, too long a one, or an id that was there before, is told."""
    seen: set[str] = set()
    for number, row in _rows(text, file):
        source_id, name = row["sourcedId"], " ".join(called(row).split())
        wrong = _wrong(source_id, name, seen, longest)
        if wrong:
            errors.append(WrongRow(file, number, wrong))
        else:
            seen.add(source_id)
            yield source_id, name


def _wrong(source_id: str, name: str, seen: set[str], longest: int) -> RowProblem | None:
    if not source_id:
        return "no_id"
    if source_id in seen:
        return "doubled_id"
    if not name:
        return "no_name"
    return "long_name" if len(name) > longest or len(source_id) > LONGEST_ID else None


def _name_of(row: dict[str, str]) -> str:
    return f"{row['givenName']} {row['familyName']}"
