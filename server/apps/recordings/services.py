"""Bringing a recording in, step by step. Each step can be done again without harm, should a worker die."""

from __future__ import annotations

import shutil
from collections.abc import Callable, Iterator
from typing import Any

from django.conf import settings

from apps.accounts.models import User
from apps.recordings import hosts, media, room, uploads
from apps.recordings.models import Recording
from config import links
from config.errors import SentenceError
from escuela_core.sound.loudness import loudness

Progress = Callable[[float], None]
PEAKS = 1_200


def receive(owner: User, look: dict[str, Any], *, title: str, language: str) -> Recording:
    """A recording of what was looked at, in a folder of its own.

    The upload stays until the recording has become a lesson, so that other words can be tried without sending it again.
    """
    recording = Recording(owner=owner, title=(title or look["title"] or "Recording")[:300], language=language)
    recording.known_by, recording.link = look["known_by"], look["link"] or ""
    recording.folder.mkdir(parents=True)
    try:
        if look["upload"]:
            upload = owner.uploads.filter(id=look["upload"]).first()
            if upload is None:
                raise SentenceError("upload_gone", "The file is not here any more; send it again.")
            recording.source.hardlink_to(uploads.take(upload))
        recording.save()
    except (OSError, SentenceError):
        shutil.rmtree(recording.folder, ignore_errors=True)
        raise
    return recording


def discard(recording: Recording) -> None:
    """Remove a recording and its files."""
    shutil.rmtree(recording.folder, ignore_errors=True)
    recording.delete()


def fetch(recording: Recording, progress: Progress) -> None:
    """A link's recording: what its host tells of it, or the file itself."""
    if hosts.host_of(recording.link) is not None:
        found = hosts.at(recording.link)
        recording.player_url, recording.player_dialect = found.player_url, found.dialect
        recording.duration_ms = found.duration_ms
        recording.has_picture = True
        recording.chapters = [[at_ms, title] for at_ms, title in found.chapters]
        recording.save()
        return
    half = recording.folder / "source.part"
    room.require(recording.owner, 1)
    most = min(settings.LARGEST_UPLOAD_BYTES, room.left(recording.owner))
    with links.opened(recording.link, most_bytes=most) as reply, half.open("wb") as file:
        read = 0
        for chunk in reply.chunks():
            file.write(chunk)
            read += len(chunk)
            progress(read / (reply.length or settings.LARGEST_UPLOAD_BYTES))
    half.replace(recording.source)


def probe(recording: Recording, name: str) -> None:
    found = media.probe(recording.source, name)
    recording.duration_ms = found.duration_ms
    recording.has_picture = found.has_picture
    recording.media_type = found.media_type
    recording.save()


def make_playable(recording: Recording, progress: Progress) -> None:
    """Convert only what a browser could not play."""
    if not recording.media_type:
        target = recording.folder / "played.mp4"
        if not target.exists():
            media.convert(
                recording.source,
                target,
                has_picture=recording.has_picture,
                duration_ms=recording.duration_ms or 1,
                progress=progress,
            )
        recording.file_name = target.name
        recording.media_type = "video/mp4" if recording.has_picture else "audio/mp4"
        recording.save()
    if recording.has_picture:
        media.poster(recording.played, recording.folder / "poster", (recording.duration_ms or 0) // 5)


def hear(recording: Recording, progress: Progress) -> None:
    """The loudness curve and the silences, from the sound itself; its samples stay on the disk for the steps that
    follow."""
    with recording.samples.open("wb") as file:

        def kept() -> Iterator[bytes]:
            for chunk in media.samples(recording.played, progress, recording.duration_ms or 1):
                file.write(chunk)
                yield chunk

        heard = loudness(kept(), media.RATE)
    recording.peaks = heard.peaks(PEAKS)
    recording.silences = [[s.start_ms, s.end_ms] for s in heard.silences()]
    recording.save(update_fields=["peaks", "silences"])
