"""Segments of a lesson: dividing, naming, merging, splitting, moving where one begins."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django.db import transaction
from django.db.models import F

from apps.lessons.history.services import changing
from apps.lessons.items.services import rests_in
from apps.lessons.models import Item, Lesson, Segment
from apps.recordings.models import Recording, Sentence
from config.errors import SentenceError
from escuela_core.segments import divide, dividing
from escuela_core.timeline import Span, remaining
from escuela_core.transcripts import Transcript, webvtt
from escuela_core.transcripts.formats import WRITTEN


@transaction.atomic
def make_lesson(recording: Recording) -> Lesson:
    """The lesson of a recording that has been read, divided into segments; made once."""
    lesson, made = Lesson.with_removed.get_or_create(
        recording=recording,
        # Without items there is nothing to check yet.
        defaults={"owner": recording.owner, "title": recording.title, "checked_version": 1},
    )
    if made:
        Segment.objects.bulk_create(_rows(lesson, recording.transcript(), fineness=0))
    return lesson


def _rows(lesson: Lesson, transcript: Transcript, *, fineness: int) -> list[Segment]:
    """The host's own chapters where there are any, else where the subject changes."""
    chapters = lesson.recording.chapters if fineness == 0 else []
    if not chapters:
        return [_row(lesson, s) for s in divide(transcript, fineness=fineness)]
    firsts = sorted({_first_from(transcript, at_ms) for at_ms, _ in chapters} | {0})
    described = dividing.describe(transcript, firsts)
    titles = {_first_from(transcript, at_ms): title for at_ms, title in reversed(chapters)}
    rows = [_row(lesson, s) for s in described]
    for first, row in zip(firsts, rows, strict=True):
        row.title = titles.get(first, row.title)
    return rows


def _first_from(transcript: Transcript, at_ms: int) -> int:
    """The number of the sentence that a chapter at ``at_ms`` begins with: chapters are set a little early or late."""
    starts = [s.start_ms for s in transcript.sentences]
    return min(range(len(starts)), key=lambda n: abs(starts[n] - at_ms))


def _row(lesson: Lesson, segment: dividing.Segment) -> Segment:
    return Segment(
        lesson=lesson,
        start_ms=segment.span.start_ms,
        title=segment.title[:200],
        summary=segment.summary,
        key_terms=list(segment.key_terms),
    )


def divide_again(lesson: Lesson, fineness: int) -> None:
    """New segments in place of those there are; ``fineness`` from -2 (coarse) to 2 (fine), 0 as at first."""
    rows = _rows(lesson, lesson.recording.transcript(), fineness=fineness)
    with changing(lesson, "divide_again"):
        lesson.segments.all().delete()
        Segment.objects.bulk_create(rows)


def rename_segment(segment: Segment, title: str) -> None:
    if not title.strip():
        raise SentenceError("segment_untitled", "A segment needs a title.")
    with changing(segment.lesson, "rename_segment", bout=str(segment.id)):
        Segment.objects.filter(id=segment.id).update(title=title.strip()[:200])


def merge_segment(segment: Segment) -> None:
    """Join a segment to the one before it; the earlier one's title stays."""
    if not segment.lesson.segments.filter(start_ms__lt=segment.start_ms).exists():
        raise SentenceError("segment_first", "There is no segment before the first one to merge it with.")
    with changing(segment.lesson, "merge_segment"):
        Segment.objects.filter(id=segment.id).delete()


def split_segment(lesson: Lesson, sentence: Sentence) -> None:
    """Begin a new segment at ``sentence``, titled by its own words."""
    if sentence == lesson.recording.sentences.first() or lesson.segments.filter(start_ms=sentence.start_ms).exists():
        raise SentenceError("segment_starts_here", "A segment already begins at this sentence.")
    with changing(lesson, "split_segment"):
        title = " ".join(sentence.text.split()[:6]).strip(" ,.;:?!")
        Segment.objects.create(lesson=lesson, start_ms=sentence.start_ms, title=title[:200], summary=sentence.text)


def move_segment(segment: Segment, sentence: Sentence) -> None:
    """Have a segment begin at another sentence, between its neighbours' beginnings."""
    starts = [s.start_ms for s in segment.lesson.segments.all()]
    at = starts.index(segment.start_ms)
    low = starts[at - 1] if at else -1
    high = starts[at + 1] if at + 1 < len(starts) else segment.lesson.recording.duration_ms or 0
    if at == 0 or not low < sentence.start_ms < high:
        raise SentenceError("segment_cannot_move", "A segment begins after the one before it and ends before the next.")
    with changing(segment.lesson, "move_segment", bout=str(segment.id)):
        Segment.objects.filter(id=segment.id).update(start_ms=sentence.start_ms)


def choose_segment(segment: Segment, *, takes_part: bool, items_to: str = "") -> None:
    """Have a segment take part in the lesson, or leave it out; one at least stays.

    What becomes of the items that rest in it, the pool or out with them, is to be said: else ``segment_has_items``.
    """
    others = segment.lesson.segments.filter(takes_part=True).exclude(id=segment.id)
    if not takes_part and not others.exists():
        raise SentenceError("segment_last", "At least one segment must stay in the lesson.")
    row = next(r for r in segment_rows(segment.lesson) if r["id"] == segment.id)
    mine = segment.lesson.items.filter(place=Item.Place.LESSON)
    resting = [] if takes_part else [i.id for i in mine if rests_in(i, row["start_ms"], row["end_ms"])]
    if resting and not items_to:
        raise SentenceError(
            "segment_has_items",
            f"{len(resting)} items rest in this segment; say whether they go to the pool or out with it.",
            count=len(resting),
        )
    with changing(segment.lesson, "choose_segment"):
        Segment.objects.filter(id=segment.id).update(takes_part=takes_part)
        Item.objects.filter(id__in=resting).update(place=items_to, version=F("version") + 1)


def stretches(lesson: Lesson, rows: Sequence[dict[str, Any]] | None = None) -> list[Span]:
    """What the lesson covers: its extract without the segments left out. Nothing left means the whole extract.

    ``rows`` are the lesson's segments where they are read already.
    """
    known = segment_rows(lesson) if rows is None else rows
    left_out = [Span(r["start_ms"], r["end_ms"]) for r in known if not r["takes_part"]]
    return remaining(lesson.extract, left_out) or [lesson.extract]


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
            "takes_part": s.takes_part,
        }
        for s, end in zip(rows, ends, strict=True)
    ]


def taken_away(lesson: Lesson, form: str) -> tuple[str, str, str]:
    """File name, media type and text of the script in an open format, or of its segments as chapters."""
    name = "".join(c if c.isalnum() or c in " -_" else " " for c in lesson.title).strip() or "lesson"
    if form == "chapters":
        rows = [(r["start_ms"], r["end_ms"], r["title"]) for r in segment_rows(lesson)]
        return f"{name} chapters.vtt", "text/vtt", webvtt.cues(rows)
    written = WRITTEN.get(form)
    if written is None:
        raise SentenceError(
            "form_unknown", "A script can be taken away as webvtt, srt, ttml, listing, text or chapters."
        )
    return f"{name}.{written.ending}", written.media_type, written.write(lesson.recording.transcript())
