"""Files that are not what they say: each ends with a sentence, within its limits, and takes nothing else down."""

from __future__ import annotations

import base64
import errno
import io
from typing import Any

import pytest
from django.conf import settings as configured

from apps.lessons.models import Attachment
from apps.recordings import media, room, uploads
from apps.recordings.models import Upload
from apps.recordings.uploads import NoRoomError
from apps.work.limited import Limits, ReaderStoppedError, read_apart
from config.errors import SentenceError

from ..conftest import posted

pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def _apart(settings) -> None:
    settings.READ_APART = True


def test_captions_that_never_end_are_read_no_longer_than_their_limit() -> None:
    """Such a text held the worker for ever; now it is read at once, and a reader that would not end is stopped."""
    assert pytest.raises(SentenceError, read_apart, "words", b"<!-- -->" * 30 + b"<x", duration_ms=None)
    bomb = b"WEBVTT\n\n" + b"00:00:01.000 --> 00:00:05.000\nA word.\n\n" * 400_000
    with pytest.raises(ReaderStoppedError):
        read_apart("words", bomb, Limits(seconds=1), duration_ms=None)


def test_a_reader_out_of_memory_is_stopped_by_itself() -> None:
    with pytest.raises(ReaderStoppedError):
        read_apart("words", b"WEBVTT\n\n" + b"\x00a" * 30_000_000, Limits(seconds=30, memory=120_000_000))


def test_a_file_that_claims_a_second_and_holds_a_minute_is_measured(tmp_path, media_file) -> None:
    made = bytearray(media_file("-f", "lavfi", "-i", "sine=d=60", "-c:a", "aac"))
    for box in (b"mvhd", b"mdhd", b"tkhd"):
        at = made.index(box)
        # Version 0: duration after two times and, for a track, its number and a gap.
        made[at + (24 if box == b"tkhd" else 20) : at + (28 if box == b"tkhd" else 24)] = (1_000).to_bytes(4, "big")
    path = tmp_path / "claims.mp4"
    path.write_bytes(made)
    assert media.probe(path, "claims.mp4").duration_ms > 55_000


def test_what_is_no_recording_that_teachers_bring_is_not_opened(tmp_path, media_file) -> None:
    for ending in ("avi", "flv", "aiff"):
        path = tmp_path / f"x.{ending}"
        path.write_bytes(media_file("-f", "lavfi", "-i", "sine=d=1", ending=ending))
        with pytest.raises(media.NotMediaError):
            media.probe(path, path.name)
    playlist = tmp_path / "list.mp4"
    playlist.write_text("#EXTM3U\n#EXTINF:1,\nfile:///etc/passwd\n")
    with pytest.raises(media.NotMediaError):
        media.probe(playlist, "list.mp4")


class FullDisk:
    """A file on a disk that has room for so many bytes."""

    def __init__(self, file: Any, bytes_left: int) -> None:
        self.file, self.left = file, bytes_left

    def write(self, chunk: Any) -> int:
        taken = min(len(chunk), self.left)
        if taken == 0:
            raise OSError(errno.ENOSPC, "no space")
        self.left -= taken
        return int(self.file.write(chunk[:taken]))

    def __getattr__(self, name: str) -> Any:
        return getattr(self.file, name)

    def __enter__(self) -> FullDisk:
        return self

    def __exit__(self, *_: object) -> None:
        self.file.close()


def test_a_full_disk_is_said_and_only_what_is_there_counts(teacher, monkeypatch) -> None:
    upload = uploads.create(teacher, "a.mp4", 1_000)
    real = type(upload.path).open
    monkeypatch.setattr(type(upload.path), "open", lambda p, *a, **k: FullDisk(real(p, *a, **k), 300))
    with pytest.raises(NoRoomError):
        uploads.append(upload, 0, io.BytesIO(b"x" * 1_000))  # type: ignore[arg-type]
    monkeypatch.undo()
    assert Upload.objects.get().offset == upload.path.stat().st_size == 300


def test_one_teacher_has_so_much_room_and_no_more(teacher, settings) -> None:
    settings.TEACHER_ROOM_BYTES = 1_000
    uploads.create(teacher, "a.mp4", 600)
    with pytest.raises(SentenceError) as told:
        uploads.create(teacher, "b.mp4", 600)
    assert (told.value.code, room.left(teacher)) == ("quota", 400)


def test_pictures_take_of_the_same_room(teacher, lesson) -> None:
    before = room.used(teacher)
    picture = Attachment.objects.create(lesson=lesson, kind="image", media_type="image/webp")
    picture.path.parent.mkdir(parents=True, exist_ok=True)
    picture.path.write_bytes(b"x" * 700)
    assert room.used(teacher) == before + 700


def test_a_spreadsheet_with_broken_insides_is_a_sentence(client) -> None:
    import zipfile

    made = io.BytesIO()
    with zipfile.ZipFile(made, "w") as packed:
        packed.writestr("[Content_Types].xml", "<Types><broken")
        packed.writestr("xl/workbook.xml", "<workbook")
    answer = posted(client, "/api/sheets/", {"content": base64.b64encode(made.getvalue()).decode()})
    assert (answer.status_code, answer.json()["code"]) == (400, "sheet")


def test_files_are_read_after_everything_else_and_leave_no_memory_behind() -> None:
    from apps.work.limited import limited

    command = " ".join(limited(["ffmpeg"], Limits(seconds=5)))
    assert command.startswith("nice -n 10 prlimit --cpu=5")
    assert "--core=0" in command
    assert configured.LARGEST_UPLOAD_BYTES <= configured.TEACHER_ROOM_BYTES
