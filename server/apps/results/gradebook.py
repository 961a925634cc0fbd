"""One class over all the lessons it was given: who has done what, with which marks."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from django.utils import timezone

from apps.assignments.models import Assignment, frozen
from apps.classes.models import SchoolClass
from apps.results.gradebook_serializers import (
    EntryMarksOut,
    GoalOut,
    GradebookLessonOut,
    GradebookOut,
    GradebookRowOut,
)
from apps.study.models import Student
from apps.study.selectors import Through, through
from escuela_core.results.attempts import counted
from escuela_core.results.goals import Asked, goals
from escuela_core.results.gradebook import Entry, Rules, total


def gradebook(school_class: SchoolClass) -> GradebookOut:
    """Every student of the class by every lesson it was given, oldest first: four queries, whatever there is."""
    given = list(school_class.assignments.order_by("created_at"))
    members = list(school_class.members.all())
    times: dict[tuple[UUID, UUID | None], list[Student]] = {}
    for student in Student.objects.filter(assignment__in=given).prefetch_related("answers").order_by("attempt"):
        times.setdefault((student.assignment_id, student.member_id), []).append(student)
    rules, weights = rules_of(school_class)
    most = [sum(i.marks for i in a.items if i.is_marked) for a in given]
    now, rows = timezone.now(), []
    counting = {(a.id, m.id): _time_that_counts(a, times.get((a.id, m.id), [])) for a in given for m in members}
    for member in members:
        entries = [_entry(counting[a.id, member.id], is_for=a.is_for(member.id)) for a in given]
        counted_by = [
            Entry(_counting(a, e, now), m, e.late, weights.get(str(a.id), 1.0))
            for a, e, m in zip(given, entries, most, strict=True)
        ]
        told = total(counted_by, rules)
        rows.append(
            GradebookRowOut(
                id=member.id,
                name=member.name,
                entries=entries,
                marks=round(sum(e.marks or 0.0 for e in entries), 2),
                share=told.share if told.share is None else round(told.share, 4),
                left_out=list(told.left_out),
            )
        )
    times_given = [[counting[a.id, m.id] for m in members] for a in given]
    return GradebookOut(
        lessons=[_lesson(a, m, weights.get(str(a.id), 1.0)) for a, m in zip(given, most, strict=True)],
        rows=rows,
        most=sum(most),
        goals=_goals(given, times_given, [m.name for m in members]),
        dropped=rules.dropped,
        late_share=rules.late_share,
    )


def _lesson(given: Assignment, most: float, weight: float) -> GradebookLessonOut:
    edition = frozen(given.edition_id)
    return GradebookLessonOut(
        id=given.id,
        lesson_id=edition.lesson_id,
        title=edition.content["title"],
        name=given.name,
        due_at=given.due_at,
        most=most,
        weight=weight,
    )


def _goals(given: list[Assignment], times: list[list[Through | None]], names: list[str]) -> list[GoalOut]:
    """Who has reached which goal; ``times`` has a row a lesson and a column a student."""
    asked = []
    for assignment, row in zip(given, times, strict=True):
        items = [i for i in assignment.items if i.is_marked]
        for n, item in enumerate(items):
            shares = tuple(None if t is None else t.cells[n].share for t in row)
            asked.append(Asked(item.goal, item.marks, shares))
    return [
        GoalOut(
            goal=goal.goal,
            items=goal.items,
            reached=[name for n, name in enumerate(names) if goal.reached(n)],
            not_yet=[name for n, name in enumerate(names) if goal.reached(n) is False],
        )
        for goal in goals(asked)
    ]


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


def _counting(assignment: Assignment, entry: EntryMarksOut, now: datetime) -> float | None:
    """The marks that count: none for what was not given, none yet for what was not begun, nothing once its time is
    over."""
    if entry.marks is None and entry.state != "not_given":
        over = min((t for t in (assignment.due_at, assignment.ends_at) if t is not None), default=None)
        return 0.0 if over is not None and over < now else None
    return entry.marks


def _time_that_counts(assignment: Assignment, students: list[Student]) -> Through | None:
    """Of one student's times through a lesson; none where it was not begun."""
    if not students:
        return None
    policy = assignment.policy()
    every = through(students, [i for i in assignment.items if i.is_marked], policy)
    return every[counted([t.told for t in every], policy.counting)]


def _entry(time: Through | None, *, is_for: bool) -> EntryMarksOut:
    """One student at one lesson."""
    if time is None:
        return EntryMarksOut(state="to_do" if is_for else "not_given")
    done = time.told.finished or all(c.tries for c in time.cells)
    return EntryMarksOut(
        state="done" if done else "doing",
        marks=round(time.told.marks, 2),
        waiting=sum(1 for c in time.cells if c.state == "waiting"),
        late=any(a.late for a in time.student.answers.all()),
    )
