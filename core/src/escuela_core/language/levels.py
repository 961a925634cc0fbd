"""The level of a class, and what it asks of the words of an item."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass

from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.languages import language_of

_WORD = re.compile(r"[^\W\d_]+(?:['’][^\W\d_]+)?")


@dataclass(frozen=True, slots=True)
class Level:
    """``rarest``: the rarest word on wordfreq's Zipf scale; ``longest``: the longest sentence in words."""

    rarest: float
    longest: int
    ages: str


# Ages are those of pupils who read their first language; the letters are those of the CEFR for learners of a second.
LEVELS = {
    "A1": Level(4.6, 9, "6-7"),
    "A2": Level(4.2, 12, "8-9"),
    "B1": Level(3.7, 16, "10-12"),
    "B2": Level(3.2, 20, "13-15"),
    "C1": Level(2.6, 26, "16-18"),
    "C2": Level(0.0, 40, "19+"),
}


def above(text: str, level: str, language: str, *, known: Iterable[str] = ()) -> list[str]:
    """The words of ``text`` that are rarer than ``level`` expects, without those the talk itself uses (``known``).

    Small letters only: names and words at the start of a sentence are not judged. An unknown level finds nothing.
    """
    wanted = LEVELS.get(level)
    if wanted is None:
        return []
    taught = {w.lower() for w in known}
    words = [w for w in _WORD.findall(text) if w.islower() and len(w) > 2 and w not in taught]
    return [w for w in dict.fromkeys(words) if zipf_frequency(w, language_of(language).code) < wanted.rarest]


def too_long(text: str, level: str) -> bool:
    """Whether a sentence of ``text`` is longer than ``level`` expects."""
    wanted = LEVELS.get(level)
    sentences = re.split(r"(?<=[.!?])\s+", text)
    return wanted is not None and any(len(_WORD.findall(s)) > wanted.longest for s in sentences)
