"""What the lessons' screens show, in a bounded number of queries."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, TypeVar
from uuid import UUID

from django.db.models import QuerySet
from django.http import Http404
from django.shortcuts import get_object_or_404

from apps.accounts.models import User
from apps.lessons.items.services import is_open, is_undecided
from apps.lessons.models import Item, Lesson, Material, Segment
from apps.lessons.segments.services import segment_rows, stretches
from apps.recordings.models import Sentence
from escuela_core.checking.overview import overview
from escuela_core.items.splitting import split
from escuela_core.segments.describing import summary_of_whole
from escuela_core.timeline import Span


def lessons_of(owner: User, words: str = "", folder: str | None = None, *, removed: bool = False) -> QuerySet[Lesson]:
    """The teacher's lessons, newest first; with ``removed`` those that were removed and can come back."""
    every = Lesson.with_removed.filter(removed_at__isnull=False) if removed else Lesson.objects.all()
    found = every.filter(owner=owner).select_related("recording").prefetch_related("items")
    if words.strip():
        found = found.filter(title__icontains=words.strip()) | found.filter(
            recording__sentences__text__icontains=words.strip()
        )
        found = found.distinct()
    return found if folder is None else found.filter(folder=folder)


def lesson_of(owner: User, lesson_id: UUID) -> Lesson:
    """The teacher's own lesson; others' do not exist (404)."""
    return get_object_or_404(Lesson.objects.select_related("recording", "owner"), id=lesson_id, owner=owner)


def lesson_even_removed(owner: User, lesson_id: UUID) -> Lesson:
    return get_object_or_404(Lesson.with_removed.select_related("recording", "owner"), id=lesson_id, owner=owner)


P = TypeVar("P", Item, Material, Segment)


def _of(owner: User, parts: QuerySet[P]) -> QuerySet[P]:
    """Those of the teacher's own lessons."""
    mine = parts.filter(lesson__owner=owner, lesson__removed_at=None)
    return mine.select_related("lesson__recording", "lesson__owner")


def item_of(owner: User, item_id: UUID) -> Item:
    return get_object_or_404(_of(owner, Item.objects.all()), id=item_id)


def material_of(owner: User, material_id: UUID) -> Material:
    return get_object_or_404(_of(owner, Material.objects.all()), id=material_id)


def segment_of(owner: User, segment_id: UUID) -> Segment:
    return get_object_or_404(_of(owner, Segment.objects.all()), id=segment_id)


def sentence_of(lesson: Lesson, sentence_id: int) -> Sentence:
    return get_object_or_404(Sentence, recording=lesson.recording, id=sentence_id)


def sentences_of(lesson: Lesson, ids: Sequence[int]) -> list[Sentence]:
    """The sentences named; 404 where one is not of this lesson."""
    found = list(lesson.recording.sentences.filter(id__in=set(ids)))
    if len(found) != len(set(ids)):
        raise Http404
    return found


def row(lesson: Lesson) -> dict[str, Any]:
    """A lesson in the list. Its items come prefetched."""
    mine = [i for i in lesson.items.all() if i.place == Item.Place.LESSON]
    return {
        "id": lesson.id,
        "title": lesson.title,
        "folder": lesson.folder,
        "duration_ms": lesson.recording.duration_ms or 0,
        "poster_url": lesson.recording.poster_url,
        "pauses": sorted({i.pause_ms for i in mine if i.pause_ms is not None}),
        "item_count": len(mine),
        "to_decide": sum(map(is_open, mine)),
        "origin": lesson.origin,
        "created_at": lesson.created_at,
    }


def desk(lesson: Lesson) -> dict[str, Any]:
    """Everything of a lesson but the script: five queries whatever its size."""
    segments = segment_rows(lesson)
    items = list(lesson.items.exclude(place=Item.Place.DROPPED))
    changes = list(lesson.changes.defer("before", "after")[:200])
    undoable = next((c.kind for c in changes if not c.undone), "")
    redoable = next((c.kind for c in reversed(changes) if c.undone), "")
    return {
        "id": lesson.id,
        "title": lesson.title,
        "folder": lesson.folder,
        "version": lesson.version,
        "checking": lesson.is_checking,
        "extract_start_ms": lesson.extract_start_ms,
        "extract_end_ms": lesson.extract_end_ms,
        "recording": lesson.recording,
        "segments": segments,
        "summary": summary_of_whole([(s["summary"], s["key_terms"]) for s in segments if s["takes_part"]]),
        "items": [item_row(i) for i in items],
        "overview": whole(lesson, items, segments),
        "materials": lesson.materials.all(),
        "wishes": lesson.wishes or None,
        "undo": undoable,
        "redo": redoable,
        "changed_at": lesson.changed_at,
    }


def whole(lesson: Lesson, items: Sequence[Item], segments: Sequence[dict[str, Any]]) -> dict[str, Any]:
    """What the lesson's items are as a whole, by the ids of segments and items."""
    mine = [i for i in items if i.place == Item.Place.LESSON]
    parts = [s for s in segments if s["takes_part"]]
    found = overview(
        [i.core() for i in mine],
        [Span(s["start_ms"], s["end_ms"]) for s in parts],
        stretches(lesson, segments),
        lesson.wishes.get("goals", []),
    )
    return {
        "unasked": [parts[n]["id"] for n in found.unasked],
        "quiet": [{"start_ms": s.start_ms, "end_ms": s.end_ms} for s in found.quiet],
        "kinds": found.kinds,
        "depths": found.depths,
        "sharing": [[mine[n].id for n in numbers] for numbers in found.sharing],
        "goals": found.goals,
    }


def item_row(item: Item) -> dict[str, Any]:
    """One item of the desk; ``comes_apart`` is whether it can be split in two."""
    return {
        "id": item.id,
        "place": item.place,
        "content": item.content | {"id": str(item.id)},
        "pause_by_teacher": item.pause_by_teacher,
        "position": item.position,
        "version": item.version,
        "report": item.report,
        "decision": item.decision,
        "decision_reason": item.decision_reason,
        "undecided": is_undecided(item),
        "open": is_open(item),
        "seen": item.seen,
        "comes_apart": split(item.core()) is not None,
    }
