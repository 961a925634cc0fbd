"""Reading the lesson file: whatever does not fit is an error that names its path."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, get_args

from escuela_core.exchange.lesson import (
    LONGEST_RECORDING_MS,
    LONGEST_TITLE,
    MOST_FILES,
    MOST_SEGMENTS,
    MOST_SENTENCES,
    MOST_TRACKS,
    MOST_WORDS,
    VERSION,
    VERSION_KEY,
    File,
    KeptItem,
    LessonFile,
    NewerVersionError,
    Place,
    Said,
    SegmentRow,
    Track,
)
from escuela_core.handouts.layout import layout_from_json
from escuela_core.items import shape
from escuela_core.items.reading import MOST_ITEMS, item_from_json
from escuela_core.materials.making import KINDS as MATERIAL_KINDS
from escuela_core.materials.model import Material, material_from_json
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Sentence, Timing, Word

_TIMINGS: tuple[Timing, ...] = get_args(Timing)

_KEYS = {
    VERSION_KEY,
    "title",
    "language",
    "author",
    "licence",
    "recording",
    "extract",
    "sentences",
    "segments",
    "items",
    "materials",
    "tracks",
    "goals",
    "layout",
    "files",
}
_RECORDING = {"duration_ms", "has_picture", "link", "known_by", "media"}
_SEGMENT = {"id", "start_ms", "title", "summary", "key_terms", "takes_part"}


def lesson_from_json(data: object) -> LessonFile:
    """The lesson of a file of any version. Raises ItemShapeError with the path of what does not fit, or
    NewerVersionError."""
    table = shape.table(data, "the lesson")
    version = table.get(VERSION_KEY, 0)
    if isinstance(version, bool) or not isinstance(version, int) or version < 0:
        raise shape.ItemShapeError(VERSION_KEY, "must be the number of a version")
    if version > VERSION:
        raise NewerVersionError(version)
    for older in range(version, VERSION):
        try:
            table = _NEWER[older](table)
        except (KeyError, TypeError, ValueError, AttributeError) as error:
            raise shape.ItemShapeError("the lesson", f"is no lesson of version {older}") from error
    shape.only(table, _KEYS, "")
    recording = shape.table(table.get("recording"), "recording")
    shape.only(recording, _RECORDING, "recording")
    duration_ms = shape.whole(recording.get("duration_ms"), "recording.duration_ms")
    if not 0 < duration_ms <= LONGEST_RECORDING_MS:
        raise shape.ItemShapeError("recording.duration_ms", "must be from one millisecond to a day")
    return LessonFile(
        title=_title(table, "title", ""),
        language=shape.text(table, "language", "")[:12],
        author=shape.text(table, "author", "", needed=False)[:120],
        licence=shape.text(table, "licence", "", needed=False)[:40],
        duration_ms=duration_ms,
        has_picture=shape.flag(recording, "has_picture", "recording"),
        link=shape.text(recording, "link", "recording", needed=False)[:2000],
        known_by=shape.text(recording, "known_by", "recording", needed=False)[:200],
        media=_file(recording["media"], "recording.media") if recording.get("media") is not None else None,
        extract=_span(table["extract"], "extract") if table.get("extract") is not None else None,
        sentences=_in_order(_list(table, "sentences", MOST_SENTENCES, _said)),
        segments=_list(table, "segments", MOST_SEGMENTS, _segment),
        items=_list(table, "items", MOST_ITEMS, _kept),
        materials=_list(table, "materials", len(MATERIAL_KINDS), _material),
        tracks=_list(table, "tracks", MOST_TRACKS, _track),
        goals=shape.texts(table, "goals", "", most=50, needed=False),
        layout=layout_from_json(table["layout"]) if table.get("layout") is not None else None,
        files=_list(table, "files", MOST_FILES, _file),
    )


def _list(table: dict[str, Any], key: str, most: int, read: Callable[[Any, str], Any]) -> tuple[Any, ...]:
    return tuple(read(row, f"{key}[{n}]") for n, row in enumerate(shape.rows(table, key, "", most=most, needed=False)))


def _title(table: dict[str, Any], key: str, path: str) -> str:
    title = shape.text(table, key, path)
    if len(title) > LONGEST_TITLE:
        raise shape.ItemShapeError(f"{path}.{key}".lstrip("."), f"may have at most {LONGEST_TITLE} letters")
    return title


def _span(row: object, path: str) -> Span:
    table = shape.table(row, path)
    start_ms = shape.whole(table.get("start_ms"), f"{path}.start_ms")
    end_ms = shape.whole(table.get("end_ms"), f"{path}.end_ms")
    if start_ms >= end_ms:
        raise shape.ItemShapeError(path, "must end after it starts")
    return Span(start_ms, end_ms)


def _said(row: object, path: str) -> Said:
    table = shape.table(row, path)
    shape.only(table, {"speaker", "spoken", "words"}, path)
    words = tuple(
        _word(word, f"{path}.words[{n}]") for n, word in enumerate(shape.rows(table, "words", path, most=MOST_WORDS))
    )
    if not words:
        raise shape.ItemShapeError(f"{path}.words", "must hold a word")
    speaker = shape.text(table, "speaker", path)[:200] if table.get("speaker") is not None else None
    return Said(Sentence(words, speaker), shape.flag(table, "spoken", path))


def _word(row: object, path: str) -> Word:
    if not isinstance(row, list) or len(row) != 4 or not isinstance(row[2], str) or row[3] not in _TIMINGS:
        raise shape.ItemShapeError(path, "must be a start, an end, a word, and how its times are known")
    start_ms, end_ms = (shape.whole(t, path) for t in row[:2])
    if end_ms < start_ms or "\x00" in row[2] or len(row[2]) > shape.LONGEST_TEXT:
        raise shape.ItemShapeError(path, "must be a word that ends after it starts")
    return Word(start_ms, end_ms, row[2], row[3])


def _in_order(said: tuple[Said, ...]) -> tuple[Said, ...]:
    for n, (before, after) in enumerate(zip(said, said[1:], strict=False), 1):
        if after.sentence.start_ms < before.sentence.start_ms:
            raise shape.ItemShapeError(f"sentences[{n}]", "must not begin before the one that stands before it")
    return said


def _segment(row: object, path: str) -> SegmentRow:
    table = shape.table(row, path)
    shape.only(table, _SEGMENT, path)
    return SegmentRow(
        shape.text(table, "id", path, needed=False)[:64],
        shape.whole(table.get("start_ms"), f"{path}.start_ms"),
        shape.text(table, "title", path)[:200],
        shape.text(table, "summary", path, needed=False),
        shape.texts(table, "key_terms", path, most=50, needed=False),
        shape.flag(table, "takes_part", path),
    )


def _kept(row: object, path: str) -> KeptItem:
    table = shape.table(row, path)
    shape.only(table, {"place", "pause_by_teacher", "item"}, path)
    if table.get("place") not in get_args(Place):
        raise shape.ItemShapeError(f"{path}.place", "must be lesson or pool")
    item = item_from_json(table.get("item"), f"{path}.item")
    return KeptItem(item, table["place"], shape.flag(table, "pause_by_teacher", path))


def _material(row: object, path: str) -> Material:
    table = shape.table(row, path)
    if table.get("kind") not in MATERIAL_KINDS:
        raise shape.ItemShapeError(f"{path}.kind", f"must be one of {', '.join(MATERIAL_KINDS)}")
    return material_from_json(table)


def _track(row: object, path: str) -> Track:
    table = shape.table(row, path)
    shape.only(table, {"language", "label", "cues"}, path)
    cues = []
    for n, cue in enumerate(shape.rows(table, "cues", path, most=MOST_SENTENCES)):
        where = f"{path}.cues[{n}]"
        if not isinstance(cue, list) or len(cue) != 3 or not isinstance(cue[2], str) or "\x00" in cue[2]:
            raise shape.ItemShapeError(where, "must be a start, an end and a text")
        cues.append((shape.whole(cue[0], where), shape.whole(cue[1], where), cue[2]))
    label = shape.text(table, "label", path, needed=False)[:80]
    return Track(shape.text(table, "language", path)[:12], label, tuple(cues))


def _file(row: object, path: str) -> File:
    table = shape.table(row, path)
    shape.only(table, {"name", "path", "media_type", "sha256"}, path)
    return File(*(shape.text(table, key, path)[:200] for key in ("name", "path", "media_type", "sha256")))


def _from_0(table: dict[str, Any]) -> dict[str, Any]:
    """What the export of an account held before lessons had a file of their own: no words with times, no files."""
    sentences = []
    for row in table.get("sentences", []):
        words = str(row.get("text", "")).split()
        start_ms, end_ms = int(row["start_ms"]), int(row["end_ms"])
        step = (end_ms - start_ms) / max(1, len(words))
        said = [
            [round(start_ms + n * step), round(start_ms + (n + 1) * step), word, "estimated"]
            for n, word in enumerate(words)
        ]
        if said:
            sentences.append({"speaker": row.get("speaker"), "spoken": row.get("is_spoken", True), "words": said})
    segments = [{k: v for k, v in row.items() if k in _SEGMENT} for row in table.get("segments", [])]
    items = []
    for row in table.get("items", []):
        place = row.get("place", "lesson")
        if place in get_args(Place):
            items.append(
                {"place": place, "pause_by_teacher": False, "item": {k: v for k, v in row.items() if k != "place"}}
            )
    extract = table.get("extract") or {}
    whole = extract.get("start_ms") is None or extract.get("end_ms") is None
    ends = [s["words"][-1][1] for s in sentences] or [1]
    return {
        "escuela_lesson": 1,
        "title": table.get("title"),
        "language": table.get("language"),
        "recording": {"duration_ms": max(ends), "has_picture": False, "link": table.get("link", "") or ""},
        "extract": None if whole else extract,
        "sentences": sentences,
        "segments": segments,
        "items": items,
        "materials": table.get("materials", []),
    }


# What makes the next version of each older one.
_NEWER: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {0: _from_0}
