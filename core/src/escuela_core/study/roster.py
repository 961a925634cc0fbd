"""The names of a class as somebody pastes them: one a line, or the columns of a spreadsheet."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass

LONGEST_NAME, MOST_MEMBERS = 40, 500
_NUMBER = re.compile(r"^\s*(?:\d{1,3}\s*[.):]|[-–—*•])\s*")  # noqa: RUF001 (dashes that lists begin with)
_ADDRESS = re.compile(r"\S+@\S+\.\S+")
_HEADING = re.compile(
    r"^(?:#|nr|no|n[ºo]|names?|students?|(?:first|last|family|given) ?names?|e-?mail"
    r"|nombres?|apellidos?|alumn[oa]s?|alumnado|estudiantes?|correo)$",
    re.IGNORECASE,
)


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

    Numbers and bullets before a name, mail addresses and the heads of columns are no part of it. Columns of a
    spreadsheet (tabs, semicolons) are joined in their order.
    """
    known = {_folded(name) for name in there}
    names: list[str] = []
    doubled: list[str] = []
    too_long: list[str] = []
    over = 0
    for line in text.splitlines():
        name = _name(line)
        if not name:
            continue
        if len(name) > LONGEST_NAME:
            too_long.append(name)
        elif _folded(name) in known:
            doubled.append(name)
        elif len(known) >= MOST_MEMBERS:
            over += 1
        else:
            known.add(_folded(name))
            names.append(name)
    return Roster(tuple(names), tuple(doubled), tuple(too_long), over)


def _name(line: str) -> str:
    cells = [" ".join(_ADDRESS.sub(" ", c).split()) for c in re.split(r"[\t;]", _NUMBER.sub("", line, count=1))]
    filled = [c.strip(" ,\"'") for c in cells if c.strip(" ,\"'")]
    if filled and all(_HEADING.match(c) for c in filled):
        return ""
    return " ".join(c for c in filled if not c.isdigit())


def _folded(name: str) -> str:
    return " ".join(name.casefold().split())
