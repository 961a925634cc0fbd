"""What a Spanish talk holds that can stand for something of the same sort: its things, its people, its numbers."""

from __future__ import annotations

import random
from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

from escuela_core.language.quantities import quantities
from escuela_core.writing.spanish.statement import feature, said

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

WANTED = 3
LONGEST_PHRASE = 6
_ARTICLES = {"el", "la", "los", "las", "un", "una", "unos", "unas"}
# Each factor puts the key elsewhere among the four.
_YEARS_APART = ((-40, -12, 25), (-15, 18, 60), (12, 30, 55), (-62, -35, -10))
# What was done in a year to come is no answer that anyone would give.
LATEST_YEAR = 2020
_FACTORS = ((0.5, 2.0, 3.0), (0.25, 0.5, 2.0), (1.5, 2.0, 4.0), (0.25, 0.5, 0.75))


@dataclass(frozen=True)
class Phrase:
    """A noun with its words, as it was said; ``form`` is its gender, number and article, by which it fits a place."""

    text: str
    head: str
    form: tuple[str, str, str]
    is_person: bool
    sentence: int


def phrase(words: Sequence[Token], sentence: int) -> Phrase | None:
    """None for words that hold no noun, or name nothing by themselves."""
    head = next((t for t in words if t.head not in words and t.pos_ in {"NOUN", "PROPN"}), None)
    if head is None or len(words) > LONGEST_PHRASE or any(t.pos_ in {"PRON", "VERB", "AUX"} for t in words):
        return None
    if any(t.lower_ in {"su", "sus", "cada", "otro", "otra", "otros", "otras"} for t in words):
        return None
    if quantities(f"2 {head.lower_}", "es")[0].dimension or quantities(said(words), "es"):
        return None
    article = words[0].lower_ if words[0].lower_ in _ARTICLES else ""
    if any(t.dep_ == "det" and not _agree(t, head) for t in head.children):
        return None  # "la apoyo" is no noun
    gender, number = (next(iter(feature(head, what)), "") for what in ("Gender", "Number"))
    definite = {"un": "un", "una": "un", "unos": "un", "unas": "un", "": ""}.get(article, "el")
    text = said(words)
    return Phrase(
        text if head.pos_ == "PROPN" else text[:1].lower() + text[1:],
        head.lemma_.lower(),
        (gender, number, definite),
        any(e.label_ == "PER" and e.start <= head.i < e.end for e in head.doc.ents),
        sentence,
    )


def _agree(one: Token, other: Token) -> bool:
    """Whether the genders of two words, where both tell one, are the same."""
    genders = [set(feature(t, "Gender")) for t in (one, other)]
    return not all(genders) or bool(genders[0] & genders[1])


def phrases(docs: Sequence[tuple[int, Doc]]) -> list[Phrase]:
    """Every noun phrase of a talk that could be an option, each head once; ``docs`` with their sentences' numbers."""
    found: dict[str, Phrase] = {}
    for number, doc in docs:
        for chunk in doc.noun_chunks:
            words = [t for t in chunk if not t.is_punct]
            one = phrase(words, number) if words else None
            if one is not None:
                found.setdefault(one.head, one)
    return list(found.values())


def wrong_phrases(key: Phrase, given: str, talk: Sequence[Phrase], rng: random.Random) -> list[str]:
    """Three that fit where ``key`` stands and are not spoken of in ``given``; fewer where the talk has no more."""
    words = given.lower()
    fitting = [
        p
        for p in talk
        if p.form == key.form
        and p.is_person == key.is_person
        and p.head != key.head
        and p.sentence != key.sentence
        and p.head not in words
        and abs(len(p.text.split()) - len(key.text.split())) <= 2
    ]
    return [p.text for p in rng.sample(fitting, WANTED)] if len(fitting) >= WANTED else []


def is_year(value: int) -> bool:
    return 1_000 <= value <= 2_100


def wrong_numbers(value: int, heard: Sequence[int], rng: random.Random) -> list[int]:
    """Three numbers as round as ``value``; those that were ``heard`` of something else first."""
    if is_year(value) and value % 100:
        near = [n for n in heard if n != value and 0 < abs(n - value) < 150 and n > 1_000]
        made = [value + step for step in (*rng.choice(_YEARS_APART), -7, -23, -48)]
        return [n for n in dict.fromkeys([*near, *made]) if n <= max(value, LATEST_YEAR)][:WANTED]
    step = next(s for s in (1_000, 100, 50, 10, 5, 1) if value % s == 0)
    close = [n for n in heard if n != value and value / 5 <= n <= value * 5 and n % step == 0]
    made = [max(2, round(value * f / step)) * step for f in rng.choice(_FACTORS)]
    more = [value + step * n for n in (1, 2, 3, 4)]
    return [n for n in dict.fromkeys([*close[:1], *made, *more]) if n != value][:WANTED]


def digits(value: int) -> str:
    """As Spanish writes numbers; years and others of four digits without a point."""
    return f"{value:,}".replace(",", ".") if value >= 10_000 else str(value)
