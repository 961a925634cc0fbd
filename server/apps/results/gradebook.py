"""One class over all the lessons it was given: who has done what, with which marks."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from uuid import UUID

from django.utils import timezone

from apps.assignments.models import Assignment, frozen
from apps.classes.models import SchoolClass
from apps.study.models import Student
from apps.study.selectors import through
from escuela_core.results.attempts import counted
from escuela_core.results.gradebook import Entry, Rules, total


def gradebook(school_class: SchoolClass) -> dict[str, Any]:
    """Every student of the class by every lesson it was given, oldest first: four queries, whatever there is."""
    given = list(school_class.assignments.order_by("created_at"))
    members = list(school_class.members.all())
    times: dict[tuple[UUID, UUID | None], list[Student]] = {}
    for student in Student.objects.filter(assignment__in=given).prefetch_related("answers").order_by("attempt"):
        times.setdefault((student.assignment_id, student.member_id), []).append(student)
    rules, weights = rules_of(school_class)
    most = [sum(i.marks for i in a.items if i.is_marked) for a in given]
    now, rows = timezone.now(), []
    for member in members:
        entries = [_entry(a, times.get((a.id, member.id), [])) for a in given]
        counted_by = [
            Entry(_counting(a, e, now), m, e["late"], weights.get(str(a.id), 1.0))
            for a, e, m in zip(given, entries, most, strict=True)
        ]
        told = total(counted_by, rules)
        rows.append(
            {
                "id": member.id,
                "name": member.name,
                "entries": entries,
                "marks": round(sum(e["marks"] or 0.0 for e in entries), 2),
                "share": told.share if told.share is None else round(told.share, 4),
                "left_out": told.left_out,
            }
        )
    lessons = [
        {
            "id": a.id,
            "lesson_id": frozen(a.edition_id).lesson_id,
            "title": frozen(a.edition_id).content["title"],
            "name": a.name,
            "due_at": a.due_at,
            "most": m,
            "weight": weights.get(str(a.id), 1.0),
        }
        for a, m in zip(given, most, strict=True)
    ]
    shown = {"dropped": rules.dropped, "late_share": rules.late_share}
    return {"lessons": lessons, "rows": rows, "most": sum(most)} | shown


def rules_of(school_class: SchoolClass) -> tuple[Rules, dict[str, float]]:
    """How its lessons count together, and the weights of those that do not weigh one."""
    kept = school_class.counting
    return Rules(kept.get("dropped", 0), kept.get("late_share", 1.0)), kept.get("weights", {})


def set_rules(school_class: SchoolClass, *, dropped: int, late_share: float, weights: dict[str, float]) -> None:
    """Raises GradebookRulesError."""
    rules = Rules(dropped, late_share)
    known = {str(i) for i in school_class.assignments.values_list("id", flat=True)}
    kept = {k: Entry(None, 1, weight=w).weight for k, w in weights.items() if k in known}
    school_class.counting = {"dropped": rules.dropped, "late_share": rules.late_share, "weights": kept}
    school_class.save(update_fields=["counting"])


def _counting(assignment: Assignment, entry: dict[str, Any], now: datetime) -> float | None:
    """The marks that count: none yet for what was not begun, nothing once its time is over."""
    marks: float | None = entry["marks"]
    if marks is None:
        over = min((t for t in (assignment.due_at, assignment.ends_at) if t is not None), default=None)
        return 0.0 if over is not None and over < now else None
    return marks


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
