"""The lesson as its students get it: what is said, shown and asked, and nothing that answers it."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from config.shapes import Shape
from escuela_core.items import KINDS


class SpanOut(Shape):
    start_ms: int
    end_ms: int


class StudySegmentOut(SpanOut):
    id: str
    title: str


class StudySentenceOut(SpanOut):
    text: str


class ShownOut(Shape):
    """What is read of an item: what it asks, and what there is to choose from or to arrange."""

    prompt: str = ""
    targets: list[str] = []
    options: list[str] = []
    image_alt: str = ""


class OtherWordsOut(ShownOut):
    """What is asked, in the words of ``tag``; all that it shows stands in the same order as the original."""

    tag: str


class QuestionOut(ShownOut):
    """``withheld``: nothing is asked yet, since the item's clock has not been started."""

    withheld: bool
    id: str
    kind: str = Field(json_schema_extra={"enum": list(KINDS)})
    several: bool
    marks: float
    time_limit_s: int | None
    pause_ms: int
    hear_from_ms: int | None
    image_url: str | None = None
    option_image_urls: list[str | None] = []
    sound_url: str | None = None
    wordings: list[OtherWordsOut] = []


class StudyLineOut(Shape):
    text: str
    meaning: str


class StudyMaterialOut(Shape):
    """Lines without what they rest on."""

    kind: str
    place: Literal["before", "during", "after"]
    lines: list[StudyLineOut]


class StudyTrackOut(Shape):
    """Captions in another language that a student can switch on."""

    id: int
    language: str
    label: str


class MediaOut(Shape):
    """Where the recording is heard and seen."""

    media_url: str
    media_type: str
    has_picture: bool
    player_url: str
    player_dialect: str
    tracks: list[StudyTrackOut]


class StudyLessonOut(MediaOut):
    title: str
    language: str
    start_ms: int
    end_ms: int
    stretches: list[SpanOut]
    segments: list[StudySegmentOut]
    sentences: list[StudySentenceOut]
    items: list[QuestionOut]
    materials: list[StudyMaterialOut]
