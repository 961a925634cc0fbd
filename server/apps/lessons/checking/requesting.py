"""Asking for a check of a lesson; the check itself is the long work in ``jobs``."""

from __future__ import annotations

from apps.lessons.models import Lesson
from apps.work import services as work
from apps.work.models import Job


def request_check(lesson: Lesson) -> None:
    """Have the lesson checked, unless a check that has not begun yet is already queued."""
    waiting = Job.objects.filter(kind="check", state=Job.State.WAITING, given__lesson=str(lesson.id))
    if not waiting.exists():
        work.start(lesson.owner, "check", {"lesson": str(lesson.id)}, title=lesson.title)
