"""The lesson archive: a zip with the lesson file, the files it names, and the SHA-256 of every one of them."""

from __future__ import annotations

import hashlib
import json
import zipfile
from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

from escuela_core.errors import EscuelaError
from escuela_core.exchange.lesson import File, LessonFile
from escuela_core.exchange.lesson_reading import lesson_from_json
from escuela_core.formats.packages import MB, Bounds, Package, PackageError, opened

LESSON, MEDIA_FOLDER, FILES_FOLDER = "lesson.json", "media", "attached"
BOUNDS = Bounds(entries=1_000, unpacked=4_000 * MB, read=200 * MB)
# So that the same lesson gives the same bytes.
_EPOCH = (1980, 1, 1, 0, 0, 0)


class ArchiveError(EscuelaError):
    code = "archive"


def pack(target: Path, lesson: LessonFile, files: Mapping[str, Path], media: Path | None = None) -> LessonFile:
    """Write ``lesson`` with its files (paths by the names that ``lesson.files`` have) and, where it goes along, its
    recording; the lesson as it was written, with where each lies and its sum."""
    known = {f.name: f for f in lesson.files}
    placed = [(replace(known[name], path=f"{FILES_FOLDER}/{name}"), path) for name, path in sorted(files.items())]
    held = tuple(replace(file, sha256=sum_of(path)) for file, path in placed)
    recording = None
    if media is not None and lesson.media is not None:
        recording = replace(lesson.media, path=f"{MEDIA_FOLDER}/{lesson.media.name}", sha256=sum_of(media))
    written = replace(lesson, files=held, media=recording)
    with zipfile.ZipFile(target, "w") as packed:
        text = json.dumps(written.to_json(), ensure_ascii=False, separators=(",", ":")).encode()
        packed.writestr(_entry(LESSON, zipfile.ZIP_DEFLATED), text)
        for file, (_, path) in zip(held, placed, strict=True):
            _put(packed, file.path, path)
        if recording is not None and media is not None:
            _put(packed, recording.path, media)
    return written


def _entry(name: str, how: int) -> zipfile.ZipInfo:
    entry = zipfile.ZipInfo(name, _EPOCH)
    entry.compress_type = how
    return entry


def _put(packed: zipfile.ZipFile, name: str, path: Path) -> None:
    """Stored as it is: pictures and sound are packed already."""
    with path.open("rb") as file, packed.open(_entry(name, zipfile.ZIP_STORED), "w", force_zip64=True) as entry:
        while chunk := file.read(1 << 20):
            entry.write(chunk)


def sum_of(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


@dataclass(frozen=True, slots=True)
class Archive:
    """An archive that is open: its lesson, and its files once they are asked for."""

    lesson: LessonFile
    _package: Package | None

    def take(self, file: File, target: Path) -> None:
        """Write a file of the archive to ``target``. Raises ArchiveError where its bytes are not what its sum says."""
        if self._package is None or not file.path:
            raise PackageError(f"“{file.name}” is missing from the package.", what="missing", name=file.name)
        if self._package.copy(file.path, target) != file.sha256:
            target.unlink(missing_ok=True)
            raise ArchiveError(f"“{file.name}” is not what the archive says it is; it was damaged on its way.")


@contextmanager
def unpacked(source: Path) -> Iterator[Archive]:
    """The lesson of an archive, or of a lesson file by itself. Raises PackageError, ArchiveError, ItemShapeError or
    NewerVersionError."""
    if not zipfile.is_zipfile(source):
        if source.stat().st_size > BOUNDS.read:
            raise ArchiveError("This lesson file is too large to be read.")
        yield Archive(lesson_from_json(_json(source.read_bytes())), None)
        return
    with opened(source, BOUNDS) as package:
        if LESSON not in package:
            raise ArchiveError("This zip file holds no lesson: there is no “lesson.json” in it.")
        yield Archive(lesson_from_json(_json(package.read(LESSON))), package)


def _json(data: bytes) -> Any:
    try:
        return json.loads(data)
    except (ValueError, RecursionError) as error:
        raise ArchiveError("This cannot be read as a lesson: it is not JSON.") from error
