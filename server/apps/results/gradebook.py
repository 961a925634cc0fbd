"""One class over all the lessons it was given: who has done what, with which marks."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from apps.assignments.models import Assignment, frozen
from apps.classes.models import SchoolClass
from apps.study.models import Student
from apps.study.selectors import through
from escuela_core.results.attempts import counted


def gradebook(school_class: SchoolClass) -> dict[str, Any]:
    """Every student of the class by every lesson it was given, oldest first: four queries, whatever there is."""
    given = list(school_class.assignments.order_by("created_at"))
    members = list(school_class.members.all())
    times: dict[tuple[UUID, UUID | None], list[Student]] = {}
    for student in Student.objects.filter(assignment__in=given).prefetch_related("answers").order_by("attempt"):
        times.setdefault((student.assignment_id, student.member_id), []).append(student)
    rows = []
    for member in members:
        entries = [_entry(a, times.get((a.id, member.id), [])) for a in given]
        rows.append(
            {
                "id": member.id,
                "name": member.name,
                "entries": entries,
                "marks": round(sum(e["marks"] or 0.0 for e in entries), 2),
            }
        )
    lessons = [
        {
            "id": a.id,
            "lesson_id": frozen(a.edition_id).lesson_id,
            "title": frozen(a.edition_id).content["title"],
            "name": a.name,
            "due_at": a.due_at,
            "most": sum(i.marks for i in a.items if i.is_marked),
        }
        for a in given
    ]
    return {"lessons": lessons, "rows": rows, "most": sum(row["most"] for row in lessons)}


def _entry(assignment: Assignment, students: list[Student]) -> dict[str, Any]:
    """One student at one lesson: the time that counts."""
    if not students:
        return {"state": "to_do", "marks": None, "waiting": 0, "late": False}
    items = [i for i in assignment.items if i.is_marked]
    policy = assignment.policy()
    every = through(students, items, policy)
    time = every[counted([t.told for t in every], policy.counting)]
    done = time.told.finished or all(c.tries for c in time.cells)
    return {
        "state": "done" if done else "doing",
        "marks": round(time.told.marks, 2),
        "waiting": sum(1 for c in time.cells if c.state == "waiting"),
        "late": any(a.late for a in time.student.answers.all()),
    }
