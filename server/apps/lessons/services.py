"""A lesson as a whole: its name and folder, the extract, removing it."""

from __future__ import annotations

from apps.lessons import attachments
from apps.lessons.history import changing
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
            "extract_outside", f"The recording ends at {clock(duration_ms)}, so the extract cannot go on longer."
        )
    with changing(lesson, "extract") as locked:
        locked.extract_start_ms, locked.extract_end_ms = start_ms, end_ms
    return locked


def remove(lesson: Lesson) -> None:
    """Remove a lesson with its recording. What students have stays: a lesson that was shared cannot be removed."""
    if lesson.recording.editions.exists():
        raise SentenceError("lesson_shared", "This lesson has been shared, so it stays for those who have it.")
    attachments.let_go(lesson)
    recordings.discard(lesson.recording)
