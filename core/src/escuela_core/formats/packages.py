"""Packages: zip files from outside, opened so that nothing they hold can do harm."""

from __future__ import annotations

import hashlib
import io
import stat
import unicodedata
import zipfile
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path, PurePosixPath

from escuela_core.errors import EscuelaError

MB = 1_000_000
_CHUNK = 1 << 18
_BROKEN = (zipfile.BadZipFile, RuntimeError, EOFError, OSError, ValueError)
# Something that unpacks to more than this many times its size was made to.
MOST_TIMES = 1_000


class PackageError(EscuelaError):
    """``what`` is one of not_a_zip, too_large, too_many, outside, link, doubled, locked, missing, damaged."""

    code = "package"

    def __init__(self, message: str, *, what: str, **params: str | int) -> None:
        super().__init__(message, what=what, **params)


@dataclass(frozen=True, slots=True)
class Bounds:
    """How much a package may hold: entries, bytes of all of them unpacked, bytes of one that is read into memory."""

    entries: int
    unpacked: int
    read: int = 20 * MB


class Package:
    """An open package whose names have been looked at: each lies inside it, none stands twice."""

    def __init__(self, packed: zipfile.ZipFile, bounds: Bounds) -> None:
        self._packed, self._bounds = packed, bounds
        self._entries = _checked(packed, bounds)

    @property
    def names(self) -> list[str]:
        return list(self._entries)

    def __contains__(self, name: str) -> bool:
        return name in self._entries

    def read(self, name: str) -> bytes:
        """All bytes of an entry. Raises PackageError where it is missing, damaged or too large to be read at once."""
        if self._entry(name).file_size > self._bounds.read:
            raise PackageError(f"“{name}” in the package is too large to be read.", what="too_large", name=name)
        return b"".join(self.chunks(name))

    def chunks(self, name: str) -> Iterator[bytes]:
        """An entry piece by piece, never more than it says it has."""
        entry = self._entry(name)
        left = entry.file_size
        try:
            with self._packed.open(entry) as file:
                while chunk := file.read(_CHUNK):
                    left -= len(chunk)
                    if left < 0:
                        raise zipfile.BadZipFile
                    yield chunk
        except _BROKEN as error:
            raise PackageError(f"“{name}” in the package is damaged.", what="damaged", name=name) from error

    def copy(self, name: str, target: Path) -> str:
        """Write an entry to ``target``; the SHA-256 of its bytes."""
        seen = hashlib.sha256()
        with target.open("wb") as file:
            for chunk in self.chunks(name):
                seen.update(chunk)
                file.write(chunk)
        return seen.hexdigest()

    def _entry(self, name: str) -> zipfile.ZipInfo:
        entry = self._entries.get(name)
        if entry is None:
            raise PackageError(f"“{name}” is missing from the package.", what="missing", name=name)
        return entry


@contextmanager
def opened(source: Path | bytes, bounds: Bounds) -> Iterator[Package]:
    """The package at ``source``. Raises PackageError for whatever is wrong with it."""
    try:
        packed = zipfile.ZipFile(io.BytesIO(source) if isinstance(source, bytes) else source)
    except _BROKEN as error:
        raise PackageError("This is not a zip file that can be read.", what="not_a_zip") from error
    with packed:
        yield Package(packed, bounds)


def _checked(packed: zipfile.ZipFile, bounds: Bounds) -> dict[str, zipfile.ZipInfo]:
    entries = [e for e in packed.infolist() if not e.is_dir()]
    if len(packed.infolist()) > bounds.entries:
        raise PackageError(f"A package may hold at most {bounds.entries} files.", what="too_many", most=bounds.entries)
    if sum(e.file_size for e in entries) > bounds.unpacked or any(map(_was_blown_up, entries)):
        raise PackageError("This package unpacks to more than it may.", what="too_large")
    known: dict[str, zipfile.ZipInfo] = {}
    seen: set[str] = set()
    for entry in entries:
        name = entry.filename
        if stat.S_ISLNK(entry.external_attr >> 16):
            raise PackageError(f"“{name}” in the package is a link to another file.", what="link", name=name)
        if _leads_out(name):
            raise PackageError(f"“{name}” leads out of the package.", what="outside", name=name)
        if entry.flag_bits & 1:
            raise PackageError("This package is locked with a password.", what="locked")
        alike = unicodedata.normalize("NFC", name).casefold()
        if alike in seen:
            raise PackageError(f"“{name}” stands twice in the package.", what="doubled", name=name)
        seen.add(alike)
        known[name] = entry
    return known


def _was_blown_up(entry: zipfile.ZipInfo) -> bool:
    return entry.file_size > MB and entry.file_size > MOST_TIMES * max(1, entry.compress_size)


def _leads_out(name: str) -> bool:
    path = PurePosixPath(name)
    return path.is_absolute() or ".." in path.parts or "\\" in name or ":" in name or not path.name or "\x00" in name
