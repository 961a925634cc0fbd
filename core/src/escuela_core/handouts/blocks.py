"""What a handout is made of, whatever it is written as: every writer knows each of these and nothing of lessons.

Texts may hold the marks of ``items.rich``; labels do not.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True, slots=True)
class Heading:
    text: str
    level: int = 2


@dataclass(frozen=True, slots=True)
class Text:
    """``quiet`` for what stands beside, ``spoken`` for the words of the recording."""

    text: str
    role: Literal["plain", "quiet", "spoken", "strong"] = "plain"


@dataclass(frozen=True, slots=True)
class Fields:
    """Labels, each with a line to write on."""

    labels: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Rows:
    """A list; each row may have lines below it to write on."""

    rows: tuple[str, ...]
    mark: Literal["bullet", "number"] = "bullet"
    lines: int = 0


@dataclass(frozen=True, slots=True)
class Words:
    """Terms with their meanings."""

    rows: tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True)
class Cards:
    """Terms with their meanings, a card each to cut out."""

    rows: tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True)
class Lines:
    """To write on."""

    count: int


@dataclass(frozen=True, slots=True)
class Bank:
    """Words to choose from, under ``label``."""

    label: str
    words: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Choices:
    """Things to mark, told apart by letters or by boxes; ``images`` the picture of each, empty where there is none."""

    rows: tuple[str, ...]
    images: tuple[str, ...] = ()
    several: bool = False
    lettered: bool = True


@dataclass(frozen=True, slots=True)
class Join:
    """Each on the left gets the letter of one on the right."""

    left: tuple[str, ...]
    right: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Numbering:
    """Each gets its number."""

    rows: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Sorting:
    """A column to write in under each name."""

    names: tuple[str, ...]
    lines: int


@dataclass(frozen=True, slots=True)
class Picture:
    name: str
    alt: str


@dataclass(frozen=True, slots=True)
class Moment:
    """A time in the recording; ``link`` is empty where there is no code to scan."""

    text: str
    link: str = ""


@dataclass(frozen=True, slots=True)
class Keyed:
    """The key of a question, and why."""

    label: str
    key: tuple[str, ...]
    why_label: str = ""
    why: str = ""


Inside = Text | Lines | Bank | Choices | Join | Numbering | Sorting | Picture | Moment | Keyed


@dataclass(frozen=True, slots=True)
class Question:
    """Kept on one page where it fits; ``number`` is empty for what asks nothing. ``id`` tells fields to fill apart."""

    id: str
    number: str
    asked: str
    worth: str
    inside: tuple[Inside, ...]


@dataclass(frozen=True, slots=True)
class Section:
    """A part of the handout in one or two columns; ``breaks`` begins on a new page."""

    blocks: tuple[Heading | Text | Rows | Words | Cards | Bank | Question | Keyed, ...]
    columns: int = 1
    breaks: bool = False


@dataclass(frozen=True, slots=True)
class Document:
    """``language`` is BCP 47; ``large`` is large print (18 points)."""

    title: str
    language: str
    direction: str
    heading: tuple[str, ...]
    fields: Fields | None
    sections: tuple[Section, ...]
    large: bool = False

    @property
    def formula_px(self) -> float:
        """The size of letters, in CSS pixels, at which a formula that is a picture goes with the text."""
        return 24.0 if self.large else 15.0
