"""Reading a typed answer, and whether it counts as another."""

from __future__ import annotations

import re
import unicodedata
from typing import Any

from rapidfuzz.distance import OSA

from escuela_core.items.model import Response, ResponseShapeError
from escuela_core.language.quantities import quantities

LONGEST_ANSWER = 5_000
TYPING_SLIP_FROM = 5


def typed(data: dict[str, Any]) -> Response:
    text = data.get("text")
    if set(data) != {"text"} or not isinstance(text, str) or not text.strip():
        raise ResponseShapeError("text must not be empty")
    if len(text) > LONGEST_ANSWER:
        raise ResponseShapeError(f"an answer may have at most {LONGEST_ANSWER} letters")
    if "\x00" in text:
        raise ResponseShapeError("it holds a character that text cannot have")
    return Response(text=text)


def same_answer(given: str, wanted: str, language: str = "en") -> bool:
    """Whether a typed answer counts: case, accents, punctuation and articles apart, number words read as numbers.

    One slip of typing (a letter missing, extra, wrong, or two swapped) passes in words of five letters or more.
    """
    mine, theirs = _folded(given), _folded(wanted)
    if mine == theirs:
        return True
    my_numbers, their_numbers = quantities(given, language), quantities(wanted, language)
    if my_numbers or their_numbers:
        same = len(my_numbers) == len(their_numbers) and all(
            a.equals(b) for a, b in zip(my_numbers, their_numbers, strict=True)
        )
        mine, theirs = _rest(given, my_numbers), _rest(wanted, their_numbers)
        return same and (not _folded(mine) or _rest_folded(mine) == _rest_folded(theirs))
    my_words, their_words = mine.split(), theirs.split()
    return len(my_words) == len(their_words) and all(
        a == b or (len(b) >= TYPING_SLIP_FROM and OSA.distance(a, b) <= 1)
        for a, b in zip(my_words, their_words, strict=True)
    )


def _rest(text: str, found: list[Any]) -> str:
    for quantity in reversed(found):
        text = text[: quantity.start] + text[quantity.end :]
    return text


def _rest_folded(rest: str) -> str:
    return re.sub(r"^(?:about|around|unos|unas|alrededor de)\b ?", "", _folded(rest))


def _folded(text: str) -> str:
    plain = unicodedata.normalize("NFKD", text.casefold())
    plain = "".join(c for c in plain if not unicodedata.combining(c))
    words = re.sub(r"[^\w\s]", " ", plain).split()
    while len(words) > 1 and words[0] in {"the", "a", "an", "el", "la", "los", "las", "un", "una"}:
        words = words[1:]
    return " ".join(words)
