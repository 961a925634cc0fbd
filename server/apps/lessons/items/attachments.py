"""Pictures and voice notes of items: read, made small and plain, kept under a name that cannot be guessed."""

from __future__ import annotations

import re
from collections.abc import Iterable
from functools import partial
from pathlib import Path
from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import QuerySet, TextField
from django.db.models.functions import Cast
from django.shortcuts import get_object_or_404

from apps.accounts.models import User
from apps.lessons.models import Attachment, Lesson
from apps.recordings import room, uploads
from apps.recordings.media import spoken_note
from apps.recordings.models import Upload, media_key
from apps.work import services as work
from apps.work.limited import GB, Limits, read_apart
from apps.work.models import Job
from apps.work.services import Steps, long_work
from config.errors import SentenceError

LARGEST_PICTURE_BYTES, LARGEST_SOUND_BYTES = 20_000_000, 60_000_000
PICTURE = Limits(seconds=20, memory=2 * GB, written=20_000_000)
LONGEST_SOUND_MS = 10 * 60_000
_NAME = re.compile(r"[\w-]{32}")
_NAMED_IN = ("items__content", "changes__before", "changes__after", "editions__content")


def keep(owner: User, lesson: Lesson, *, upload_id: UUID, kind: str) -> Job:
    """Have a worker read the uploaded file and keep it with ``lesson``; the job says under which name."""
    upload = get_object_or_404(Upload, id=upload_id, owner=owner)
    given = {"lesson": str(lesson.id), "upload": str(upload.id), "kind": kind, "name": media_key()}
    return work.start(owner, "attach", given, title=upload.name[:300])


@long_work("attach", ("read",), queue="links")
def attach(job: Job, steps: Steps) -> dict[str, Any]:
    """The upload is gone afterwards, whatever comes of it.

    Raises ``picture_unreadable``, ``picture_too_large``, ``sound_too_long`` or NotMediaError.
    """
    given = job.given

    def read(_share: Any) -> None:
        if Attachment.objects.filter(name=given["name"]).exists():
            return
        upload = Upload.objects.get(id=given["upload"], owner=job.owner)
        lesson = Lesson.objects.get(id=given["lesson"], owner=job.owner)
        try:
            keep_file(lesson, uploads.take(upload), kind=given["kind"], called=upload.name, name=given["name"])
        finally:
            uploads.remove(upload)

    steps.once("read", read)
    return {"name": given["name"]}


def keep_file(lesson: Lesson, source: Path, *, kind: str, called: str = "", name: str = "") -> Attachment:
    """A file on this machine as an attachment, under ``name`` where one is given. Raises as ``attach`` does."""
    attachment = Attachment(lesson=lesson, kind=kind, name=name or media_key())
    attachment.path.parent.mkdir(parents=True, exist_ok=True)
    if kind == Attachment.Kind.IMAGE:
        attachment.media_type = _picture(source, attachment.path, called or name)
    else:
        attachment.media_type = _sound(source, attachment.path, called or name)
    attachment.save(force_insert=True)
    return attachment


def remove_unnamed(names: Iterable[str]) -> None:
    """Those of the files ``names`` that no item, no change that can be undone and no edition names any more."""
    for attachment in Attachment.objects.filter(name__in=list(names)):
        if not any(_naming(attachment.name, place).exists() for place in _NAMED_IN):
            _remove(attachment)


def let_go(lesson: Lesson) -> None:
    """Before ``lesson`` goes: a file that another lesson names too stays with that one, the others go."""
    for attachment in lesson.attachments.all():
        others = (_naming(attachment.name, place).exclude(id=lesson.id).first() for place in _NAMED_IN)
        attachment.lesson = next((other for other in others if other is not None), lesson)
        if attachment.lesson == lesson:
            _remove(attachment)
        else:
            attachment.save()


def _remove(attachment: Attachment) -> None:
    transaction.on_commit(partial(attachment.path.unlink, missing_ok=True))
    attachment.delete()


def _naming(name: str, place: str) -> QuerySet[Lesson]:
    return Lesson.with_removed.annotate(told=Cast(place, TextField())).filter(told__contains=name)


@room.keeps
def files_of(owner: User) -> list[Path]:
    """The pictures and notes of all lessons of ``owner``."""
    return [a.path for a in Attachment.objects.filter(lesson__owner=owner)]


def address_of(name: str) -> str | None:
    """Where the file that an item names is served; None for a name that is not one of ours."""
    return f"/media/attached/{name}" if _NAME.fullmatch(name) else None


def _picture(source: Path, target: Path, name: str) -> str:
    """Any of the common formats as WebP, upright, no wider than a screen, without what the camera wrote beside it."""
    if source.stat().st_size > LARGEST_PICTURE_BYTES:
        limit = LARGEST_PICTURE_BYTES // 1_000_000
        raise SentenceError("picture_too_large", f"A picture may have up to {limit} MB.", limit_mb=limit)
    read_apart("picture", b"", PICTURE, source=str(source), target=str(target), name=name)
    return "image/webp"


def _sound(source: Path, target: Path, name: str) -> str:
    """Whatever a browser recorded as AAC, which every browser plays."""
    too_large = source.stat().st_size > LARGEST_SOUND_BYTES
    if too_large or spoken_note(source, target, name, longest_ms=LONGEST_SOUND_MS).duration_ms > LONGEST_SOUND_MS:
        minutes = LONGEST_SOUND_MS // 60_000
        raise SentenceError("sound_too_long", f"A voice note may last up to {minutes} minutes.", minutes=minutes)
    return "audio/mp4"
