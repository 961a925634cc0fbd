"""What stands around the viewing: made as a job, changed by the teacher, one of each kind a lesson."""

from __future__ import annotations

from typing import Any

from apps.lessons.history.services import changing
from apps.lessons.models import Item, Lesson, Material
from apps.lessons.segments.services import segment_rows, stretches
from apps.lessons.writing.proposing import into_pool
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from config.api import require_version
from config.errors import SentenceError
from escuela_core.items import Match, Pair
from escuela_core.items.model import Item as CoreItem
from escuela_core.language.languages import language_of
from escuela_core.materials import make, material_from_json
from escuela_core.materials.model import MaterialShapeError
from escuela_core.timeline import Span

FEWEST_PAIRS, MOST_PAIRS, LONGEST_MEANING = 3, 6, 160


def request(lesson: Lesson, kind: str, share: float = 1.0) -> Job:
    given = {"lesson": str(lesson.id), "kind": kind, "share": share}
    return work.start(lesson.owner, "material", given, title=lesson.title)


@long_work("material", ("write",))
def make_material(job: Job, steps: Steps) -> dict[str, Any]:
    """A material of one kind, in place of the lesson's older one of that kind."""
    lesson = Lesson.with_removed.select_related("recording").get(id=job.given["lesson"])
    steps.once("write", lambda _share: steps.say(lines=_make(lesson, **_wanted(job))))
    return dict(job.result)


def _wanted(job: Job) -> dict[str, Any]:
    return {"kind": job.given["kind"], "share": job.given.get("share", 1.0)}


def _make(lesson: Lesson, kind: str, share: float) -> int:
    talk = lesson.recording.transcript().inside(*stretches(lesson))
    rows = [r for r in segment_rows(lesson) if r["takes_part"]]
    segments = [(Span(r["start_ms"], r["end_ms"]), r["key_terms"]) for r in rows]
    items = [i.core() for i in lesson.items.filter(place=Item.Place.LESSON)]
    made = make(kind, talk, segments, level=lesson.wishes.get("level", ""), items=items, share=share)
    with changing(lesson, "make_material"):
        kept, fresh = Material.objects.get_or_create(lesson=lesson, kind=kind, defaults={"content": made.to_json()})
        if not fresh:
            kept.content = made.to_json() | {"place": kept.content["place"]}
            kept.version += 1
            kept.save()
    return len(made.lines)


def change(material: Material, content: object, expected: int | None) -> Material:
    """Put other lines or another place. Raises MaterialShapeError, or that somebody else was quicker."""
    if not isinstance(content, dict):
        raise MaterialShapeError("it must be an object")
    read = material_from_json(content | {"kind": material.kind}).to_json()
    with changing(material.lesson, "change_material", bout=str(material.id)):
        locked = Material.objects.select_for_update().get(id=material.id)
        require_version(locked.version, expected)
        locked.content = read
        locked.version += 1
        locked.save()
    return locked


def drop(material: Material) -> None:
    with changing(material.lesson, "drop_material"):
        material.delete()


def into_match(material: Material) -> int:
    """A match of words and meanings from a glossary, into the pool; how many pairs it has."""
    content = material_from_json(material.content)
    known = [n for n in content.lines if n.text.strip() and 0 < len(n.meaning.strip()) <= LONGEST_MEANING][:MOST_PAIRS]
    if len(known) < FEWEST_PAIRS:
        raise SentenceError("too_few_words", f"A match needs at least {FEWEST_PAIRS} words with a meaning.")
    spans = tuple(sorted({s for n in known for s in n.evidence}))
    spanish = language_of(material.lesson.recording.language or "").code == "es"
    prompt = "Relaciona cada palabra con su significado." if spanish else "Match each word with its meaning."
    pairs = tuple(Pair(n.text.strip(), n.meaning.strip()) for n in known)
    item: CoreItem = Match(prompt=prompt, pairs=pairs, evidence=spans, pause_ms=spans[-1].end_ms if spans else None)
    into_pool(material.lesson, [item])
    return len(pairs)


def frozen(lesson: Lesson) -> list[dict[str, Any]]:
    """The materials as an edition keeps them; those without a line, or for the teacher alone, are left out."""
    return [m.content for m in lesson.materials.all() if m.content["lines"] and m.content["place"] != "teacher"]
