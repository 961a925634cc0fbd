"""Handouts: laid out, looked at, written as files, and layouts kept."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from apps.accounts.models import User
from apps.assignments.models import Assignment
from apps.handouts.models import Handout, KeptLayout
from apps.lessons.models import Item, Lesson
from apps.lessons.segments.services import segment_rows, stretches
from apps.lessons.writing.proposing import into_pool
from apps.work import made
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from config.errors import SentenceError
from escuela_core.handouts import ENDINGS, TYPES, USUAL, Layout, as_items, compose, layout_from_json, rare, write
from escuela_core.handouts import Lesson as Printed
from escuela_core.handouts.html import html
from escuela_core.items import item_to_json
from escuela_core.items.texts import files
from escuela_core.materials import material_from_json
from escuela_core.timeline import Span

MOST_KEPT = 50


def layout_of(lesson: Lesson) -> Layout:
    """The lesson's own; else the one its teacher kept last, else the usual."""
    own = Handout.objects.filter(lesson=lesson).first()
    kept = None if own else lesson.owner.kept_layouts.order_by("-used_at").first()
    found = own or kept
    return layout_from_json(found.layout) if found else USUAL


def lay_out(lesson: Lesson, given: object) -> Layout:
    """Print the lesson so from now on. Raises LayoutShapeError."""
    layout = layout_from_json(given)
    Handout.objects.update_or_create(lesson=lesson, defaults={"layout": layout.to_json()})
    return layout


def keep(owner: User, name: str, given: object) -> KeptLayout:
    """A layout for other lessons, in place of one of the same name. Raises LayoutShapeError."""
    layout = layout_from_json(given).for_another_lesson()
    known = owner.kept_layouts.filter(name=name)
    if not known.exists() and owner.kept_layouts.count() >= MOST_KEPT:
        raise SentenceError("too_many_layouts", f"You can keep {MOST_KEPT} layouts; remove one first.", most=MOST_KEPT)
    kept, _ = KeptLayout.objects.update_or_create(owner=owner, name=name, defaults={"layout": layout.to_json()})
    return kept


def link_of(lesson: Lesson, site: str) -> str:
    """Where students find the recording: the newest assignment that is open; empty where there is none."""
    given = Assignment.objects.filter(edition__lesson=lesson, shut_at=None).order_by("-created_at").first()
    return f"{site}/s/{given.code}" if given else ""


def printed(lesson: Lesson, site: str) -> Printed:
    """The lesson as handouts take it. Six queries whatever its size."""
    covered = stretches(lesson)
    talk = lesson.recording.transcript().inside(*covered)
    items = sorted(
        (i for i in lesson.items.all() if i.place == Item.Place.LESSON), key=lambda i: (i.pause_ms or 0, i.position)
    )
    parts = [s for s in segment_rows(lesson) if s["takes_part"]]
    return Printed(
        lesson.title,
        lesson.recording.language or "en",
        tuple(i.core() for i in items),
        {m.kind: material_from_json(m.content) for m in lesson.materials.all()},
        tuple((Span(s["start_ms"], s["end_ms"]), s["title"]) for s in parts),
        talk.sentences,
        tuple(lesson.wishes.get("goals", [])),
        link_of(lesson, site),
    )


def pictures(lesson: Lesson, content: Printed) -> dict[str, bytes]:
    """The picture files that the lesson's items name and that are there."""
    named = {name for item in content.items for name in files(item_to_json(item))}
    kept = lesson.attachments.filter(name__in=named, kind="image")
    return {a.name: a.path.read_bytes() for a in kept if a.path.exists()}


def preview(lesson: Lesson, version: Any, site: str) -> str:
    content = printed(lesson, site)
    return html(compose(content, layout_of(lesson), version), pictures(lesson, content))


def request_file(lesson: Lesson, form: str, version: str, site: str) -> Job:
    """Have the handout written as a file; the job leads to it."""
    given = {"lesson": str(lesson.id), "form": form, "version": version, "site": site}
    return work.start(lesson.owner, "handout", given, title=lesson.title)


@long_work("handout", ("gather", "print"), gave_up=made.remove)
def write_file(job: Job, steps: Steps) -> dict[str, Any]:
    """The lesson as it is when the job runs, set and written. Looking at a half-written file is not possible."""
    lesson = Lesson.with_removed.select_related("recording", "owner").get(id=UUID(job.given["lesson"]))
    form, version = job.given["form"], job.given["version"]
    content = printed(lesson, job.given["site"])
    held: dict[str, bytes] = {}
    steps.once("gather", lambda _share: held.update(pictures(lesson, content)))

    def put(_share: Any) -> None:
        shown = held or pictures(lesson, content)
        with made.making(job) as path:
            path.write_bytes(write(compose(content, layout_of(lesson), version), form, shown))

    steps.once("print", put)
    title = lesson.title if version == "student" else f"{lesson.title} {version}"
    return made.told(title, ENDINGS.get(form, form), TYPES[form])


def words(lesson: Lesson, level: str) -> dict[str, Any]:
    """What is said, word by word, and where words above ``level`` begin."""
    talk = lesson.recording.transcript().inside(*stretches(lesson))
    rows = [[{"start_ms": w.start_ms, "text": w.text} for w in s.words] for s in talk.sentences]
    return {"sentences": rows, "above": rare(talk.sentences, level, talk.language)}


def into_items(lesson: Lesson, chosen: list[int]) -> int:
    """Gaps of the chosen words, into the pool; how many there are."""
    talk = lesson.recording.transcript().inside(*stretches(lesson))
    made_now = as_items(talk.sentences, chosen)
    into_pool(lesson, made_now)
    return len(made_now)
