"""Marking open answers."""

from __future__ import annotations

from django.db import transaction
from django.utils import timezone

from apps.accounts import audit
from apps.study.models import Answer
from config.errors import SentenceError


@transaction.atomic
def mark_open_answer(answer: Answer, marks: float, most: float, comment: str) -> Answer:
    """Give marks and a comment to an answer that waits, or change those given before."""
    locked = Answer.objects.select_for_update().get(id=answer.id)
    if locked.outcome != "waiting":
        raise SentenceError("not_open", "Only open answers are marked by hand.")
    if not 0 <= marks <= most:
        raise SentenceError("marks_outside", f"Marks must lie between 0 and {most:g}.", most=most)
    locked.share = marks / most if most else 0.0
    locked.comment = comment.strip()
    locked.marked_at = timezone.now()
    locked.save(update_fields=["share", "comment", "marked_at"])
    audit.record(answer.student.assignment.owner, "marked", answer.student.assignment.name)
    return locked
