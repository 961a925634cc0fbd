"""Items as values: what is asked, its key, and the place in the recording it rests on."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from escuela_core.timeline import Span

Depth = Literal["recall", "use", "reason", "extend"]
Purpose = Literal["check", "predict"]
DEPTHS: tuple[Depth, ...] = ("recall", "use", "reason", "extend")
GAP_MARK = "___"


@dataclass(frozen=True, slots=True, kw_only=True)
class Item:
    """What every kind has. ``pause_ms`` is None until the item is placed; ``id`` is empty until it is kept."""

    kind: ClassVar[str]
    id: str = ""
    explanation: str = ""
    marks: float = 1.0
    depth: Depth = "recall"
    purpose: Purpose = "check"
    pause_ms: int | None = None
    evidence: tuple[Span, ...] = ()


@dataclass(frozen=True, slots=True)
class Option:
    text: str
    correct: bool
    feedback: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Choice(Item):
    """One right option or several; with several, all of them and no other make the answer right."""

    kind: ClassVar[str] = "choice"
    prompt: str
    options: tuple[Option, ...]

    @property
    def key(self) -> tuple[int, ...]:
        return tuple(i for i, option in enumerate(self.options) if option.correct)


@dataclass(frozen=True, slots=True, kw_only=True)
class TrueFalse(Item):
    kind: ClassVar[str] = "true_false"
    prompt: str
    answer: bool | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Gap(Item):
    """A sentence with one gap, ``___``, and every filling that counts."""

    kind: ClassVar[str] = "gap"
    prompt: str
    answers: tuple[str, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Open(Item):
    """Waits for the teacher's marks; the model answer is for the teacher and, later, the student."""

    kind: ClassVar[str] = "open"
    prompt: str
    model_answer: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Note(Item):
    """Something to read at the pause; it asks nothing and carries no marks."""

    kind: ClassVar[str] = "note"
    text: str


def asked(item: Item) -> str:
    """The words the student reads first."""
    return item.text if isinstance(item, Note) else item.prompt  # type: ignore[attr-defined]


def is_marked(item: Item) -> bool:
    return not isinstance(item, Note)
