"""Marking open answers: one or several alike at once, and giving the marks back when the teacher says so."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from apps.accounts import audit
from apps.assignments.changes import changed
from apps.assignments.models import Assignment
from apps.results.serializers import ReadingOut, SuggestedOut
from apps.study.models import Answer
from apps.study.services import item_of
from config.errors import SentenceError
from escuela_core.results.grouping import groups
from escuela_core.results.suggesting import suggested


@transaction.atomic
def give_marks(
    assignment: Assignment, answers: dict[UUID, datetime | None], *, marks: float, comment: str
) -> list[Answer]:
    """Give the same marks and comment to answers of one item, each as it was seen: with the time of its marks, if any.

    Raises ``no_such_answer``, ``not_open``, ``marks_outside``, and ``marked_elsewhere`` where one of them was marked
    meanwhile; then none is changed.
    """
    every = Answer.objects.filter(id__in=answers, student__assignment=assignment).order_by("id")
    found = list(every.select_for_update())
    if len(found) != len(answers):
        raise SentenceError("no_such_answer", "This answer is not there any more.")
    for answer in found:
        if answer.outcome != "waiting":
            raise SentenceError("not_open", "Only open answers are marked by hand.")
        if answer.marked_at != answers[answer.id]:
            raise SentenceError("marked_elsewhere", "This answer was marked in another window meanwhile.")
        most = item_of(assignment, answer.item_id).marks
        if not 0 <= marks <= most:
            raise SentenceError("marks_outside", f"Marks must lie between 0 and {most:g}.", most=most)
        answer.share = marks / most if most else 0.0
        answer.comment = comment.strip()
        answer.marked_at = timezone.now()
        # What was given back before changes under the student's eyes: they see what holds.
        answer.returned_at = answer.marked_at if answer.returned_at else None
        answer.save(update_fields=["share", "comment", "marked_at", "returned_at"])
    audit.record(assignment.owner, "marked", assignment.name)
    changed(assignment)
    return found


def give_back(assignment: Assignment, *, item_id: UUID | None = None, student_id: UUID | None = None) -> int:
    """Let students see the marks given so far: all, or those of one item, or of one student; how many answers."""
    waiting = Answer.objects.filter(student__assignment=assignment, marked_at__isnull=False, returned_at=None)
    if item_id is not None:
        waiting = waiting.filter(item_id=item_id)
    if student_id is not None:
        waiting = waiting.filter(student_id=student_id)
    count = waiting.update(returned_at=timezone.now())
    if count:
        audit.record(assignment.owner, "returned", assignment.name)
        changed(assignment)
    return count


def reading(texts: list[str], criteria: list[str]) -> ReadingOut:
    """What helps to mark answers in students' own words: which are alike, by their places, and for each answer where
    words of each criterion are in it. A suggestion, never a mark."""
    return ReadingOut(
        groups=groups(texts),
        suggested=[[SuggestedOut.model_validate(s) for s in suggested(text, criteria)] for text in texts],
    )
