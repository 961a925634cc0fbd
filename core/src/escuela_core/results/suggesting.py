"""Where an answer in a student's own words has words of the criteria it is marked by: to be looked at, never a mark."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Sequence
from dataclasses import dataclass

# Words shorter than this say little of a criterion; longer ones are the same when so many first letters are.
SHORTEST, SAME_LETTERS = 4, 5


@dataclass(frozen=True, slots=True)
class Found:
    """A word of the answer, from ``start`` to ``end`` in its characters, that criterion number ``criterion`` names."""

    criterion: int
    start: int
    end: int


def suggested(text: str, criteria: Sequence[str]) -> list[Found]:
    """The words of ``text`` that stand in a criterion, in the order of the text; numbers whatever their length."""
    stems = [{_stem(w) for w in re.findall(r"\w+", c) if _counts(w)} for c in criteria]
    found = []
    for word in re.finditer(r"\w+", text):
        if not _counts(word.group()):
            continue
        own = _stem(word.group())
        number = next((n for n, known in enumerate(stems) if own in known), None)
        if number is not None:
            found.append(Found(number, word.start(), word.end()))
    return found


def _counts(word: str) -> bool:
    return len(word) >= SHORTEST or word.isdigit()


def _stem(word: str) -> str:
    letters = unicodedata.normalize("NFKD", word.casefold())
    plain = "".join(c for c in letters if not unicodedata.combining(c))
    return plain if plain.isdigit() else plain[:SAME_LETTERS]
