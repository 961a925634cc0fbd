"""One lesson as several groups did it, side by side: classes, editions, the first time beside the one that counts."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID

from apps.assignments.models import Assignment
from apps.results.class_sheet import Sheet
from apps.results.comparing_serializers import (
    ComparedItemOut,
    ComparedOut,
    ComparedSegmentOut,
    GroupOut,
    SideBySideOut,
)
from apps.results.teaching_serializers import FirstTriesOut
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


def side_by_side(assignment: Assignment) -> SideBySideOut:
    """``assignment`` and what else its teacher has given of the same lesson, the rows in the order of its items.

    Eight queries a group at most, whatever its size.
    """
    same = Assignment.objects.filter(owner=assignment.owner_id, edition__lesson=assignment.edition.lesson_id)
    others = same.exclude(id=assignment.id) if assignment.edition.lesson_id else Assignment.objects.none()
    given = [assignment, *others.select_related("edition", "school_class")[: MOST - 1]]
    groups = [group for one in given for group in _groups(Sheet(one), alone=one.id == assignment.id)]
    segments = assignment.edition.content["segments"]
    sheet = groups[0].sheet
    rows = []
    for item in sheet.items:
        beside = _compared(groups, [g.tally(item.id) for g in groups])
        rows.append(ComparedItemOut(**dict(beside), segment=sheet.segment_of(item), item=item.id, prompt=item.asked))
    parts = []
    for n, part in enumerate(segments):
        inside = [r.item for r in rows if r.segment == n]
        beside = _compared(groups, [_of_segment(g, inside) for g in groups])
        parts.append(ComparedSegmentOut(**dict(beside), title=part["title"]))
    return SideBySideOut(groups=[_group(g, assignment) for g in groups], segments=parts, items=rows)


def _groups(sheet: Sheet, *, alone: bool) -> list[Group]:
    """The students of a sheet; of the one that is looked at also their first time, where somebody did it again."""
    found = [Group(sheet, sheet.students)]
    firsts = [times[0] for times in sheet.attempts.values()]
    if alone and any(len(times) > 1 for times in sheet.attempts.values()):
        found.append(Group(sheet, firsts, first_time=True))
    return found


def _group(group: Group, beside: Assignment) -> GroupOut:
    assignment = group.sheet.assignment
    return GroupOut(
        id=assignment.id,
        name=assignment.name,
        given_at=assignment.created_at,
        students=len(group.students),
        first_time=group.first_time,
        other_edition=assignment.edition_id != beside.edition_id,
    )


def _of_segment(group: Group, items: Sequence[str]) -> Tally | None:
    asked = [tally for item in items if (tally := group.tally(item)) is not None]
    return together(asked) if asked else None


def _compared(groups: Sequence[Group], tallies: Sequence[Tally | None]) -> ComparedOut:
    # The same students at another time are no other group.
    others = [t for g, t in zip(groups, tallies, strict=True) if t is not None and not g.first_time]
    return ComparedOut(
        tallies=[None if t is None else FirstTriesOut.model_validate(t) for t in tallies], apart=apart(others)
    )
