"""The lesson file and the archive: out and back, older and newer, and what is wrong with those that are refused."""

from __future__ import annotations

import json
import zipfile
from dataclasses import replace
from pathlib import Path
from typing import Any

import pytest
from exchange_samples import lessons
from hypothesis import given, settings
from jsonschema import Draft202012Validator

from escuela_core import exchange
from escuela_core.cli import main
from escuela_core.exchange.archive import ArchiveError, pack, unpacked
from escuela_core.exchange.lesson import File, KeptItem, LessonFile, NewerVersionError, Said, SegmentRow
from escuela_core.exchange.lesson_reading import lesson_from_json
from escuela_core.formats.packages import PackageError
from escuela_core.items import TrueFalse
from escuela_core.items.shape import ItemShapeError
from escuela_core.transcripts import Sentence, Word

SCHEMA = json.loads((Path(exchange.__file__).parent / "lesson.schema.json").read_text("utf-8"))
SAID = Said(Sentence((Word(0, 500, "Hello.", "given"),)))
SMALL = LessonFile(
    title="Locks",
    language="en",
    duration_ms=60_000,
    sentences=(SAID,),
    segments=(SegmentRow("s1", 0, "All of it"),),
    items=(KeptItem(TrueFalse(id="a", prompt="The gate opens.", answer=True)),),
)


def test_the_published_schema_is_a_schema() -> None:
    Draft202012Validator.check_schema(SCHEMA)


@settings(max_examples=200)
@given(lessons)
def test_a_lesson_comes_back_as_it_went_and_fits_the_schema(lesson: LessonFile) -> None:
    written = json.loads(json.dumps(lesson.to_json()))
    Draft202012Validator(SCHEMA).validate(written)
    assert lesson_from_json(written) == lesson


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"title": 3}, "title"),
        ({"title": "x" * 400}, "title"),
        ({"colour": "red"}, "colour"),
        ({"recording": {}}, "recording.duration_ms"),
        ({"recording": {"duration_ms": 0, "has_picture": True}}, "recording.duration_ms"),
        ({"sentences": [{"spoken": True, "words": []}]}, "sentences[0].words"),
        ({"sentences": [{"spoken": True, "words": [[5, 1, "x", "given"]]}]}, "sentences[0].words[0]"),
        ({"sentences": [{"spoken": True, "words": [[0, 1, "x", "heard"]]}]}, "sentences[0].words[0]"),
        ({"items": [{"place": "dropped", "pause_by_teacher": False, "item": {}}]}, "items[0].place"),
        ({"items": [{"place": "lesson", "pause_by_teacher": False, "item": {"kind": "x"}}]}, "items[0].item.kind"),
        ({"materials": [{"kind": "poem", "place": "after", "lines": []}]}, "materials[0].kind"),
        ({"escuela_lesson": "1"}, "escuela_lesson"),
        ({"files": [{"name": "x"}]}, "files[0].path"),
    ],
)
def test_what_does_not_fit_is_named_by_its_path(change: dict[str, Any], path: str) -> None:
    with pytest.raises(ItemShapeError) as wrong:
        lesson_from_json(SMALL.to_json() | change)
    assert wrong.value.params["path"] == path


def test_sentences_stand_in_their_order() -> None:
    later = Said(Sentence((Word(900, 950, "Late.", "given"),)))
    with pytest.raises(ItemShapeError, match=r"sentences\[1\]"):
        lesson_from_json(replace(SMALL, sentences=(later, SAID)).to_json())


def test_a_newer_version_is_refused_and_an_older_one_read() -> None:
    with pytest.raises(NewerVersionError):
        lesson_from_json(SMALL.to_json() | {"escuela_lesson": 9})
    older = {
        "title": "Locks",
        "folder": "Canals",
        "language": "en",
        "link": None,
        "extract": {"start_ms": None, "end_ms": None},
        "sentences": [{"start_ms": 0, "end_ms": 1_000, "text": "Hello there.", "speaker": None, "is_spoken": True}],
        "segments": [{"id": "s", "start_ms": 0, "end_ms": 9, "title": "All", "takes_part": True}],
        "items": [
            {"id": "a", "kind": "note", "text": "x", "place": "lesson"},
            {"id": "b", "kind": "note", "text": "y", "place": "dropped"},
        ],
        "materials": [],
    }
    read = lesson_from_json(older)
    assert [w.text for w in read.sentences[0].sentence.words] == ["Hello", "there."]
    assert [k.item.id for k in read.items] == ["a"]
    with pytest.raises(ItemShapeError, match="version 0"):
        lesson_from_json(older | {"sentences": [3]})


@pytest.fixture
def archive(tmp_path: Path) -> Path:
    for name in ("picture", "film"):
        (tmp_path / name).write_bytes(name.encode() * 100)
    lesson = replace(SMALL, files=(File("p1", "", "image/webp", ""),), media=File("recording.mp4", "", "video/mp4", ""))
    pack(tmp_path / "a.zip", lesson, {"p1": tmp_path / "picture"}, tmp_path / "film")
    return tmp_path / "a.zip"


def test_an_archive_carries_the_files_and_the_same_lesson_is_the_same_archive(archive: Path, tmp_path: Path) -> None:
    with unpacked(archive) as found:
        assert found.lesson.items == SMALL.items
        found.take(found.lesson.files[0], tmp_path / "out")
        assert found.lesson.media is not None
        found.take(found.lesson.media, tmp_path / "film2")
    assert (tmp_path / "out").read_bytes() == b"picture" * 100
    assert (tmp_path / "film2").read_bytes() == b"film" * 100
    again = replace(SMALL, files=(File("p1", "", "image/webp", ""),), media=File("recording.mp4", "", "video/mp4", ""))
    pack(tmp_path / "b.zip", again, {"p1": tmp_path / "picture"}, tmp_path / "film")
    assert (tmp_path / "b.zip").read_bytes() == archive.read_bytes()


def test_a_lesson_file_by_itself_is_read_too(tmp_path: Path) -> None:
    (tmp_path / "l.json").write_text(json.dumps(SMALL.to_json()))
    with unpacked(tmp_path / "l.json") as found:
        assert found.lesson == SMALL
        with pytest.raises(PackageError):
            found.take(File("x", "y", "", ""), tmp_path / "out")


def rewritten(archive: Path, name: str, data: bytes) -> None:
    with zipfile.ZipFile(archive) as old:
        entries = {e: old.read(e) for e in old.namelist()}
    with zipfile.ZipFile(archive, "w") as new:
        for entry, held in (entries | {name: data}).items():
            new.writestr(entry, held)


def test_a_changed_file_is_not_taken(archive: Path, tmp_path: Path) -> None:
    rewritten(archive, "attached/p1", b"something else")
    with unpacked(archive) as found, pytest.raises(ArchiveError, match="damaged"):
        found.take(found.lesson.files[0], tmp_path / "out")
    assert not (tmp_path / "out").exists()


def test_half_an_archive_is_refused(archive: Path, tmp_path: Path) -> None:
    data = archive.read_bytes()
    (tmp_path / "half.zip").write_bytes(data[: len(data) // 2])
    with pytest.raises(ArchiveError), unpacked(tmp_path / "half.zip"):
        pass
    (tmp_path / "end.zip").write_bytes(data[len(data) // 2 :])
    with pytest.raises((PackageError, ArchiveError)), unpacked(tmp_path / "end.zip") as found:
        found.take(found.lesson.files[0], tmp_path / "out")
    with zipfile.ZipFile(tmp_path / "none.zip", "w") as empty:
        empty.writestr("x", "y")
    with pytest.raises(ArchiveError, match="no lesson"), unpacked(tmp_path / "none.zip"):
        pass


def test_the_shell_reads_and_packs_lessons(archive: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["lesson", str(archive)]) == 0
    told = json.loads(capsys.readouterr().out)
    assert told["title"] == "Locks"
    (tmp_path / "l.json").write_text(json.dumps(told))
    (tmp_path / "folder").mkdir()
    (tmp_path / "folder" / "p1").write_bytes(b"picture" * 100)
    (tmp_path / "folder" / "recording.mp4").write_bytes(b"film" * 100)
    out = tmp_path / "c.zip"
    assert main(["archive", str(tmp_path / "l.json"), "--files", str(tmp_path / "folder"), "--to", str(out)]) == 0
    capsys.readouterr()
    assert out.read_bytes() == archive.read_bytes()
    assert main(["lesson", str(tmp_path / "film")]) == 2
    assert capsys.readouterr().err.startswith("This cannot be read as a lesson")
