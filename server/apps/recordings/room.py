"""The room that one teacher's recordings, pictures and uploads may take on the disk."""

from __future__ import annotations

from collections.abc import Iterable
from pathlib import Path

from django.conf import settings

from apps.accounts.models import User
from config.errors import SentenceError

GB = 1_000_000_000


def used(owner: User) -> int:
    """Bytes on the disk, uploads counted as large as they are going to be."""
    recordings = sum(_bytes(r.folder.glob("*")) for r in owner.recordings.only("id"))
    return recordings + sum(owner.uploads.values_list("size", flat=True))


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


def _bytes(files: Iterable[Path]) -> int:
    return sum(f.stat().st_size for f in files)
