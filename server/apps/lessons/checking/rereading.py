"""A second reading: what the check could not confirm is read by a text-generation service, and its word is kept."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from apps.lessons.checking.jobs import check_items
from apps.lessons.checking.opinions import put_again
from apps.lessons.items.services import is_open
from apps.lessons.models import Item, Lesson, SecondOpinion
from apps.lessons.segments.services import stretches
from apps.lessons.writing.writers import Reply, require_service, service_name
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from escuela_core.checking import second

# What is open in the lesson, all of it, and what is open among the suggestions.
WHICH = ("open", "all", "pool")
# A token is about so many letters in English and Spanish; services tell the exact number afterwards.
LETTERS_A_TOKEN = 4
# What a service writes for each item.
TOKENS_ANSWERED = 90


def estimate(lesson: Lesson) -> dict[str, Any]:
    """Who reads, and what each of ``WHICH`` would cost; ``by`` is empty where nobody does."""
    if not service_name():
        return {"by": ""} | {which: _cost([]) for which in WHICH}
    unread = _unread(lesson)
    return {"by": service_name()} | {which: _cost(_chosen(unread, which)) for which in WHICH}


def _cost(asked: Sequence[second.Put]) -> dict[str, int]:
    letters = sum(len(m["content"]) for batch in second.batches(asked) for m in second.messages(batch))
    return {"items": len(asked), "tokens": letters // LETTERS_A_TOKEN + TOKENS_ANSWERED * len(asked)}


def _chosen(unread: Sequence[tuple[Item, second.Put]], which: str) -> list[second.Put]:
    place = Item.Place.POOL if which == "pool" else Item.Place.LESSON
    return [put for item, put in unread if item.place == place and (which == "all" or is_open(item))]


def _unread(lesson: Lesson) -> list[tuple[Item, second.Put]]:
    """The checked items that nobody read as they now stand, each as it is put to the reader."""
    transcript = lesson.recording.transcript().inside(*stretches(lesson))
    items = lesson.items.exclude(place=Item.Place.DROPPED).exclude(report=None)
    asked = [(item, put_again(item, transcript)) for item in items if item.core().is_marked]
    known = set(lesson.opinions.values_list("key", flat=True))
    return [(item, put) for item, put in asked if put.sentences and put.key not in known]


def request_reading(lesson: Lesson, which: str) -> Job:
    """Have those items read that ``which`` of ``WHICH`` names."""
    require_service()
    return work.start(lesson.owner, "read_again", {"lesson": str(lesson.id), "which": which}, title=lesson.title)


@long_work("read_again", ("reread", "check"))
def read_again(job: Job, steps: Steps) -> dict[str, Any]:
    """Items read in batches; each batch's opinions are kept as they come, and the check goes by them."""
    lesson = Lesson.with_removed.select_related("recording").get(id=job.given["lesson"])

    def read(share: Any) -> None:
        asked = _chosen(_unread(lesson), job.given["which"])
        told = _Told()
        for batch in second.batches(asked):
            _read(batch, lesson, told)
            steps.say(**told.result(len(asked)))
            share(told.asked / len(asked))
        steps.say(**told.result(len(asked)))

    steps.once("reread", read)
    steps.once("check", lambda _share: check_items(lesson))
    return dict(job.result)


class _Told:
    """What came of the batches so far."""

    def __init__(self) -> None:
        self.asked = self.read = self.doubted = 0
        self.tokens: Counter[str] = Counter()
        self.problems: list[dict[str, Any]] = []

    def result(self, wanted: int) -> dict[str, Any]:
        return {
            "read": self.read,
            "wanted": wanted,
            "doubted": self.doubted,
            "tokens": dict(self.tokens),
            "problems": self.problems,
        }


def _read(batch: Sequence[second.Put], lesson: Lesson, told: _Told) -> None:
    reply = Reply(second.messages(batch))
    opinions, problems = second.read("".join(reply.pieces()), batch)
    if reply.broken or not opinions:
        reply.forget()
    SecondOpinion.objects.bulk_create(
        [
            SecondOpinion(lesson=lesson, key=batch[place].key, by=service_name(), opinion=asdict(opinion))
            for place, opinion in opinions.items()
        ],
        ignore_conflicts=True,
    )
    told.asked += len(batch)
    told.read += len(opinions)
    told.doubted += sum(bool(o.doubt) for o in opinions.values())
    told.tokens.update({k: n for k, n in reply.tokens.items() if isinstance(n, int)})
    told.problems += [asdict(p) for p in problems]
