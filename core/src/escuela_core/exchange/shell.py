"""Whole lessons from the shell: read, and packed with their files."""

from __future__ import annotations

import argparse
from dataclasses import replace
from pathlib import Path
from typing import Any

from escuela_core.errors import EscuelaError
from escuela_core.exchange.archive import pack, unpacked
from escuela_core.exchange.lesson import File


class NotThereError(EscuelaError):
    code = "file_unreadable"


def add_commands(commands: Any) -> None:
    """``lesson`` and ``archive`` among the shell's commands."""
    read = commands.add_parser("lesson", help="a lesson file or archive, told in the newest version")
    read.add_argument("file", type=Path)
    packs = commands.add_parser("archive", help="a lesson file packed with its files")
    packs.add_argument("file", type=Path, help="a lesson file")
    packs.add_argument("--files", type=Path, required=True, help="the folder that holds what it names")
    packs.add_argument("--to", type=Path, required=True)


def told(given: argparse.Namespace) -> dict[str, Any]:
    """The lesson of a file of any version. Raises what reading it raises."""
    with unpacked(_there(given.file)) as archive:
        return archive.lesson.to_json()


def packed(given: argparse.Namespace) -> dict[str, Any]:
    """The archive's name and the files in it."""
    with unpacked(_there(given.file)) as archive:
        lesson = archive.lesson
    paths = {f.name: _there(given.files / Path(f.name).name) for f in lesson.files}
    media = _there(given.files / Path(lesson.media.name).name) if lesson.media else None
    bare = tuple(File(f.name, "", f.media_type, "") for f in lesson.files)
    written = pack(given.to, replace(lesson, files=bare), paths, media)
    held = [*written.files, *([written.media] if written.media else [])]
    return {"archive": str(given.to), "files": [f.path for f in held]}


def _there(path: Path) -> Path:
    if not path.is_file():
        raise NotThereError(f"{path} cannot be read.")
    return path
