"""Items of a lesson: adding, changing, moving, deciding. Every change can be undone."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from contextlib import contextmanager
from typing import Any
from uuid import UUID

from django.db.models import F, Max
from django.http import Http404

from apps.lessons.history.services import changing
from apps.lessons.models import Item, Lesson
from config.api import require_version
from config.errors import SentenceError
from escuela_core.items import Item as CoreItem
from escuela_core.items import item_from_json, item_to_json
from escuela_core.items.splitting import split
from escuela_core.placing import place
from escuela_core.placing.pause import within_recording
from escuela_core.timeline import Span


def content_of(data: object) -> dict[str, Any]:
    """The stored shape of an item sent by a client. Raises ItemShapeError with the path of what does not fit."""
    bare = {k: v for k, v in data.items() if k != "id"} if isinstance(data, dict) else data
    return stored(item_from_json(bare))


def stored(item: CoreItem) -> dict[str, Any]:
    """An item as it is kept: in the shape of the item list file, without its id."""
    return {k: v for k, v in item_to_json(item).items() if k != "id"}


def add_item(lesson: Lesson, content: dict[str, Any], *, at: Item.Place = Item.Place.LESSON) -> Item:
    """Add an item. With a pause of its own that is the teacher's; without, it is placed after its evidence."""
    by_teacher = content.get("pause_ms") is not None
    with changing(lesson, "add_item") as locked:
        item = Item(lesson=locked, place=at, content=_placed(locked, content), pause_by_teacher=by_teacher, seen=True)
        item.position = (locked.items.aggregate(last=Max("position"))["last"] or 0) + 1
        item.save()
    return item


@contextmanager
def changing_item(item: Item, label: str, expected: int | None = None, *, bout: bool = False) -> Iterator[Item]:
    """One undoable change of one item, as it is once its lesson is locked: whoever came first is read, not lost.

    Raises ``changed_elsewhere`` where it is not at the version ``expected``, and Http404 where it is gone. What
    ``item`` holds is brought up to date.
    """
    with changing(item.lesson, label, bout=str(item.id) if bout else "") as locked:
        fresh = locked.items.filter(id=item.id).first()
        if fresh is None:
            raise Http404
        require_version(fresh.version, expected)
        fresh.lesson = locked
        yield fresh
        fresh.version += 1
        fresh.save()
    item.refresh_from_db()


def change_item(item: Item, content: dict[str, Any], expected: int | None) -> Item:
    """Put new words into an item. One that had been decided or found wrong counts as mended and is checked again."""
    with changing_item(item, "change_item", expected, bout=True) as now:
        if content.get("pause_ms") != now.pause_ms:
            now.pause_by_teacher = content.get("pause_ms") is not None
        moved = content.get("evidence") != now.content.get("evidence") and not now.pause_by_teacher
        now.content = _placed(now.lesson, content | ({"pause_ms": None} if moved else {}))
        if now.decision or has_error(now):
            now.decision, now.decision_reason, now.decision_basis = Item.Decision.MENDED, "", ""
        now.seen = True
    return item


def rewrite(item: Item, content: dict[str, Any]) -> None:
    """Put ``content`` in place of an item's, its pause left alone. To be called inside ``changing``."""
    item.content = content_of(content)
    item.seen = True
    item.version += 1
    item.save()


def move_pause(item: Item, at_ms: int, expected: int | None = None) -> Item:
    """The teacher's own instant for an item; it wins, and is only warned about."""
    within_recording(at_ms, item.lesson.recording.duration_ms or 1)
    with changing_item(item, "move_pause", expected, bout=True) as now:
        now.content = now.content | {"pause_ms": at_ms}
        now.pause_by_teacher = True
    return item


def place_again(item: Item, expected: int | None = None) -> Item:
    """Give the pause back to the sound: after the last evidence sentence, in the silence."""
    with changing_item(item, "place_again", expected) as now:
        now.content = _placed(now.lesson, now.content | {"pause_ms": None})
        now.pause_by_teacher = False
    return item


_PUT = {Item.Place.LESSON: "take_item", Item.Place.POOL: "back_to_pool", Item.Place.DROPPED: "drop_item"}


def put(lesson: Lesson, ids: Collection[UUID], where: Item.Place) -> None:
    """Take items from the pool into the lesson, back, or drop them; several at once are one change.

    Raises Http404 where one of ``ids`` is not the lesson's.
    """
    with changing(lesson, _PUT[where]) as locked:
        rows = list(locked.items.filter(id__in=ids))
        if len(rows) < len(set(ids)):
            raise Http404
        for item in rows:
            item.place = where
            item.seen = item.seen or where == Item.Place.LESSON
            item.version += 1
        Item.objects.bulk_update(rows, ["place", "seen", "version"])


def split_item(item: Item, expected: int | None = None) -> None:
    """One item as two, the second right after the first. Raises ``one_thing`` where it asks one thing only."""
    with changing_item(item, "split_item", expected) as now:
        halves = split(now.core())
        if halves is None:
            raise SentenceError("one_thing", "This item asks one thing only, so it cannot be split.")
        first, second = (stored(half) for half in halves)
        now.lesson.items.filter(position__gt=now.position).update(position=F("position") + 1)
        now.lesson.items.create(
            place=now.place,
            content=second,
            pause_by_teacher=now.pause_by_teacher,
            seen=True,
            position=now.position + 1,
        )
        now.content, now.seen = content_of(first), True


def reorder(lesson: Lesson, ids: list[str]) -> None:
    """Set the order of items that share a pause."""
    with changing(lesson, "reorder") as locked:
        rows = {str(i.id): i for i in locked.items.all()}
        known = [rows[i] for i in ids if i in rows]
        for position, row in enumerate(known):
            row.position = position
            row.version += 1
        Item.objects.bulk_update(known, ["position", "version"])


def decide(item: Item, decision: str, reason: str, expected: int | None = None) -> Item:
    """Keep an item, or keep it anyway with a reason. An item with an error cannot be merely kept."""
    with changing_item(item, "decide", expected) as now:
        if decision == Item.Decision.KEPT and has_error(now, but="stale"):
            raise SentenceError(
                "needs_reason", "The check found an error; keep the item anyway with a reason, or mend it."
            )
        if decision == Item.Decision.KEPT_ANYWAY and not reason.strip():
            raise SentenceError("needs_reason", "Say in a few words why this item stays as it is.")
        now.decision = decision
        now.seen = True
        now.decision_reason = reason.strip()
        now.decision_basis = (now.report or {}).get("basis", "")
    return item


def keep_all(lesson: Lesson, ids: Collection[UUID]) -> None:
    """Keep several items as they are, in one change; those with an error need a reason of their own and stay open."""
    with changing(lesson, "decide") as locked:
        rows = [i for i in locked.items.filter(id__in=ids) if not has_error(i, but="stale")]
        for item in rows:
            item.decision, item.decision_reason, item.seen = Item.Decision.KEPT, "", True
            item.decision_basis = (item.report or {}).get("basis", "")
            item.version += 1
        Item.objects.bulk_update(rows, ["decision", "decision_reason", "decision_basis", "seen", "version"])


def has_error(item: Item, *, but: str = "") -> bool:
    findings = (item.report or {}).get("findings", [])
    return any(f["severity"] == "error" and f["code"] != but for f in findings)


def is_undecided(item: Item) -> bool:
    """Whether the check found an error that the teacher has not answered for."""
    stale = any(f["code"] == "stale" for f in (item.report or {}).get("findings", []))
    return has_error(item) and (item.decision != Item.Decision.KEPT_ANYWAY or stale)


def is_open(item: Item) -> bool:
    """Whether it is still to be decided: an undecided error, or what is worth a look and nobody has answered for."""
    if is_undecided(item):
        return True
    if item.decision or item.content["kind"] == "note":
        return False
    report = item.report or {}
    look = any(f["severity"] != "hint" for f in report.get("findings", []))
    return look or report.get("verdict", "heard") != "heard"


def rests_in(item: Item, start_ms: int, end_ms: int) -> bool:
    """Whether what an item rests on, or else its pause, lies from ``start_ms`` to before ``end_ms``."""
    evidence = item.content.get("evidence") or (item.report or {}).get("evidence") or []
    at_ms = evidence[0]["start_ms"] if evidence else item.pause_ms
    return at_ms is not None and start_ms <= at_ms < end_ms


def _placed(lesson: Lesson, content: dict[str, Any]) -> dict[str, Any]:
    """``content`` with a pause, where it has evidence and none of its own. Raises PauseOutsideError."""
    duration_ms = lesson.recording.duration_ms or 1
    spans = [Span(e["start_ms"], e["end_ms"]) for e in content.get("evidence", [])]
    for span in spans:
        within_recording(span.end_ms, duration_ms)
    pause_ms = content.get("pause_ms")
    if pause_ms is not None:
        within_recording(pause_ms, duration_ms)
    elif spans:
        recording = lesson.recording
        pause = place(spans, recording.transcript(), recording.silence_spans(), purpose=content.get("purpose", "check"))
        return content | {"pause_ms": pause.at_ms}
    return {k: v for k, v in content.items() if k != "pause_ms" or v is not None}
