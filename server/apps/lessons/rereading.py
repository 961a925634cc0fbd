"""A second reading: what the check could not confirm is read by a text-generation service, and its word is kept."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from apps.lessons.jobs import request_check
from apps.lessons.models import Item, Lesson, SecondOpinion
from apps.lessons.opinions import put_again
from apps.lessons.segments import stretches
from apps.lessons.writers import Reply, service_name
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from config.errors import SentenceError
from escuela_core.checking import second
from escuela_core.transcripts import Transcript

# A token is about so many letters in English and Spanish; services tell the exact number afterwards.
LETTERS_A_TOKEN = 4
# What a service writes for each item.
TOKENS_ANSWERED = 90


def estimate(lesson: Lesson) -> dict[str, Any]:
    """Who reads, and what reading the open items or all of them would cost; ``by`` is empty where nobody does."""
    if not service_name():
        return {"by": "", "open": _cost([]), "all": _cost([])}
    transcript = lesson.recording.transcript().inside(*stretches(lesson))
    unread = _unread(lesson, transcript)
    left_open = [p for item, p in unread if item.report and item.report.get("standing") != "confirmed"]
    return {"by": service_name(), "open": _cost(left_open), "all": _cost([p for _, p in unread])}


def _cost(asked: Sequence[second.Put]) -> dict[str, int]:
    letters = sum(len(m["content"]) for batch in second.batches(asked) for m in second.messages(batch))
    return {"items": len(asked), "tokens": letters // LETTERS_A_TOKEN + TOKENS_ANSWERED * len(asked)}


def _unread(lesson: Lesson, transcript: Transcript) -> list[tuple[Item, second.Put]]:
    """The checked items that nobody read as they now stand, each as it is put to the reader."""
    items = lesson.items.exclude(place=Item.Place.DROPPED).exclude(report=None)
    asked = [(item, put_again(item, transcript)) for item in items if item.core().is_marked]
    known = set(lesson.opinions.values_list("key", flat=True))
    return [(item, put) for item, put in asked if put.sentences and put.key not in known]


def request_reading(lesson: Lesson, which: str) -> Job:
    """Have the ``open`` items or ``all`` of them read."""
    if not service_name():
        raise SentenceError("no_writer", "No writing service is set up on this server.")
    return work.start(lesson.owner, "read_again", {"lesson": str(lesson.id), "which": which}, title=lesson.title)


@long_work("read_again", ("read",))
def read_again(job: Job, steps: Steps) -> dict[str, Any]:
    """Items read in batches; each batch's opinions are kept as they come, and the check goes by them."""
    lesson = Lesson.with_removed.select_related("recording").get(id=job.given["lesson"])

    def read(share: Any) -> None:
        transcript = lesson.recording.transcript().inside(*stretches(lesson))
        asked = [
            put
            for item, put in _unread(lesson, transcript)
            if job.given["which"] == "all" or (item.report or {}).get("standing") != "confirmed"
        ]
        told = _Told()
        for batch in second.batches(asked):
            _read(batch, lesson, told)
            steps.say(**told.result(len(asked)))
            share(told.asked / len(asked))
        steps.say(**told.result(len(asked)))
        request_check(lesson)

    steps.once("read", read)
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
