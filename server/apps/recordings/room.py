"""The room that what one teacher brings in may take on the disk. An app that keeps files of its own says so here."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from pathlib import Path

from django.conf import settings

from apps.accounts.models import User
from apps.work import made
from apps.work.limited import GB
from config.errors import SentenceError

Files = Callable[[User], Iterable[Path]]
_KEPT: list[Files] = [
    lambda owner: (file for r in owner.recordings.only("id") for file in r.folder.glob("*")),
    made.files_of,
]


def keeps(files: Files) -> Files:
    """Registers where files of a teacher lie, to be counted."""
    _KEPT.append(files)
    return files


def used(owner: User) -> int:
    """Bytes on the disk, uploads counted as large as they are going to be."""
    kept = sum(f.stat().st_size for files in _KEPT for f in files(owner) if f.exists())
    return kept + sum(owner.uploads.values_list("size", flat=True))


def left(owner: User) -> int:
    """What ``owner`` may still bring in, in bytes, never below 0."""
    return max(0, settings.TEACHER_ROOM_BYTES - used(owner))


def require(owner: User, size: int) -> None:
    """Raises ``quota`` where ``size`` bytes more are too many."""
    if size > left(owner):
        limit = settings.TEACHER_ROOM_BYTES / GB
        raise SentenceError(
            "quota",
            f"Your recordings may take up to {limit:g} GB; this one does not fit any more. Delete one you do not need.",
            limit_gb=round(limit, 1),
        )
