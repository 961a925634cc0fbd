"""Told to whoever listens: marks of an assignment have changed for another reason than that a student answered."""

from __future__ import annotations

from django.dispatch import Signal

from apps.assignments.models import Assignment

# Sent with ``assignment``.
marks_changed = Signal()


def changed(assignment: Assignment) -> None:
    """The marks of ``assignment`` are to be counted anew by whoever has passed them on."""
    marks_changed.send(sender=Assignment, assignment=assignment)
