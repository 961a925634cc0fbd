"""A lesson once more, with a recording of its own: what is changed in the one leaves the other as it is."""

from __future__ import annotations

import os
import shutil
import uuid
from typing import Any, TypeVar

from django.db import models, transaction

from apps.accounts.models import User
from apps.lessons.checking.requesting import request_check
from apps.lessons.models import Item, Lesson
from apps.recordings import room
from apps.recordings.models import Recording, SentenceReading, media_key

M = TypeVar("M", bound=models.Model)


def copy(
    lesson: Lesson, *, to: User | None = None, folder: str | None = None, origin: dict[str, Any] | None = None
) -> Lesson:
    """Words, segments, items and materials as they are, without the history and what was given out.

    For ``to``, a colleague, with where it came from; for the same teacher where nobody is named. Raises ``quota`` where
    the recording does not fit.
    """
    source, owner = lesson.recording, to or lesson.owner
    room.require(owner, sum(f.stat().st_size for f in source.folder.glob("*")))
    recording_id = uuid.uuid4()
    target = Recording(id=recording_id).folder
    # The same bytes under a second name: nothing changes a file of a recording in place.
    shutil.copytree(source.folder, target, copy_function=os.link)
    try:
        with transaction.atomic():
            recording = _again(source, id=recording_id, media_key=media_key(), owner=owner)
            _copy_script(source, recording)
            other: dict[str, Any] = {"title": f"{lesson.title[:290]} (2)"}
            if to is not None:
                # What the colleague asked a writer for is theirs.
                other = {"owner": owner, "folder": folder or "", "origin": origin, "wishes": {}}
            fresh = _again(lesson, id=uuid.uuid4(), recording=recording, checked_version=0, **other)
            for rows in (lesson.segments, lesson.items.exclude(place=Item.Place.DROPPED), lesson.materials):
                for row in rows.all():
                    _again(row, id=uuid.uuid4(), lesson=fresh)
    except BaseException:
        shutil.rmtree(target, ignore_errors=True)
        raise
    request_check(fresh)
    return fresh


def undo(copied: Lesson) -> None:
    """A copy that was just made goes again, without a trace."""
    folder = copied.recording.folder
    copied.recording.delete()
    shutil.rmtree(folder, ignore_errors=True)


def _copy_script(source: Recording, recording: Recording) -> None:
    """Sentences with what reading them gave, and captions in other languages."""
    readings = {r.sentence_id: r for r in SentenceReading.objects.filter(sentence__recording=source)}
    for sentence in source.sentences.all():
        fresh = _again(sentence, id=None, recording=recording)
        if sentence.id in readings:
            _again(readings[sentence.id], sentence=fresh)
    for track in source.tracks.all():
        _again(track, id=None, recording=recording)


def _again(row: M, **other: object) -> M:
    """A new row like ``row``, but for the fields in ``other``."""
    kept = {f.attname: getattr(row, f.attname) for f in row._meta.concrete_fields if f.name not in other}  # noqa: SLF001
    fresh = type(row)(**kept | other)
    fresh.save(force_insert=True)
    return fresh
