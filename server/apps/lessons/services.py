"""A lesson as a whole: its name and folder, the extract, letting it go for good."""

from __future__ import annotations

from datetime import datetime

from apps.accounts.models import User
from apps.lessons.history.services import changing
from apps.lessons.items import attachments
from apps.lessons.models import Lesson
from apps.recordings import services as recordings
from config.errors import SentenceError
from escuela_core.timeline import Span, clock


def describe(lesson: Lesson, *, title: str | None, folder: str | None) -> Lesson:
    """Name the lesson, put it in a folder."""
    with changing(lesson, "describe") as locked:
        locked.title = (title if title is not None else locked.title).strip() or locked.title
        locked.folder = (folder if folder is not None else locked.folder).strip()
    return locked


def set_extract(lesson: Lesson, start_ms: int | None, end_ms: int | None) -> Lesson:
    """Use only a part of the recording; None at an end means the recording's own."""
    duration_ms = lesson.recording.duration_ms or 1
    span = Span(start_ms or 0, end_ms if end_ms is not None else duration_ms)
    if span.end_ms > duration_ms:
        raise SentenceError(
            "extract_outside",
            f"The recording ends at {clock(duration_ms)}, so the extract cannot go on longer.",
            end=clock(duration_ms),
        )
    with changing(lesson, "extract") as locked:
        locked.extract_start_ms, locked.extract_end_ms = start_ms, end_ms
    return locked


def rename_folder(owner: User, before: str, after: str) -> int:
    """Put every lesson of one folder into another, which is renaming it where there is none of that name; how many."""
    found = list(Lesson.objects.filter(owner=owner, folder=before))
    for lesson in found:
        describe(lesson, title=None, folder=after)
    return len(found)


def purge(lesson: Lesson) -> None:
    """Let a removed lesson go for good, with its recording. One that students have stays for them, out of sight."""
    if lesson.removed_at is None:
        raise SentenceError("not_removed", "Delete the lesson first; only then can it be deleted for good.")
    if lesson.recording.editions.exists():
        raise SentenceError("lesson_shared", "Students have this lesson, so its recording stays for them.")
    attachments.let_go(lesson)
    recordings.discard(lesson.recording)


def purge_older(before: datetime) -> int:
    """Those removed before an instant go for good, but for what students have; how many."""
    old = Lesson.with_removed.filter(removed_at__lt=before, recording__editions=None).select_related("recording")
    for lesson in old:
        purge(lesson)
    return len(old)
