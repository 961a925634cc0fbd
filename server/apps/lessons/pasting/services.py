"""Items written elsewhere: what a text would become, and taking it into the lesson as one change."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django.db.models import Max

from apps.lessons.history.services import changing
from apps.lessons.items.services import stored
from apps.lessons.models import Item, Lesson
from apps.lessons.segments.services import stretches
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from config.errors import SentenceError
from escuela_core.items import item_to_json
from escuela_core.writing.pasting import Located, Pasted, located, paste, request_text

# Given times that are off by less than this are as good as right.
MOVED_FROM_MS = 3_000


def preview(text: str) -> dict[str, Any]:
    """The items of a text, what each of its lines became, and what should be looked at; nothing is kept."""
    pasted = paste(text)
    return {
        "items": [item_to_json(item) for item in pasted.items],
        "lines": [{"number": n.number, "text": n.text, "item": n.item, "became": n.became} for n in pasted.lines],
        "remarks": [
            {"line": r.line, "code": r.code, "message": r.message, "params": dict(r.params)} for r in pasted.remarks
        ],
    }


def request_for(lesson: Lesson) -> str:
    """What to hand to an assistant by hand; it holds the script and no student's name."""
    talk = lesson.recording.transcript().inside(*stretches(lesson))
    minutes = sum(s.length_ms for s in stretches(lesson)) / 60_000
    return request_text(talk, count=max(3, min(40, round(minutes))))


def take(lesson: Lesson, text: str, left_out: Sequence[int]) -> Job:
    """Have the items of ``text`` put where the talk says them, but for those left out by their places."""
    chosen = _chosen(paste(text), left_out)
    if not chosen:
        raise SentenceError("nothing_pasted", "There is no item in this text that could be taken in.")
    given = {"lesson": str(lesson.id), "text": text, "left_out": list(left_out)}
    return work.start(lesson.owner, "paste", given, title=lesson.title)


def _chosen(pasted: Pasted, left_out: Sequence[int]) -> list[Any]:
    return [item for n, item in enumerate(pasted.items) if n not in left_out]


@long_work("paste", ("read", "locate"))
def take_pasted(job: Job, steps: Steps) -> dict[str, Any]:
    """Into the lesson, each item at its words; told are those whose time was moved and those the talk does not back."""
    lesson = Lesson.with_removed.select_related("recording").get(id=job.given["lesson"])
    items = _chosen(paste(job.given["text"]), job.given["left_out"])
    steps.once("read", lambda _share: steps.say(made=len(items)))
    recording = lesson.recording

    def locate(_share: Any) -> None:
        talk = recording.transcript().inside(*stretches(lesson))
        found = located(items, talk, recording.silence_spans())
        ids = _keep(lesson, found, job)
        steps.say(
            moved=[_moved(i, f) for i, f in zip(ids, found, strict=True) if _is_moved(f)],
            unbacked=[i for i, f in zip(ids, found, strict=True) if not f.found and f.item.is_marked],
        )

    steps.once("locate", locate)
    return dict(job.result)


def _keep(lesson: Lesson, found: Sequence[Located], job: Job) -> list[str]:
    """The ids of the items, which come in once even where the job is begun again."""
    if there := list(lesson.items.filter(job=job.id).order_by("position")):
        return [str(row.id) for row in there]
    with changing(lesson, "paste_items") as locked:
        first = (locked.items.aggregate(last=Max("position"))["last"] or 0) + 1
        contents = [stored(f.item) for f in found]
        rows = Item.objects.bulk_create(
            Item(lesson=locked, place=Item.Place.LESSON, content=content, position=first + n, job=job.id)
            for n, content in enumerate(contents)
        )
    return [str(row.id) for row in rows]


def _is_moved(found: Located) -> bool:
    pause_ms = found.item.pause_ms
    return found.given_ms is not None and pause_ms is not None and abs(pause_ms - found.given_ms) >= MOVED_FROM_MS


def _moved(item: str, found: Located) -> dict[str, Any]:
    return {"item": item, "prompt": found.item.asked, "given_ms": found.given_ms, "pause_ms": found.item.pause_ms}
