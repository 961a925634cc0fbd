"""Pictures and spoken notes of items: read, made small and plain, kept under a name that cannot be guessed."""

from __future__ import annotations

import re
import subprocess
from collections.abc import Iterable
from functools import partial
from pathlib import Path
from uuid import UUID

from django.db import transaction
from django.db.models import QuerySet, TextField
from django.db.models.functions import Cast
from django.shortcuts import get_object_or_404
from PIL import Image, ImageOps, UnidentifiedImageError

from apps.accounts.models import User
from apps.lessons.models import Attachment, Lesson
from apps.recordings import uploads
from apps.recordings.media import NotMediaError, probe
from apps.recordings.models import Upload
from config.errors import SentenceError

FORMATS = ("PNG", "JPEG", "WEBP", "GIF")
LARGEST_PICTURE_BYTES, LARGEST_SOUND_BYTES = 20_000_000, 60_000_000
WIDEST_PX, MOST_PIXELS = 1_600, 60_000_000
LONGEST_SOUND_MS = 10 * 60_000
CONVERTING_S = 120
_NAME = re.compile(r"[\w-]{32}")
_NAMED_IN = ("items__content", "changes__before", "changes__after", "editions__content")


def keep(owner: User, lesson: Lesson, *, upload_id: UUID, kind: str) -> Attachment:
    """The uploaded file as an attachment of ``lesson``; the upload is gone afterwards, whatever comes of it.

    Raises ``picture_unreadable``, ``picture_too_large``, ``sound_too_long`` or NotMediaError.
    """
    upload = get_object_or_404(Upload, id=upload_id, owner=owner)
    attachment = Attachment(lesson=lesson, kind=kind)
    try:
        source = uploads.take(upload)
        attachment.path.parent.mkdir(parents=True, exist_ok=True)
        if kind == Attachment.Kind.IMAGE:
            attachment.media_type = _picture(source, attachment.path, upload.name)
        else:
            attachment.media_type = _sound(source, attachment.path, upload.name)
    finally:
        uploads.remove(upload)
    attachment.save()
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
    return Lesson.objects.annotate(told=Cast(place, TextField())).filter(told__contains=name)


def address_of(name: str) -> str | None:
    """Where the file that an item names is served; None for a name that is not one of ours."""
    return f"/media/attached/{name}" if _NAME.fullmatch(name) else None


def _picture(source: Path, target: Path, name: str) -> str:
    """Any of the common formats as WebP, upright, no wider than a screen, without what the camera wrote beside it."""
    if source.stat().st_size > LARGEST_PICTURE_BYTES:
        limit = LARGEST_PICTURE_BYTES // 1_000_000
        raise SentenceError("picture_too_large", f"A picture may have up to {limit} MB.", limit_mb=limit)
    try:
        with Image.open(source, formats=FORMATS) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise SentenceError("picture_too_large", f"“{name}” has too many pixels.", limit_mb=20)
            upright = ImageOps.exif_transpose(opened)
            upright.thumbnail((WIDEST_PX, WIDEST_PX))
            has_clear_parts = upright.mode in {"RGBA", "LA", "PA"} or "transparency" in upright.info
            upright.convert("RGBA" if has_clear_parts else "RGB").save(target, "WEBP", quality=82)
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:
        raise SentenceError(
            "picture_unreadable", f"“{name}” is not a picture that can be read (PNG, JPEG, WebP or GIF).", name=name
        ) from error
    return "image/webp"


def _sound(source: Path, target: Path, name: str) -> str:
    """Whatever a browser recorded as AAC, which every browser plays."""
    found = probe(source, name)
    if source.stat().st_size > LARGEST_SOUND_BYTES or found.duration_ms > LONGEST_SOUND_MS:
        minutes = LONGEST_SOUND_MS // 60_000
        raise SentenceError("sound_too_long", f"A spoken note may last up to {minutes} minutes.", minutes=minutes)
    command = ["ffmpeg", "-v", "error", "-nostdin", "-protocol_whitelist", "file", "-i", str(source), "-vn", "-ac", "1"]
    command += ["-c:a", "aac", "-b:a", "64k", "-movflags", "+faststart", "-f", "mp4", "-y", str(target)]
    done = subprocess.run(command, capture_output=True, check=False, timeout=CONVERTING_S)
    if done.returncode != 0:
        target.unlink(missing_ok=True)
        raise NotMediaError(name)
    return "audio/mp4"
