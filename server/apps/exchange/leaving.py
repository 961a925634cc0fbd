"""A lesson on its way out: whole, as an archive, or its items for another system. What a form cannot hold is told
before."""

from __future__ import annotations

import json
from collections import Counter
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

from apps.exchange.serializers import FormLossesOut, FormsLossesOut, LeavingForm, LossOut
from apps.handouts import services as handouts
from apps.handouts.models import Handout
from apps.lessons.models import Attachment, Item, Lesson
from apps.work import made
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from escuela_core.exchange import cartridge, qti, table
from escuela_core.exchange.archive import pack
from escuela_core.exchange.lesson import File, KeptItem, LessonFile, Said, SegmentRow, Track
from escuela_core.exchange.qti.package import Named
from escuela_core.exchange.track import metadata_track
from escuela_core.formats.separated import as_csv
from escuela_core.handouts import compose, layout_from_json, write
from escuela_core.items import Item as CoreItem
from escuela_core.items import item_to_json
from escuela_core.items.texts import files as files_named
from escuela_core.materials import material_from_json
from escuela_core.transcripts import webvtt

ZIP = "application/zip"


def lesson_file(lesson: Lesson) -> LessonFile:
    """Everything of a lesson that another Escuela needs to have the same one. Nine queries whatever its size."""
    recording, handout = lesson.recording, Handout.objects.filter(lesson=lesson).first()
    whole = lesson.extract_start_ms is None and lesson.extract_end_ms is None
    kept = [i for i in lesson.items.all() if i.place != Item.Place.DROPPED]
    offer = lesson.offers.filter(ended_at=None).first()
    return LessonFile(
        title=lesson.title,
        language=recording.language,
        duration_ms=recording.duration_ms or 1,
        has_picture=recording.has_picture,
        link=recording.link,
        known_by=recording.known_by,
        extract=None if whole else lesson.extract,
        sentences=tuple(Said(s.spoken(), s.is_spoken) for s in recording.sentences.all()),
        segments=tuple(
            SegmentRow(str(s.id), s.start_ms, s.title, s.summary, tuple(s.key_terms), s.takes_part)
            for s in lesson.segments.all()
        ),
        items=tuple(
            KeptItem(i.core(), "pool" if i.place == Item.Place.POOL else "lesson", i.pause_by_teacher) for i in kept
        ),
        materials=tuple(material_from_json(m.content | {"kind": m.kind}) for m in lesson.materials.all()),
        tracks=tuple(
            Track(t.language, t.label, tuple((a, b, text) for a, b, text in t.cues)) for t in recording.tracks.all()
        ),
        goals=tuple(lesson.wishes.get("goals", [])),
        layout=layout_from_json(handout.layout) if handout else None,
        author=(lesson.origin or {}).get("author", "") or (offer.author if offer else ""),
        licence=(lesson.origin or {}).get("licence", "") or (offer.licence if offer else ""),
        files=tuple(File(a.name, "", a.media_type, "") for a in named_files(lesson, [i.core() for i in kept])),
    )


def named_files(lesson: Lesson, items: Sequence[CoreItem]) -> list[Attachment]:
    """The lesson's pictures and notes that ``items`` name and that are there, in the order of their names."""
    named = {name for item in items for name in files_named(item_to_json(item))}
    return [a for a in Attachment.objects.filter(lesson=lesson, name__in=named).order_by("name") if a.path.exists()]


def asked(lesson: Lesson) -> list[CoreItem]:
    """The lesson's items in the order they are asked."""
    mine = [i for i in lesson.items.all() if i.place == Item.Place.LESSON]
    return [i.core() for i in sorted(mine, key=lambda i: (i.pause_ms or 0, i.position))]


# Forms


def _archive(lesson: Lesson, path: Path, given: dict[str, Any]) -> None:
    content, recording = lesson_file(lesson), lesson.recording
    media = None
    if given["with_recording"] and recording.media_type and recording.played.exists():
        media = recording.played
        ending = recording.media_type.rsplit("/", 1)[-1]
        content = replace(content, media=File(f"recording.{ending}", "", recording.media_type, ""))
    kept = [k.item for k in content.items]
    pack(path, content, {a.name: a.path for a in named_files(lesson, kept)}, media)


def _qti(lesson: Lesson, path: Path, _given: dict[str, Any]) -> None:
    items = asked(lesson)
    named = {a.name: Named(a.path, a.media_type) for a in named_files(lesson, items)}
    qti.write_package(path, lesson.title, lesson.recording.language, items, named)


def _cartridge(lesson: Lesson, path: Path, given: dict[str, Any]) -> None:
    """The items, with the handout and the script as pages."""
    content = handouts.printed(lesson, given["site"])
    sheet = write(compose(content, handouts.layout_of(lesson), "student"), "html", handouts.pictures(lesson, content))
    script = webvtt.cues([(s.start_ms, s.end_ms, s.text) for s in content.sentences])
    pages = [
        cartridge.Page("handout.html", lesson.title, sheet),
        cartridge.Page("script.vtt", f"{lesson.title} (WebVTT)", script.encode()),
    ]
    cartridge.write_cartridge(path, lesson.title, lesson.recording.language, asked(lesson), pages)


def _items(lesson: Lesson, path: Path, _given: dict[str, Any]) -> None:
    listed = {"items": [item_to_json(i) for i in asked(lesson)]}
    path.write_text(json.dumps(listed, ensure_ascii=False, indent=1), "utf-8")


def _csv(lesson: Lesson, path: Path, _given: dict[str, Any]) -> None:
    path.write_text(as_csv(table.rows(asked(lesson), lesson.owner.language)), "utf-8")


def _xlsx(lesson: Lesson, path: Path, _given: dict[str, Any]) -> None:
    path.write_bytes(table.as_xlsx(asked(lesson), lesson.title, lesson.owner.language))


def _track(lesson: Lesson, path: Path, _given: dict[str, Any]) -> None:
    path.write_text(metadata_track(asked(lesson)), "utf-8")


def _nothing_lost(_item: CoreItem) -> list[str]:
    return []


@dataclass(frozen=True, slots=True)
class Form:
    """``lost`` tells by codes what of an item it cannot hold."""

    ending: str
    media_type: str
    write: Callable[[Lesson, Path, dict[str, Any]], None]
    lost: Callable[[CoreItem], list[str]] = _nothing_lost


FORMS: dict[LeavingForm, Form] = {
    "archive": Form("lesson.zip", ZIP, _archive),
    "qti": Form("qti.zip", ZIP, _qti, qti.lost),
    "cartridge": Form("imscc", ZIP, _cartridge, cartridge.lost),
    "xlsx": Form("xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", _xlsx, table.lost),
    "csv": Form("csv", "text/csv; charset=utf-8", _csv, table.lost),
    "items": Form("items.json", "application/json", _items),
    "track": Form("pauses.vtt", "text/vtt; charset=utf-8", _track),
}


def losses(lesson: Lesson) -> FormsLossesOut:
    """For each form what it cannot hold of this lesson: a code, of how many items."""
    items = asked(lesson)
    found = []
    for name, form in FORMS.items():
        counts = Counter(code for item in items for code in form.lost(item))
        rows = [LossOut(code=code, count=count) for code, count in sorted(counts.items())]
        found.append(FormLossesOut(form=name, losses=rows))
    return FormsLossesOut(found)


def request(lesson: Lesson, form: str, *, with_recording: bool, site: str) -> Job:
    """Have the lesson written in a form; the job leads to the file."""
    given = {"lesson": str(lesson.id), "form": form, "with_recording": with_recording, "site": site}
    return work.start(lesson.owner, "leave", given, title=lesson.title)


@long_work("leave", ("pack",), queue="heavy", gave_up=made.remove)
def leave(job: Job, steps: Steps) -> dict[str, Any]:
    """The lesson as it is when the job runs."""
    lesson = Lesson.with_removed.select_related("recording", "owner").get(id=job.given["lesson"])
    form = FORMS[job.given["form"]]

    def put(_share: Any) -> None:
        with made.making(job) as path:
            form.write(lesson, path, job.given)

    steps.once("pack", put)
    return made.told(lesson.title, form.ending, form.media_type)
