"""Whether words are in the language they are said to be in, by how many of them its dictionary knows."""

from __future__ import annotations

import re
from collections.abc import Iterable
from itertools import islice

from simplemma import in_target_language

from escuela_core.language.languages import language_of

# The languages that are told apart: those whose items are written and checked.
TOLD_APART = ("en", "es")
LOOKED_AT, FEWEST = 400, 20
# Of its own words a text knows nearly all; of the other's about a tenth (talks of both languages).
KNOWN_IN_OWN, KNOWN_IN_OTHER = 0.5, 0.75
_WORD = re.compile(r"[^\W\d_]+")


def other_language(texts: Iterable[str], language: str) -> str:
    """The code of the language that ``texts`` are in where that is not ``language``; empty where nothing tells."""
    own = language_of(language).code
    words = list(islice((w.lower() for text in texts for w in _WORD.findall(text)), LOOKED_AT))
    if own not in TOLD_APART or len(words) < FEWEST:
        return ""
    sample = " ".join(words)
    if in_target_language(sample, lang=own) >= KNOWN_IN_OWN:
        return ""
    others = (code for code in TOLD_APART if code != own)
    return next((code for code in others if in_target_language(sample, lang=code) >= KNOWN_IN_OTHER), "")
