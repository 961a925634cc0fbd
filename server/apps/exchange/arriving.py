"""A lesson on its way in: from an archive or a lesson file, with what it names, as it was where it came from."""

from __future__ import annotations

import json
import os
import shutil
import uuid
from collections.abc import Callable
from pathlib import Path
from typing import Any
from uuid import UUID

from django.db import models, transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from apps.accounts.models import User
from apps.handouts.models import Handout
from apps.lessons.checking.requesting import request_check
from apps.lessons.items import attachments
from apps.lessons.items.services import stored
from apps.lessons.models import LICENCES, Attachment, Item, Lesson, Material, Segment
from apps.recordings import hosts, readings, room, scripts, uploads
from apps.recordings import services as recordings
from apps.recordings.models import CaptionTrack, Recording, Sentence, Upload, media_key
from apps.work import services as work
from apps.work.limited import GB, Limits, read_apart
from apps.work.models import Job
from apps.work.services import Steps, long_work
from config.errors import SentenceError
from escuela_core.exchange.lesson import LessonFile
from escuela_core.exchange.lesson_reading import lesson_from_json
from escuela_core.items import item_from_json
from escuela_core.items.texts import with_files
from escuela_core.writing.wishes import KINDS as WRITTEN

UNPACKING = Limits(seconds=300, memory=3 * GB, written=4 * GB)
# Of what was asked of the writer only the goals go along; the rest is as for a new lesson.
WISHES: dict[str, Any] = {
    "count": None,
    "kinds": list(WRITTEN),
    "level": "",
    "depths": [],
    "goals": [],
    "mistakes": [],
    "remarks": "",
}
LENGTH_SLACK_MS = 1_000
STEPS = ("unpack", "probe", "convert", "sound", "lesson")


def request_lesson(owner: User, upload_id: UUID) -> Job:
    """Have a lesson made of an uploaded archive or lesson file."""
    upload = get_object_or_404(Upload, id=upload_id, owner=owner)
    uploads.take(upload)
    # It unpacks to about as much as it is: recordings and pictures are packed already.
    room.require(owner, upload.size)
    recording = Recording(owner=owner, title=upload.name[:300])
    recording.save()
    given = {"upload": str(upload.id), "recording": str(recording.id), "name": upload.name}
    return work.start(owner, "take_in", given, title=upload.name)


def _discard(job: Job) -> None:
    for recording in Recording.objects.filter(id=job.given["recording"], lesson=None):
        recordings.discard(recording)


@long_work("take_in", STEPS, queue="heavy", gave_up=_discard)
def take_in(job: Job, steps: Steps) -> dict[str, Any]:
    """From an archive to a lesson on the desk."""
    recording = Recording.objects.select_related("owner").get(id=job.given["recording"])
    arrived = recording.folder / "arrived"
    works: dict[str, Callable[[recordings.Progress], object]] = {
        "unpack": lambda _share: _unpack(job, recording, arrived),
        "probe": lambda _share: _with_sound(recording, lambda: recordings.probe(recording, job.given["name"])),
        "convert": lambda share: _with_sound(recording, lambda: recordings.make_playable(recording, share)),
        "sound": lambda share: _with_sound(recording, lambda: recordings.hear(recording, share)),
        "lesson": lambda _share: _put(recording, arrived),
    }
    for name in STEPS:
        steps.once(name, works[name])
    scripts.forget_samples(recording)
    shutil.rmtree(arrived, ignore_errors=True)
    for upload in Upload.objects.filter(id=job.given["upload"]):
        uploads.remove(upload)
    return {"lesson": str(Lesson.with_removed.get(recording=recording).id)}


def _with_sound(recording: Recording, do: Callable[[], object]) -> None:
    """What is done only where the recording itself arrived."""
    if recording.source.exists() and not recording.peaks:
        do()


def _unpack(job: Job, recording: Recording, arrived: Path) -> None:
    """The lesson and its files into a folder of the recording; and the recording, from wherever it can be had."""
    upload = Upload.objects.get(id=job.given["upload"], owner=recording.owner)
    shutil.rmtree(arrived, ignore_errors=True)
    arrived.mkdir(parents=True)
    told = read_apart("lesson", b"", UNPACKING, source=str(uploads.take(upload)), folder=str(arrived))
    (arrived / "lesson.json").write_text(json.dumps(told), "utf-8")
    lesson = lesson_from_json(told)
    recording.title, recording.language = lesson.title, lesson.language or "en"
    # What stands in a file may be anything; it is shown as a link.
    recording.link = lesson.link if lesson.link.startswith(("https://", "http://")) else ""
    recording.known_by = lesson.known_by
    recording.duration_ms = lesson.duration_ms
    recording.save()
    if (arrived / "media").exists():
        (arrived / "media").replace(recording.source)
    elif not _borrowed(recording):
        if not (recording.link and hosts.host_of(recording.link)):
            raise SentenceError(
                "archive_without_recording",
                "This lesson comes without its recording. Add the recording first, then open the lesson again.",
            )
        recordings.fetch(recording, lambda _share: None)


def _borrowed(recording: Recording) -> bool:
    """Whether the teacher has the same recording already: then its files are this one's too."""
    others = Recording.objects.filter(owner=recording.owner, known_by=recording.known_by).exclude(id=recording.id)
    other = others.exclude(media_type="").exclude(known_by="").first()
    if other is None:
        return False
    for file in other.folder.iterdir():
        if file.is_file() and not (recording.folder / file.name).exists():
            os.link(file, recording.folder / file.name)
    for field in ("file_name", "media_type", "has_picture", "duration_ms", "peaks", "silences"):
        setattr(recording, field, getattr(other, field))
    recording.save()
    return True


def _put(recording: Recording, arrived: Path) -> None:
    """Everything into the database at once; begun again it finds what is there."""
    if Lesson.with_removed.filter(recording=recording).exists():
        return
    content = lesson_from_json(json.loads((arrived / "lesson.json").read_text("utf-8")))
    with transaction.atomic():
        # A file that was converted there may be a little longer or shorter than what it was made of.
        if abs((recording.duration_ms or 0) - content.duration_ms) <= LENGTH_SLACK_MS:
            recording.duration_ms = content.duration_ms
            recording.save(update_fields=["duration_ms"])
        lesson = _lesson(recording, content)
        names = _files(lesson, content, arrived)
        _script(recording, content)
        Segment.objects.bulk_create(
            Segment(
                id=_free(Segment, s.id),
                lesson=lesson,
                start_ms=s.start_ms,
                title=s.title,
                summary=s.summary,
                key_terms=list(s.key_terms),
                takes_part=s.takes_part,
            )
            for s in content.segments
        )
        _items(lesson, content, names)
        for material in content.materials:
            Material.objects.create(lesson=lesson, kind=material.kind, content=material.to_json())
        if content.layout is not None:
            Handout.objects.create(lesson=lesson, layout=content.layout.to_json())
    readings.learn(recording)
    request_check(lesson)


def _lesson(recording: Recording, content: LessonFile) -> Lesson:
    origin = None
    if content.author.strip() and content.author != recording.owner.name:
        licence = content.licence if content.licence in LICENCES else ""
        origin = {"author": content.author, "licence": licence, "title": content.title}
        origin["taken_at"] = timezone.now().isoformat()
    return Lesson.objects.create(
        owner=recording.owner,
        recording=recording,
        title=content.title,
        extract_start_ms=content.extract.start_ms if content.extract else None,
        extract_end_ms=content.extract.end_ms if content.extract else None,
        wishes=WISHES | {"goals": list(content.goals)} if content.goals else {},
        origin=origin,
    )


def _script(recording: Recording, content: LessonFile) -> None:
    Sentence.objects.bulk_create(
        (
            Sentence(
                recording=recording,
                start_ms=said.sentence.start_ms,
                end_ms=said.sentence.end_ms,
                text=said.sentence.text,
                speaker=said.sentence.speaker,
                words=[[w.start_ms, w.end_ms, w.text, w.timing] for w in said.sentence.words],
                is_spoken=said.spoken,
            )
            for said in content.sentences
        ),
        batch_size=1_000,
    )
    for track in content.tracks:
        cues = [list(cue) for cue in track.cues]
        CaptionTrack.objects.create(recording=recording, language=track.language, label=track.label, cues=cues)


def _items(lesson: Lesson, content: LessonFile, names: dict[str, str]) -> None:
    rows = []
    for position, kept in enumerate(content.items):
        data = with_files(stored(kept.item), names)
        place = Item.Place.POOL if kept.place == "pool" else Item.Place.LESSON
        rows.append(
            Item(
                id=_free(Item, kept.item.id),
                lesson=lesson,
                place=place,
                content=stored(item_from_json(data)),
                pause_by_teacher=kept.pause_by_teacher,
                position=position,
                seen=True,
            )
        )
    Item.objects.bulk_create(rows)


def _free(model: type[models.Model], wanted: str) -> UUID:
    """The id it had where it came from, so that the same lesson stays the same; another where that is taken here."""
    try:
        known = UUID(wanted)
    except ValueError:
        return uuid.uuid4()
    return uuid.uuid4() if model._default_manager.filter(pk=known).exists() else known  # noqa: SLF001


def _files(lesson: Lesson, content: LessonFile, arrived: Path) -> dict[str, str]:
    """The pictures and notes, read again as any that is sent; the name each has here by the one it had there."""
    names = {}
    for number, file in enumerate(content.files):
        name = file.name
        if attachments.address_of(name) is None or Attachment.objects.filter(name=name).exists():
            name = media_key()
        kind = Attachment.Kind.SOUND if file.media_type.startswith("audio/") else Attachment.Kind.IMAGE
        attachments.keep_file(lesson, arrived / f"file{number}", kind=kind, name=name)
        names[file.name] = name
    return names
