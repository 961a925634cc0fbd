"""What a form gives: drafts of items, each with the name it is ranked by."""

from __future__ import annotations

import random
import re
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from escuela_core.items import Choice, Item, Option
from escuela_core.items.model import Depth
from escuela_core.language.quantities import Quantity, quantities
from escuela_core.writing.clause import Clause, capital
from escuela_core.writing.distractors import is_year, number_of
from escuela_core.writing.talk import Talk

WANTED = 3
_PARTS = frozenset("one a an half quarter third first second thirds quarters".split())
LONGEST_PROMPT_WORDS = 24
# What names one by one what was counted gives the number away: "three sensors, one for up and down, one for ...".
_COUNTED_UP = re.compile(r":|, one\b|, the first\b", re.IGNORECASE)


@dataclass(frozen=True)
class Draft:
    """``form`` names how it was made ("reason", "quantity" ...); ``sentences`` are those it rests on, in order."""

    form: str
    item: Item
    sentences: tuple[int, ...]


Form = Callable[[Clause, Talk, random.Random], Iterator[Draft]]


def common(talk: Talk, sentences: Sequence[int], depth: Depth = "recall", said: str = "") -> dict[str, Any]:
    """What every item carries: the words it rests on, quoted, and where they are."""
    quoted = " … ".join(dict.fromkeys(talk.said[n] for n in sentences))
    return {
        "explanation": f"{said}The recording says: “{quoted}”",
        "evidence": tuple(dict.fromkeys(talk.spans[n] for n in sentences)),
        "depth": depth,
    }


def choice(prompt: str, key: str, wrong: Sequence[str], rng: random.Random, shared: dict[str, Any]) -> Choice | None:
    """A choice of four in chance order; None where too few are wrong or the key stands out by its length."""
    if len(wrong) < WANTED or len(prompt.split()) > LONGEST_PROMPT_WORDS or stands_out(key, wrong):
        return None
    texts = [key, *wrong[:WANTED]]
    rng.shuffle(texts)
    return Choice(prompt=capital(prompt), options=tuple(Option(capital(t), t == key) for t in texts), **shared)


def stands_out(key: str, wrong: Sequence[str]) -> bool:
    """Whether the key is told from the others by its length alone."""
    lengths = [len(w) for w in wrong]
    return len(key) > 1.7 * max(lengths) + 6 or len(key) < min(lengths) / 2.2 - 4


def measured(clause: Clause) -> Quantity | None:
    """The one quantity of the clause, where it has exactly one that counts or measures something, or is a year."""
    found = quantities(clause.text)
    if len(found) != 1 or found[0].sort != "count" or found[0].low != found[0].high:
        return None
    number = number_of(found[0].text).lower()
    if re.search(r"\b(?:between|each of|both) *$", clause.text[: found[0].start], re.IGNORECASE):
        return None  # "between two strokes" counts nothing
    if _COUNTED_UP.search(clause.text[found[0].end :]):
        return None
    if number.split()[0] in _PARTS and not re.match(r"an? (?:hundred|thousand|million|dozen)\b", number):
        return None
    counts = any(
        t.pos_ == "NUM"
        and (
            (t.dep_ == "nummod" and t.head.i > t.i)
            or t.dep_ in {"dobj", "attr"}
            or (t.dep_ == "pobj" and t.head.lower_ == "by")
        )
        for t in clause.tokens
    )
    return found[0] if found[0].dimension or is_year(found[0]) or counts else None
