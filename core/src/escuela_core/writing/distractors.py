"""Wrong options of the key's own sort: form of number and unit, family and shape of phrase, from the same talk."""

from __future__ import annotations

import random
import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

from escuela_core.language.inflecting import inflected
from escuela_core.language.quantities import Quantity, quantities
from escuela_core.language.terms import rarity
from escuela_core.language.vectors import encoder
from escuela_core.language.wordnet import family
from escuela_core.writing.alone import EMPTY
from escuela_core.writing.clause import content, said

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

WANTED = 3
TOO_ALIKE, TOO_FAR = 0.78, 0.15
# From this rarity on (wordfreq, 0 to 1) a word counts as a term of the talk's own trade.
TERM = 0.55
# WordNet's families of what can be touched, in sorts: bodies, made and other things, and what things are made of.
_TANGIBLE = {5: "body", 8: "body", 18: "body"}
_TANGIBLE |= {6: "thing", 15: "thing", 17: "thing", 25: "thing", 13: "stuff", 20: "stuff", 27: "stuff"}
_NUMBER_WORDS = (
    "zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen "
    "sixteen seventeen eighteen nineteen twenty"
).split()
_TENS = {20: "twenty", 30: "thirty", 40: "forty", 50: "fifty", 60: "sixty", 70: "seventy", 80: "eighty", 90: "ninety"}
_FACTORS = (0.5, 2.0, 1.5, 3.0, 0.75, 1.25, 2 / 3, 4 / 3, 5 / 6, 7 / 6, 4.0, 0.25)
# Wrong years lie near the right one, and none in the future as a talk of today has it.
FAR_YEARS, LATEST_YEAR = 150, 2020
_YEARS_OFF = (-41, -28, -17, -12, -6, 5, 9, 14, 23, 36)
_POINTING = re.compile(
    r"\b(?:this|that|these|those|it|its|my|our|your|his|her|their|here|one|ones|thing|things|way|lot|every|each|some|any|all|no|both|"
    r"another|other|same|such|half|most|more|few|many|what|which|whatever)\b",
    re.I,
)


@dataclass(frozen=True)
class Phrase:
    """A noun phrase said in the talk, with the sentence it stands in."""

    text: str
    sentence: int
    head: str
    plural: bool
    name: str
    words: int
    lemmas: frozenset[str]


def phrases(docs: Sequence[Doc]) -> list[Phrase]:
    """The noun phrases of a talk that could stand as an option, each once."""
    found: dict[str, Phrase] = {}
    for number, doc in enumerate(docs):
        for chunk in doc.noun_chunks:
            text = said(list(chunk))
            usable = chunk.root.pos_ in {"NOUN", "PROPN"} and len(chunk) <= 6 and not _POINTING.search(text)
            says = chunk.root.lemma_.lower() not in EMPTY
            if usable and says and not any(t.pos_ == "NUM" for t in chunk):
                found.setdefault(text.lower(), _phrase(list(chunk), text, number))
    return list(found.values())


def _phrase(tokens: Sequence[Token], text: str, sentence: int) -> Phrase:
    root = next((t for t in tokens if t.head not in tokens), tokens[-1])
    if tokens[0].pos_ != "PROPN":
        text = text[:1].lower() + text[1:]
    return Phrase(
        text,
        sentence,
        root.lemma_.lower(),
        root.tag_ in {"NNS", "NNPS"},
        (root.ent_type_ or "PROPN") if root.pos_ == "PROPN" else "",
        len(tokens),
        content(tokens),
    )


def wrong_phrases(
    key: Sequence[Token], given: frozenset[str], sentence: int, talk: Sequence[Phrase], rng: random.Random
) -> list[str]:
    """Up to three noun phrases like ``key``; fewer where the talk holds no more that are safely wrong.

    ``given``: the content words of what is asked, which no option may repeat.
    """
    mine = _phrase(key, said(list(key)), sentence)
    taken = mine.lemmas | given
    near = {p.head for p in talk if abs(p.sentence - sentence) <= 1}
    fitting = [
        p
        for p in talk
        if p.plural == mine.plural
        and p.name == mine.name
        and p.head not in near
        and not p.lemmas & taken
        and abs(p.words - mine.words) <= 1
        and _same_family(p, mine)
    ]
    if key[0].i > 0 and key[0].nbor(-1).lower_ in {"a", "an"}:
        fitting = [p for p in fitting if _article(_bare(p.text)) == key[0].nbor(-1).lower_]
    picked = _by_nearness(mine, fitting, rng)
    return [_with_article(text, key) for text in picked[:WANTED]]


def _same_family(other: Phrase, mine: Phrase) -> bool:
    """Names with names, terms of the trade with each other (things with things), other nouns within their family."""
    if mine.name:
        return True
    theirs, own = family(other.head), family(mine.head)
    if rarity(mine.head) > TERM and rarity(other.head) > TERM:
        return theirs is None or own is None or _TANGIBLE.get(theirs) == _TANGIBLE.get(own)
    return theirs is not None and theirs == own


def _by_nearness(mine: Phrase, fitting: Sequence[Phrase], rng: random.Random) -> list[str]:
    """The phrases nearest in meaning and about as rare, none saying the same as another."""
    if not fitting:
        return []
    texts = [p.text for p in fitting]
    alike = encoder().embed(texts) @ encoder().embed([mine.text])[0]
    order = sorted(
        range(len(texts)),
        key=lambda i: -float(alike[i]) + abs(rarity(fitting[i].head) - rarity(mine.head)) + rng.uniform(0, 0.08),
    )
    kept: list[Phrase] = []
    for i in order:
        distinct = all(not fitting[i].lemmas & k.lemmas for k in kept)
        if TOO_FAR <= alike[i] <= TOO_ALIKE and distinct:
            kept.append(fitting[i])
    return [k.text for k in kept[:WANTED]]


def _bare(text: str) -> str:
    return re.sub(r"^(?:the|an?)\s+", "", text, flags=re.IGNORECASE)


def _article(word: str) -> str:
    return "an" if word[:1].lower() in "aeiou" else "a"


def _with_article(text: str, key: Sequence[Token]) -> str:
    """The key's own kind of article, so that no option stands out by it."""
    bare = _bare(text)
    article = key[0].lower_ if key[0].dep_ == "det" else ""
    if article in {"a", "an"}:
        article = _article(bare)
    return f"{article} {bare}".strip() if article in {"a", "an", "the"} else bare


def wrong_quantities(key: str, quantity: Quantity, said_elsewhere: Sequence[Quantity], rng: random.Random) -> list[str]:
    """Three numbers written as the key is, around it so that the key's rank among the four varies."""
    shown = _shown_value(quantity)
    if shown is None:
        return []
    value, style = shown
    steps = [f for f in _FACTORS if _presentable(value * f, value)]
    others = [q.low / (quantity.low / value) for q in said_elsewhere if q.comparable(quantity) and quantity.low]
    pool = [v for v in others if v != value and 0.1 <= v / value <= 10 and _presentable(v, value)]
    if is_year(quantity):
        steps = []
        said = [v for v in pool if abs(v - value) <= FAR_YEARS]
        latest = max(value, *(q.low for q in said_elsewhere if is_year(q)), LATEST_YEAR)
        pool = [v for v in [*said, *(value + d for d in rng.sample(_YEARS_OFF, 7))] if v <= latest]
    pool += [value * f for f in steps]
    if value == int(value) and value <= 12:
        pool += [value + d for d in (-2, -1, 1, 2, 3) if value + d > 0]
    below = sorted({round(v, 2) for v in pool if v < value}, reverse=True)
    above = sorted({round(v, 2) for v in pool if v > value})
    wanted_below = rng.randint(0, min(WANTED, len(below)))
    picked = rng.sample(below[:4], min(wanted_below, len(below[:4])))
    picked += rng.sample(above[:4], min(WANTED - len(picked), len(above[:4])))
    picked += [v for v in below if v not in picked][: WANTED - len(picked)]
    written = [_rewritten(key, quantity, v, style) for v in picked]
    several = not quantity.text.lower().startswith(("one ", "1 "))
    return [
        w
        for w in written
        if w is not None and w != key and not (several and re.search(r"(?<![\d.,-])\b(?:one|1)\b(?![,.-]?\w)", w, re.I))
    ]


def is_year(quantity: Quantity) -> bool:
    """A bare number of four digits as years are written."""
    return not quantity.dimension and re.fullmatch(r"1\d{3}|20\d\d", quantity.text) is not None


def _shown_value(quantity: Quantity) -> tuple[float, str] | None:
    """The number as the speaker said it, before units, and whether in digits or words; None for ranges."""
    if quantity.high != quantity.low or quantity.low <= 0 or quantity.sort not in {"count", "rank"}:
        return None
    if " " in number_of(quantity.text):
        return None
    digits = re.match(r"\d[\d,.]*", quantity.text)
    if digits:
        return float(digits.group().rstrip(".,").replace(",", "")), "digits"
    for value in (*range(21), *_TENS):
        if quantity.text.lower().split()[0].split("-")[0] == _word(value) and "-" not in quantity.text.split()[0]:
            rest = quantity.text.lower().split()[1:]
            return (float(value), "words") if not set(rest) & {"hundred", "thousand", "million"} else None
    return None


def _word(value: float) -> str | None:
    if value != int(value):
        return None
    whole = int(value)
    if whole <= 20:
        return _NUMBER_WORDS[whole]
    if whole in _TENS:
        return _TENS[whole]
    return f"{_TENS[whole // 10 * 10]}-{_NUMBER_WORDS[whole % 10]}" if whole < 100 else None


def number_of(text: str) -> str:
    """The number of a quantity's text alone: "forty-two" of "forty-two degrees"."""
    words = text.split()
    for count in range(len(words), 0, -1):
        part = " ".join(words[:count])
        found = quantities(part)
        if found and not found[0].dimension and not found[0].unit and found[0].text == part:
            return part
    return words[0]


def _presentable(value: float, like: float) -> bool:
    if like == int(like):
        step = 1 if like < 30 else 5 if like < 200 else 10 if like < 1000 else 50
        return value >= 1 and value == int(value) and int(value) % (step if like % step == 0 else 1) == 0
    return round(value, 1) == value


def _in_plural(text: str, quantity: Quantity) -> str:
    """ "two kilometre", made from "one kilometre", as it is said."""
    unit = quantity.text.split()[-1]
    return text.replace(unit, inflected(unit, "NNS")) if unit.isalpha() and len(quantity.text.split()) == 2 else text


def _rewritten(key: str, quantity: Quantity, value: float, style: str) -> str | None:
    number = f"{int(value):,}" if style == "digits" and value == int(value) else f"{value:g}"
    if style == "digits" and "," not in quantity.text:
        number = number.replace(",", "")
    written = number if style == "digits" else _word(value)
    if written is None:
        return None
    first = quantity.text.split()[0] if style == "words" else re.match(r"\d[\d,.]*\d|\d", quantity.text).group()  # type: ignore[union-attr]
    replaced = key.replace(first, written, 1)
    if quantity.stated[0] == 1 and value != 1:
        replaced = _in_plural(replaced, quantity)
    if key[:1].isupper() and replaced != key:
        replaced = replaced[:1].upper() + replaced[1:]
    return replaced if quantities(replaced) else None
