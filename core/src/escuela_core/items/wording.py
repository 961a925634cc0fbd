"""An item in other words beside its own: in another language, or plainer ones. Its key and marks stay what they are."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Any

from escuela_core.items import shape

# The tag of plainer words in the lesson's own language; every other tag is that of a language (BCP 47).
PLAIN = "plain"
MOST_WORDINGS = 8
MOST_TEXTS = 120
_LANGUAGE = re.compile(r"[a-z]{2,3}(-[A-Za-z0-9]{2,8})*")


@dataclass(frozen=True, slots=True)
class WordedText:
    """``text`` in place of what stands at ``at`` (as ``options[0].text``), which was ``of`` when it was written."""

    at: str
    text: str
    of: str


@dataclass(frozen=True, slots=True)
class Wording:
    tag: str
    texts: tuple[WordedText, ...]


def language_in(tag: str, language: str) -> str:
    """The language of a wording of what is in ``language``."""
    return language if tag == PLAIN else tag


def is_tag(tag: str) -> bool:
    return tag == PLAIN or _LANGUAGE.fullmatch(tag) is not None


def read_wordings(table: dict[str, Any], path: str) -> tuple[Wording, ...]:
    """The wordings of an item's JSON. Raises ItemShapeError where one has no tag, or a tag stands twice."""
    found: list[Wording] = []
    known = {"tag", "texts"}
    for where, row in shape.tables(table, "wordings", path, known, most=MOST_WORDINGS, needed=False):
        tag = shape.text(row, "tag", where)
        if not is_tag(tag) or any(w.tag == tag for w in found):
            raise shape.ItemShapeError(f"{where}.tag", f"must be {PLAIN} or a language, each once")
        texts = tuple(
            WordedText(*(shape.text(text, key, place) for key in ("at", "text", "of")))
            for place, text in shape.tables(row, "texts", where, {"at", "text", "of"}, most=MOST_TEXTS)
        )
        found.append(Wording(tag, texts))
    return tuple(found)


def wordings_json(wordings: tuple[Wording, ...]) -> list[dict[str, Any]]:
    return [
        {"tag": w.tag, "texts": [{"at": t.at, "text": t.text, "of": t.of} for t in w.texts]}
        for w in wordings
        if w.texts
    ]
