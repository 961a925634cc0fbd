"""What a handout says itself, in the lesson's language; English where there are no words in it."""

from __future__ import annotations

import json
import unicodedata
from functools import lru_cache
from pathlib import Path

from escuela_core.language.languages import language_of


@lru_cache(maxsize=1)
def _words() -> dict[str, dict[str, str]]:
    read: dict[str, dict[str, str]] = json.loads(Path(__file__).with_name("words.json").read_text("utf-8"))
    return read


def said(key: str, language: str, **values: object) -> str:
    """The words for ``key``. Raises KeyError for one that nobody wrote."""
    forms = _words()[key]
    return isolated(forms.get(language_of(language).code, forms["en"]).format(**values), language)


def marks(count: float, language: str) -> str:
    """``1 mark``, ``2.5 marks``."""
    return said("marks_one" if count == 1 else "marks_other", language, count=f"{count:g}")


# Written from right to left, by their first letters (ISO 639).
_FROM_THE_RIGHT = {"ar", "he", "fa", "ur", "yi", "ps", "sd", "ug", "dv", "ks", "ckb", "arc"}


def direction(language: str) -> str:
    """``rtl`` or ``ltr``, as HTML names them."""
    return "rtl" if language.split("-", maxsplit=1)[0].lower() in _FROM_THE_RIGHT else "ltr"


# Between these a text runs from left to right whatever stands around it (Unicode Standard Annex 9).
_ISOLATE, _POP = "\u2066", "\u2069"


def isolated(text: str, language: str) -> str:
    """``text`` kept in its order where all its letters run from the left and ``language`` is written from the right:
    else its full stop stands in front, and "1 b; 2 a" is read as other pairs."""
    if direction(language) == "ltr" or text.startswith(_ISOLATE):
        return text
    ways = {unicodedata.bidirectional(c) for c in text}
    return f"{_ISOLATE}{text}{_POP}" if "L" in ways and ways.isdisjoint({"R", "AL"}) else text
