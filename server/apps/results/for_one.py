"""What a teacher does for one student out of the results: a word on all of it, and letting them go on after handing
in."""

from __future__ import annotations

from apps.accounts import audit
from apps.study.models import Student
from config.errors import SentenceError

LONGEST_REMARK = 4_000


def remark(student: Student, text: str) -> None:
    """A comment on the whole, which the student sees at the end of the lesson; empty, it goes."""
    student.remark = text.strip()[:LONGEST_REMARK]
    student.save(update_fields=["remark"])


def reopen(student: Student) -> None:
    """Who has handed in may go on, with what they were not shown the answers of.

    Raises ``not_handed_in``, and ``answers_told`` where nothing is left to go on with.
    """
    if student.finished_at is None:
        raise SentenceError("not_handed_in", "They have not handed in yet, so they can go on anyway.")
    asked = {i.id for i in student.assignment.items if i.is_marked}
    if asked <= {str(i) for i in student.shown}:
        sentence = "They have been shown every answer already. Let them do the lesson again instead."
        raise SentenceError("answers_told", sentence)
    student.finished_at = None
    student.save(update_fields=["finished_at"])
    audit.record(student.assignment.owner, "reopened", student.nickname)
