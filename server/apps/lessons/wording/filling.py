"""What is not written yet in a wording, written by a text-generation service; the teacher's own words stay."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from apps.lessons.history.services import changing
from apps.lessons.items.services import stored
from apps.lessons.models import Item, Lesson
from apps.lessons.wording.services import require_tag
from apps.lessons.writing.writers import Reply, require_service
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from escuela_core.items.rewording import lines, with_wording
from escuela_core.writing import translating


@dataclass(frozen=True, slots=True)
class Missing:
    item: UUID
    at: str
    original: str


def request_filling(lesson: Lesson, tag: str) -> Job:
    """Have all that is missing in ``tag`` written. Raises ``no_writer`` and ``wording_tag``."""
    require_tag(lesson, tag)
    require_service()
    return work.start(lesson.owner, "fill_wording", {"lesson": str(lesson.id), "tag": tag}, title=lesson.title)


@long_work("fill_wording", ("write",))
def fill_wording(job: Job, steps: Steps) -> dict[str, Any]:
    """Texts in batches; each batch is put in as it comes, as one change, where nobody has written meanwhile."""
    lesson = Lesson.with_removed.select_related("recording").get(id=job.given["lesson"])

    def write(share: Any) -> None:
        tag, language = job.given["tag"], lesson.recording.language
        wanted = _missing(lesson, tag)
        tokens: Counter[str] = Counter()
        written = asked = 0
        for batch in translating.batches(wanted):
            reply = Reply(translating.messages([m.original for m in batch], language, tag))
            found = translating.read("".join(reply.pieces()), [m.original for m in batch])
            if reply.broken or not found:
                reply.forget()
            written += _put(lesson, tag, {(batch[n].item, batch[n].at): text for n, text in found.items()})
            tokens.update({k: n for k, n in reply.tokens.items() if isinstance(n, int)})
            asked += len(batch)
            steps.say(written=written, wanted=len(wanted), tokens=dict(tokens))
            share(asked / len(wanted))
        steps.say(written=written, wanted=len(wanted), tokens=dict(tokens))

    steps.once("write", write)
    return dict(job.result)


def _missing(lesson: Lesson, tag: str) -> list[Missing]:
    rows = lesson.items.filter(place=Item.Place.LESSON).order_by("position")
    return [Missing(row.id, line.at, line.original) for row in rows for line in lines(row.core(), tag) if not line.text]


def _put(lesson: Lesson, tag: str, texts: dict[tuple[UUID, str], str]) -> int:
    """Put texts where there is still none; how many."""
    count = 0
    if not texts:
        return count
    with changing(lesson, "word_item") as locked:
        for row in locked.items.filter(id__in={item for item, _ in texts}):
            item = row.core()
            new = {
                line.at: texts[row.id, line.at]
                for line in lines(item, tag)
                if not line.text and (row.id, line.at) in texts
            }
            if new:
                row.content = stored(with_wording(item, tag, new))
                row.version += 1
                row.save()
                count += len(new)
    return count
