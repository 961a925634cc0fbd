"""Lessons and their segments: bringing in, naming, the extract, merging and splitting."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from apps.accounts.models import User
from apps.lessons.history import changing
from apps.lessons.models import Lesson, Segment
from apps.recordings import services as recordings
from apps.recordings.models import Recording, Sentence
from apps.work import services as work
from apps.work.models import Job
from config.errors import SentenceError
from escuela_core.segments import divide, dividing
from escuela_core.timeline import Span, clock


def bring_in(owner: User, file: recordings.Upload, captions: recordings.Upload, *, title: str, language: str) -> Job:
    """Receive a recording and start the job that makes a lesson of it."""
    recording = recordings.receive(owner, file, captions, title=title, language=language)
    given = {"recording": str(recording.id), "file": file.name or "", "captions": captions.name or ""}
    return work.start(owner, "bring_in", given, title=recording.title)


@transaction.atomic
def make_lesson(recording: Recording) -> Lesson:
    """The lesson of a recording that has been read, divided into segments; made once."""
    lesson, made = Lesson.objects.get_or_create(
        recording=recording, defaults={"owner": recording.owner, "title": recording.title}
    )
    if made:
        Segment.objects.bulk_create(_row(lesson, s) for s in divide(recording.transcript()))
    return lesson


def _row(lesson: Lesson, segment: dividing.Segment) -> Segment:
    return Segment(
        lesson=lesson,
        start_ms=segment.span.start_ms,
        title=segment.title[:200],
        summary=segment.summary,
        key_terms=list(segment.key_terms),
    )


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


def rename_segment(segment: Segment, title: str) -> None:
    if not title.strip():
        raise SentenceError("segment_untitled", "A segment needs a title.")
    with changing(segment.lesson, "rename_segment", bout=str(segment.id)):
        Segment.objects.filter(id=segment.id).update(title=title.strip()[:200])


def merge_segment(segment: Segment) -> None:
    """Join a segment to the one before it; the earlier one's title stays."""
    if not segment.lesson.segments.filter(start_ms__lt=segment.start_ms).exists():
        raise SentenceError("segment_first", "The first segment has none before it to merge with.")
    with changing(segment.lesson, "merge_segment"):
        Segment.objects.filter(id=segment.id).delete()


def split_segment(lesson: Lesson, sentence: Sentence) -> None:
    """Begin a new segment at ``sentence``, titled by its own words."""
    if sentence.position == 0 or lesson.segments.filter(start_ms=sentence.start_ms).exists():
        raise SentenceError("segment_starts_here", "A segment already begins at this sentence.")
    with changing(lesson, "split_segment"):
        title = " ".join(sentence.text.split()[:6]).strip(" ,.;:?!")
        Segment.objects.create(lesson=lesson, start_ms=sentence.start_ms, title=title[:200], summary=sentence.text)


def correct_sentence(lesson: Lesson, sentence: Sentence, text: str) -> None:
    """Put a mis-heard sentence right; decisions on items that rest on it become stale at the check that follows."""
    with changing(lesson, "correct_sentence", bout=str(sentence.pk), sentence=sentence):
        recordings.correct_sentence(sentence, text)


def remove(lesson: Lesson) -> None:
    """Remove a lesson with its recording. What students have stays: a lesson that was shared cannot be removed."""
    if lesson.recording.editions.exists():
        raise SentenceError("lesson_shared", "This lesson has been shared, so it stays for those who have it.")
    recordings.discard(lesson.recording)


def segment_rows(lesson: Lesson) -> list[dict[str, Any]]:
    """Segments with their ends, in order."""
    rows = list(lesson.segments.all())
    ends = [s.start_ms for s in rows[1:]] + [lesson.recording.duration_ms or 1]
    return [
        {
            "id": s.id,
            "start_ms": s.start_ms,
            "end_ms": max(end, s.start_ms + 1),
            "title": s.title,
            "summary": s.summary,
            "key_terms": s.key_terms,
        }
        for s, end in zip(rows, ends, strict=True)
    ]
