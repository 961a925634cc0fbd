"""The lesson file: one lesson as JSON (``lesson.schema.json``) in its newest version; ``lesson_reading`` reads all."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from escuela_core.errors import EscuelaError
from escuela_core.handouts.layout import Layout
from escuela_core.items.model import Item
from escuela_core.items.reading import item_to_json
from escuela_core.materials.model import Material
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Sentence

VERSION, VERSION_KEY = 1, "escuela_lesson"
MOST_SENTENCES, MOST_WORDS, MOST_SEGMENTS, MOST_FILES, MOST_TRACKS = 60_000, 2_000, 2_000, 500, 50
LONGEST_TITLE, LONGEST_RECORDING_MS = 300, 24 * 3_600_000
Place = Literal["lesson", "pool"]


class NewerVersionError(EscuelaError):
    code = "lesson_newer"

    def __init__(self, version: int) -> None:
        super().__init__(
            f"This lesson was written by a newer Escuela: its file has version {version}, known is {VERSION}.",
            version=version,
            known=VERSION,
        )


@dataclass(frozen=True, slots=True)
class Said:
    """A sentence of the script, ``spoken`` or only a note of a sound."""

    sentence: Sentence
    spoken: bool = True


@dataclass(frozen=True, slots=True)
class SegmentRow:
    id: str
    start_ms: int
    title: str
    summary: str = ""
    key_terms: tuple[str, ...] = ()
    takes_part: bool = True


@dataclass(frozen=True, slots=True)
class KeptItem:
    """``pause_by_teacher``: its pause was set by hand and stays where it is."""

    item: Item
    place: Place = "lesson"
    pause_by_teacher: bool = False


@dataclass(frozen=True, slots=True)
class Track:
    """Captions beside the script: cues of start, end (ms) and text."""

    language: str
    label: str
    cues: tuple[tuple[int, int, str], ...]


@dataclass(frozen=True, slots=True)
class File:
    """A file that goes with the lesson: the ``name`` that items use, where it lies, its type and the SHA-256 of it."""

    name: str
    path: str
    media_type: str
    sha256: str


@dataclass(frozen=True, slots=True, kw_only=True)
class LessonFile:
    """``media`` is the recording where it goes along; ``link`` where it came from. ``author`` and ``licence`` are those
    it was offered under, empty where nothing was said."""

    title: str
    language: str
    duration_ms: int
    has_picture: bool = False
    link: str = ""
    known_by: str = ""
    extract: Span | None = None
    sentences: tuple[Said, ...] = ()
    segments: tuple[SegmentRow, ...] = ()
    items: tuple[KeptItem, ...] = ()
    materials: tuple[Material, ...] = ()
    tracks: tuple[Track, ...] = ()
    goals: tuple[str, ...] = ()
    layout: Layout | None = None
    author: str = ""
    licence: str = ""
    media: File | None = None
    files: tuple[File, ...] = ()

    def to_json(self) -> dict[str, Any]:
        """The file in the newest version."""
        return {
            VERSION_KEY: VERSION,
            "title": self.title,
            "language": self.language,
            "author": self.author,
            "licence": self.licence,
            "recording": {
                "duration_ms": self.duration_ms,
                "has_picture": self.has_picture,
                "link": self.link,
                "known_by": self.known_by,
                "media": _file_json(self.media) if self.media else None,
            },
            "extract": _span_json(self.extract) if self.extract else None,
            "sentences": [_said_json(s) for s in self.sentences],
            "segments": [
                {
                    "id": s.id,
                    "start_ms": s.start_ms,
                    "title": s.title,
                    "summary": s.summary,
                    "key_terms": list(s.key_terms),
                    "takes_part": s.takes_part,
                }
                for s in self.segments
            ],
            "items": [
                {"place": k.place, "pause_by_teacher": k.pause_by_teacher, "item": item_to_json(k.item)}
                for k in self.items
            ],
            "materials": [m.to_json() for m in self.materials],
            "tracks": [
                {"language": t.language, "label": t.label, "cues": [list(cue) for cue in t.cues]} for t in self.tracks
            ],
            "goals": list(self.goals),
            "layout": self.layout.to_json() if self.layout else None,
            "files": [_file_json(f) for f in self.files],
        }


def _span_json(span: Span) -> dict[str, int]:
    return {"start_ms": span.start_ms, "end_ms": span.end_ms}


def _file_json(file: File) -> dict[str, str]:
    return {"name": file.name, "path": file.path, "media_type": file.media_type, "sha256": file.sha256}


def _said_json(said: Said) -> dict[str, Any]:
    return {
        "speaker": said.sentence.speaker,
        "spoken": said.spoken,
        "words": [[w.start_ms, w.end_ms, w.text, w.timing] for w in said.sentence.words],
    }
