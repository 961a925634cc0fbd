"""One lesson as several groups did it, side by side: classes, editions, the first time beside the one that counts."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from apps.assignments.models import Assignment
from apps.results.class_sheet import Sheet
from apps.study.models import Student
from escuela_core.results.comparing import apart
from escuela_core.results.sheet import Tally, item_tally, together

# So many stand beside each other at once, the newest.
MOST = 8


@dataclass(frozen=True, slots=True)
class Group:
    """Some students of one sheet: each at the time through it that counts, or at their first."""

    sheet: Sheet
    students: Sequence[Student]
    first_time: bool = False

    def tally(self, item_id: str) -> Tally | None:
        """None where the item was not asked."""
        place = self.sheet.places.get(UUID(item_id))
        if place is None:
            return None
        return item_tally([self.sheet.cells[s.id][place] for s in self.students])


def side_by_side(assignment: Assignment) -> dict[str, Any]:
    """``assignment`` and what else its teacher has given of the same lesson, the rows in the order of its items.

    Eight queries a group at most, whatever its size.
    """
    same = Assignment.objects.filter(owner=assignment.owner_id, edition__lesson=assignment.edition.lesson_id)
    others = same.exclude(id=assignment.id) if assignment.edition.lesson_id else Assignment.objects.none()
    given = [assignment, *others.select_related("edition", "school_class")[: MOST - 1]]
    groups = [group for one in given for group in _groups(Sheet(one), alone=one.id == assignment.id)]
    segments = assignment.edition.content["segments"]
    sheet = groups[0].sheet
    rows: list[dict[str, Any]] = [
        {"segment": sheet.segment_of(item), "item": item.id, "prompt": item.asked}
        | _told(groups, [g.tally(item.id) for g in groups])
        for item in sheet.items
    ]
    return {
        "groups": [_group(g, assignment) for g in groups],
        "segments": [
            {"title": part["title"]}
            | _told(groups, [_of_segment(g, [r["item"] for r in rows if r["segment"] == n]) for g in groups])
            for n, part in enumerate(segments)
        ],
        "items": rows,
    }


def _groups(sheet: Sheet, *, alone: bool) -> list[Group]:
    """The students of a sheet; of the one that is looked at also their first time, where somebody did it again."""
    found = [Group(sheet, sheet.students)]
    firsts = [times[0] for times in sheet.attempts.values()]
    if alone and any(len(times) > 1 for times in sheet.attempts.values()):
        found.append(Group(sheet, firsts, first_time=True))
    return found


def _group(group: Group, beside: Assignment) -> dict[str, Any]:
    assignment = group.sheet.assignment
    return {
        "id": assignment.id,
        "name": assignment.name,
        "given_at": assignment.created_at,
        "students": len(group.students),
        "first_time": group.first_time,
        "other_edition": assignment.edition_id != beside.edition_id,
    }


def _of_segment(group: Group, items: Sequence[str]) -> Tally | None:
    asked = [tally for item in items if (tally := group.tally(item)) is not None]
    return together(asked) if asked else None


def _told(groups: Sequence[Group], tallies: Sequence[Tally | None]) -> dict[str, Any]:
    # The same students at another time are no other group.
    others = [t for g, t in zip(groups, tallies, strict=True) if t is not None and not g.first_time]
    return {
        "tallies": [None if t is None else {"first": t.first, "answered": t.answered} for t in tallies],
        "apart": apart(others),
    }
