"""Classes from a school's own lists (OneRoster): looked at first, then taken; taken again, nobody is there twice."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from django.db import transaction
from pydantic import TypeAdapter

from apps.accounts.models import User
from apps.classes.models import Member, SchoolClass
from apps.classes.serializers import ClassChangeOut, PackageOut, WrongRowOut
from apps.work.limited import GB, Limits, read_apart
from config.names import plain_name, shows_something
from escuela_core.formats.oneroster import Package, RosterClass
from escuela_core.study.roster import MOST_MEMBERS

_PACKAGE = TypeAdapter(Package)
PACKAGE = Limits(seconds=10, memory=GB, written=60_000_000)


@dataclass
class Change:
    """What taking a class would change: who is new, who was written in by hand and is known by an id from now on, who
    is called otherwise, who is not in the lists any more and stays all the same; ``left_out`` find no room, or their
    name is there already."""

    source_id: str
    title: str
    known: bool
    students: int
    new: list[Member] = field(default_factory=list)
    renamed: list[Member] = field(default_factory=list)
    missing: list[Member] = field(default_factory=list)
    adopted: list[Member] = field(default_factory=list)
    left_out: list[str] = field(default_factory=list)


def read(data: bytes) -> Package:
    """The package as core reads it, in a process of its own. Raises ``oneroster`` with what is wrong in a sentence."""
    return _PACKAGE.validate_python(read_apart("roster", data, PACKAGE))


def look(owner: User, package: Package) -> list[Change]:
    """What each class of the package would change; nothing is kept. Two queries."""
    there = _there(owner, package)
    return [_change(row, there.get(row.source_id)) for row in package.classes]


@transaction.atomic
def take(owner: User, package: Package, chosen: Sequence[str]) -> list[Change]:
    """Make or bring up to date the classes ``chosen`` by their ids; what has changed."""
    changes = []
    there = _there(owner, package)
    for row in package.classes:
        if row.source_id not in chosen:
            continue
        school_class = there.get(row.source_id)
        if school_class is None:
            school_class = SchoolClass(owner=owner, name=plain_name(row.title) or "–", source_id=row.source_id)
            school_class.save()
        SchoolClass.objects.select_for_update().get(id=school_class.id)
        change = _change(row, school_class)
        for member in (*change.new, *change.renamed, *change.adopted):
            member.school_class = school_class
            member.save()
        changes.append(change)
    return changes


def told(package: Package, changes: Sequence[Change]) -> PackageOut:
    """What came of looking at a package or taking from it, for the teacher to read."""
    return PackageOut(
        classes=[
            ClassChangeOut(
                source_id=c.source_id,
                title=c.title,
                known=c.known,
                students=c.students,
                new=_names(c.new),
                renamed=_names(c.renamed),
                missing=_names(c.missing),
                left_out=c.left_out,
            )
            for c in changes
        ],
        wrong_rows=[WrongRowOut.model_validate(e) for e in package.errors],
        left_out=package.left_out,
    )


def _names(members: Sequence[Member]) -> list[str]:
    return [m.name for m in members]


def _there(owner: User, package: Package) -> dict[str, SchoolClass]:
    ids = [row.source_id for row in package.classes]
    mine = SchoolClass.objects.filter(owner=owner, source_id__in=ids).prefetch_related("members")
    return {c.source_id: c for c in mine}


def _change(row: RosterClass, school_class: SchoolClass | None) -> Change:
    members = list(school_class.members.all()) if school_class else []
    change = Change(row.source_id, row.title, school_class is not None, len(row.students))
    by_id = {m.source_id: m for m in members if m.source_id}
    by_name = {m.name.casefold(): m for m in members}
    room = MOST_MEMBERS - len(members)
    for student in row.students:
        name = plain_name(student.name)
        known, namesake = by_id.pop(student.source_id, None), by_name.get(name.casefold())
        if known is not None:
            if known.name != name and namesake in (None, known):
                known.name = name
                change.renamed.append(known)
        elif namesake is not None and not namesake.source_id:
            # Who was written in by hand before is the one of that name.
            namesake.source_id = student.source_id
            change.adopted.append(namesake)
        elif namesake is not None or not shows_something(name) or len(change.new) >= room:
            # Two of one name in a class: the teacher tells them apart by hand.
            change.left_out.append(name)
        else:
            made = Member(name=name, source_id=student.source_id)
            by_name[name.casefold()] = made
            change.new.append(made)
    change.missing = list(by_id.values())
    return change
