"""Looking at what was named or sent before it is brought in: what it is, its captions, whether it is here already."""

from __future__ import annotations

import hashlib
from pathlib import Path
from typing import Any

from apps.accounts.models import User
from apps.recordings import hosts, media, recognisers, uploads
from apps.recordings.models import Recording, Upload
from escuela_core.language.languages import language_of
from escuela_core.language.names import two_letters

CHUNK = 1 << 20


def at_link(owner: User, link: str) -> dict[str, Any]:
    """Raises the ``link_…`` errors."""
    found = hosts.at(link)
    tracks = [
        {"id": f"host:{n}", "language": t.language, "label": t.label, "by_machine": t.by_machine}
        for n, t in enumerate(found.tracks)
    ]
    return {
        "title": found.title,
        "duration_ms": found.duration_ms,
        "language": found.language or (found.tracks[0].language if found.tracks else ""),
        "tracks": tracks,
        "chapters": len(found.chapters),
        "has_sound": not found.player_url,
        "known_by": f"link:{found.link}"[:200],
        "same_as": same_as(owner, f"link:{found.link}"[:200]),
        "link": found.link,
        "upload": None,
    }


def at_upload(owner: User, upload: Upload) -> dict[str, Any]:
    """Raises the errors of ``media.probe``."""
    path = uploads.take(upload)
    found = media.probe(path, upload.name)
    known_by = f"sha256:{digest(path)}"
    tracks = [
        {"id": f"inside:{t.index}", "language": two_letters(t.language), "label": "", "by_machine": False}
        for t in found.texts
    ]
    return {
        "title": Path(upload.name).stem[:300],
        "duration_ms": found.duration_ms,
        "language": tracks[0]["language"] if tracks else "",
        "tracks": tracks,
        "chapters": 0,
        "has_sound": True,
        "known_by": known_by,
        "same_as": same_as(owner, known_by),
        "link": None,
        "upload": str(upload.id),
    }


def same_as(owner: User, known_by: str) -> dict[str, str] | None:
    """The teacher's lesson on the same recording, if there is one."""
    found = (
        Recording.objects.filter(owner=owner, known_by=known_by, lesson__isnull=False, lesson__removed_at=None)
        .select_related("lesson")
        .first()
    )
    return {"lesson": str(found.lesson.id), "title": found.lesson.title} if found is not None else None


def digest(path: Path) -> str:
    sha = hashlib.sha256()
    with path.open("rb") as file:
        while chunk := file.read(CHUNK):
            sha.update(chunk)
    return sha.hexdigest()


def ways(language: str) -> dict[str, str]:
    """For each way to a script that needs the sound: ``ready``, ``missing`` (not installed) or ``off``."""
    recognise = recognisers.standing()
    return {"recognise": recognise, "plain": "ready" if language_of(language or "en").can_be_aligned else recognise}
