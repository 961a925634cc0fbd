"""Files that jobs make for their owner to take: one a job, gone after a day."""

from __future__ import annotations

import re
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta
from pathlib import Path
from typing import Any

from django.conf import settings
from django.utils import timezone

from apps.accounts.models import User
from apps.work.models import Job

KEPT = timedelta(days=1)


def folder() -> Path:
    return Path(settings.MEDIA_FOLDER) / "made"


def path_of(job: Job) -> Path:
    return folder() / str(job.id)


def files_of(owner: User) -> list[Path]:
    """What ``owner`` has not taken away yet."""
    return [path_of(job) for job in Job.objects.filter(owner=owner, result__has_key="file").only("id")]


@contextmanager
def making(job: Job) -> Iterator[Path]:
    """A place to write in; once it is left without an error the file is the job's."""
    folder().mkdir(parents=True, exist_ok=True)
    half = path_of(job).with_suffix(".part")
    try:
        yield half
        half.replace(path_of(job))
    finally:
        half.unlink(missing_ok=True)


def remove(job: Job) -> None:
    path_of(job).unlink(missing_ok=True)


def told(title: str, ending: str, media_type: str) -> dict[str, Any]:
    """The job's result: under which name and type its file is given out."""
    return {"file": named(title, ending), "type": media_type}


def named(title: str, ending: str) -> str:
    """A name for a file that every system takes."""
    words = re.sub(r"[^\w-]+", "-", title).strip("-")[:80]
    return f"{words or 'escuela'}.{ending}"


def clear_old() -> int:
    """Take away what is older than a day; how many there were."""
    before = (timezone.now() - KEPT).timestamp()
    old = [f for f in folder().glob("*") if f.stat().st_mtime < before]
    for file in old:
        file.unlink(missing_ok=True)
    return len(old)
