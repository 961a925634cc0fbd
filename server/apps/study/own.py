"""What is a student's own: their notes, and a copy of everything kept of them."""

from __future__ import annotations

from uuid import UUID

from django.db import transaction
from django.utils import timezone

from apps.assignments.models import frozen
from apps.study import selectors
from apps.study.models import Note, Student
from apps.study.serializers import NotesOut, OwnDataOut, OwnItemOut
from config.errors import SentenceError
from config.names import shows_something

MOST_NOTES = 200


@transaction.atomic
def write_note(student: Student, note_id: UUID, *, at_ms: int, text: str) -> NotesOut:
    """Write a note, or write it otherwise; all notes as they are then. Empty, it goes.

    Raises ``notes_full`` and ``note_elsewhere``.
    """
    Student.objects.select_for_update().get(id=student.id)
    known = Note.objects.filter(id=note_id).select_related("student").first()
    if known is not None and known.student.person != student.person:
        raise SentenceError("note_elsewhere", "This note belongs to someone else.")
    if not shows_something(text):
        Note.objects.filter(id=note_id).delete()
        return NotesOut(selectors.notes_of(student))
    if known is None and len(selectors.notes_of(student)) >= MOST_NOTES:
        raise SentenceError("notes_full", f"You can keep up to {MOST_NOTES} notes in a lesson.", most=MOST_NOTES)
    kept = {"at_ms": at_ms, "text": text.strip()}
    Note.objects.update_or_create(id=note_id, defaults=kept, create_defaults=kept | {"student": student})
    return NotesOut(selectors.notes_of(student))


def own_data(student: Student) -> OwnDataOut:
    """All that is kept of one student, as far as they may be told it now."""
    edition = frozen(student.assignment.edition_id)
    told = selectors.state_of(student, timezone.now())
    of_item = {p.item: p for p in told.items}
    return OwnDataOut(
        lesson=edition.content["title"],
        name=student.nickname,
        attempt=student.attempt,
        joined_at=student.joined_at,
        last_seen_at=student.last_seen_at,
        finished_at=student.finished_at,
        watched=told.watched,
        items=[OwnItemOut(prompt=i.asked, answers=of_item[i.id].answers) for i in student.assignment.items],
        remark=student.remark,
        notes=told.notes,
    )
