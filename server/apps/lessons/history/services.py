"""Undo and redo for everything that changes a lesson: what differs before and after, in one mechanism."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from datetime import timedelta
from typing import Any, Literal

from django.db import transaction
from django.utils import timezone

from apps.lessons.checking.requesting import request_check
from apps.lessons.items import attachments
from apps.lessons.models import Change, Item, Lesson, Material, Segment
from apps.recordings.models import Recording, Sentence
from config.errors import SentenceError
from escuela_core.items.texts import files

Script = Sequence[int] | Literal["whole"] | None
KEPT_CHANGES = 100
ABOUT_LENGTH = 120
# Typing is saved while it goes on; what belongs to one bout of typing is undone as one.
SAME_BOUT = timedelta(seconds=20)
_ITEM_FIELDS = (
    "place",
    "content",
    "pause_by_teacher",
    "seen",
    "position",
    "decision",
    "decision_reason",
    "decision_basis",
)
_LESSON_FIELDS = ("title", "folder", "extract_start_ms", "extract_end_ms")
_SENTENCE_FIELDS = ("start_ms", "end_ms", "text", "speaker", "words", "is_spoken")
_SEGMENT_FIELDS = ("start_ms", "title", "summary", "key_terms", "takes_part")
_MATERIAL_FIELDS = ("kind", "content")
_PARTS = ("sentences", "items", "segments", "materials")
Side = dict[str, Any]


class NothingToUndoError(SentenceError):
    def __init__(self) -> None:
        super().__init__("nothing_to_undo", "There is nothing to take back.")


def snapshot(lesson: Lesson, script: Script = None) -> dict[str, Any]:
    """The lesson's own fields, segments, items and materials, and the sentences a change is about."""
    every = Sentence.objects.filter(recording=lesson.recording_id)
    rows = () if script is None else every if script == "whole" else every.filter(pk__in=script)
    return {
        "lesson": {f: getattr(lesson, f) for f in _LESSON_FIELDS},
        "times_by": Recording.objects.values_list("times_by", flat=True).get(id=lesson.recording_id),
        "sentences": {str(s.pk): {f: getattr(s, f) for f in _SENTENCE_FIELDS} for s in rows},
        "items": {str(i.id): {f: getattr(i, f) for f in _ITEM_FIELDS} for i in lesson.items.all()},
        "segments": {str(s.id): {f: getattr(s, f) for f in _SEGMENT_FIELDS} for s in lesson.segments.all()},
        "materials": {str(m.id): {f: getattr(m, f) for f in _MATERIAL_FIELDS} for m in lesson.materials.all()},
    }


@contextmanager
def changing(lesson: Lesson, label: str, *, bout: str = "", script: Script = None) -> Iterator[Lesson]:
    """One undoable change in one transaction: counts the version up, and has the lesson checked again where it bears on
    the items.

    ``script`` names the sentences it touches by their ids, or says that it may touch the ``whole``. Changes with the
    same ``label`` and ``bout`` that follow each other closely become one.
    """
    with transaction.atomic():
        locked = Lesson.objects.select_for_update().get(id=lesson.id)
        before = snapshot(locked, script)
        yield locked
        after = snapshot(locked, script)
        for part in _PARTS:
            _keep_differences(before[part], after[part])
        name = f"{label}:{bout}" if bout else label
        last = locked.changes.filter(undone=False).first()
        fresh = last is not None and last.label == name and timezone.now() - last.made_at < SAME_BOUT
        locked.changes.filter(undone=True).delete()
        if bout and fresh and last is not None:
            last.before, last.after = _joined(last, before, after)
            last.about, last.touched = _about(last.before, last.after)
            last.save(update_fields=["before", "after", "about", "touched"])
        else:
            about, touched = _about(before, after)
            locked.changes.create(label=name, before=before, after=after, about=about, touched=touched)
            _forget(locked)
        stays_checked = not locked.is_checking and not _bears_on_items(before, after)
        locked.version += 1
        if stays_checked:
            locked.checked_version = locked.version
        locked.save()
        lesson.version = locked.version
    if not stays_checked:
        request_check(locked)


def _bears_on_items(before: dict[str, Any], after: dict[str, Any]) -> bool:
    """Whether anything differs but what stands around the viewing, which the check does not read."""
    return any(before[part] != after[part] for part in before if part != "materials")


def _forget(lesson: Lesson) -> None:
    """The oldest changes go for good, and with them the files that only they still named."""
    old = list(lesson.changes.all()[KEPT_CHANGES:])
    lesson.changes.filter(id__in=[change.id for change in old]).delete()
    named = {name for change in old for side in (change.before, change.after) for name in _files(side)}
    attachments.remove_unnamed(named)


def _files(side: dict[str, Any]) -> Iterator[str]:
    for item in side["items"].values():
        yield from files(item["content"])


def _keep_differences(before: dict[str, Any], after: dict[str, Any]) -> None:
    """What a change left alone needs no keeping."""
    for key in [k for k in before if before[k] == after.get(k)]:
        del before[key], after[key]


def _joined(last: Change, before: Side, after: Side) -> tuple[Side, Side]:
    """Two changes that follow each other as one: as it was before the first, as it is after the second."""
    first, then = dict(last.before), dict(last.after)
    for part in _PARTS:
        earlier, later = first.get(part) or {}, then.get(part) or {}
        touched = earlier.keys() | later.keys()
        first[part] = {k: v for k, v in before[part].items() if k not in touched} | earlier
        # What the second took away is not there after both.
        gone = before[part].keys() - after[part].keys()
        then[part] = {k: v for k, v in later.items() if k not in gone} | after[part]
        _keep_differences(first[part], then[part])
    return first, then | {k: v for k, v in after.items() if k not in _PARTS}


def _about(before: dict[str, Any], after: dict[str, Any]) -> tuple[str, int]:
    """The words of the first item, sentence or segment that differs, and how many differ."""
    for part in ("items", "sentences", "segments", "materials"):
        was, now = before[part], after[part]
        differing = [key for key in {**now, **was} if was.get(key) != now.get(key)]
        if differing:
            fields = now.get(differing[0]) or was[differing[0]]
            content = fields.get("content", {})
            content = next(iter(content.get("lines", ())), content)
            words = content.get("prompt") or content.get("text") or fields.get("text") or fields.get("title") or ""
            return words[:ABOUT_LENGTH], len(differing)
    return after["lesson"]["title"][:ABOUT_LENGTH], 1


def undo(lesson: Lesson) -> None:
    """Take the last change back. Raises ``nothing_to_undo``."""
    _step(lesson, back=True)


@transaction.atomic
def undo_to(lesson: Lesson, change_id: int) -> None:
    """Take back a change and all that came after it: the lesson is as it was before. Raises ``nothing_to_undo``."""
    Lesson.objects.select_for_update().get(id=lesson.id)
    since = lesson.changes.filter(undone=False, id__gte=change_id)
    if not since.filter(id=change_id).exists():
        raise NothingToUndoError
    for _ in range(since.count()):
        _step(lesson, back=True)


def redo(lesson: Lesson) -> None:
    """Make the last undone change again. Raises ``nothing_to_undo``."""
    _step(lesson, back=False)


def _step(lesson: Lesson, *, back: bool) -> None:
    """Two presses at once take back two changes: which one is chosen under the lock."""
    with transaction.atomic():
        locked = Lesson.objects.select_for_update().get(id=lesson.id)
        done = locked.changes.filter(undone=not back)
        change = done.first() if back else done.last()
        if change is None:
            raise NothingToUndoError
        state, left = (change.before, change.after) if back else (change.after, change.before)
        _restore(locked, state, left)
        change.undone = back
        change.save(update_fields=["undone"])
        locked.version += 1
        locked.save()
    request_check(locked)


def _restore(lesson: Lesson, state: Side, left: Side) -> None:
    """The lesson as ``state`` has it, where a change differs from ``left``; what else there is stays as it is."""
    for name, value in state["lesson"].items():
        setattr(lesson, name, value)
    Recording.objects.filter(id=lesson.recording_id).update(times_by=state["times_by"])
    gone = [key for key in left["sentences"] if key not in state["sentences"]]
    Sentence.objects.filter(recording=lesson.recording_id, pk__in=gone).delete()
    Sentence.objects.bulk_create(
        (Sentence(pk=int(key), recording_id=lesson.recording_id, **f) for key, f in state["sentences"].items()),
        update_conflicts=True,
        unique_fields=["id"],
        update_fields=_SENTENCE_FIELDS,
    )
    # A change from before materials had a part in this has none.
    for model, part in ((Item, "items"), (Segment, "segments"), (Material, "materials")):
        rows, others = state.get(part) or {}, left.get(part) or {}
        mine = model._default_manager.filter(lesson=lesson)  # noqa: SLF001 (its documented name)
        mine.filter(id__in=others.keys() - rows.keys()).delete()
        there = {str(row.pk): row for row in mine.filter(id__in=rows.keys())}
        for key, fields in rows.items():
            row = there.get(key) or model(id=key, lesson=lesson)
            if key in there and all(getattr(row, f) == v for f, v in fields.items()):
                continue
            for name, value in fields.items():
                setattr(row, name, value)
            if isinstance(row, Item | Material):
                row.version += 1
            row.save()
