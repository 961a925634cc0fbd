"""The forms an item can take in Spanish, and what they make of each statement of a talk."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any

from escuela_core.items import Choice, Item, Open, Option, Order, TrueFalse
from escuela_core.items.model import GAP_MARK, Depth
from escuela_core.language.parsing import parsed_in
from escuela_core.language.quantities import Quantity, quantities
from escuela_core.transcripts.model import Sentence
from escuela_core.writing import by_words
from escuela_core.writing.by_words import says
from escuela_core.writing.clause import capital
from escuela_core.writing.spanish.opposites import turned
from escuela_core.writing.spanish.sorts import Phrase, digits, phrase, phrases, wrong_numbers, wrong_phrases
from escuela_core.writing.spanish.statement import (
    PARTS,
    Statement,
    feature,
    names_its_thing,
    points_away,
    said,
    stands_alone,
    statements_of,
)

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

Draft = tuple[Item, tuple[int, ...], float]
# What each form is worth, by what was usable of it on the development talks.
WORTH = {
    "number": 1.0,
    "year": 1.0,
    "reason": 0.9,
    "who": 0.8,
    "what_is": 0.7,
    "purpose": 0.7,
    "false": 0.6,
    "what": 0.5,
}
WORTH |= {"measured": 0.9, "true": 0.4}
LONGEST_QUESTION, SHORTEST_STATEMENT, LONGEST_STATEMENT, FEWEST_REASON = 24, 6, 22, 3
FEWEST_COUNTED = 3
# A noun that may be somebody: a lock-keeper ends like a road.
_WHO_DOES = re.compile(
    r"(?<!ad)er[oa]$|ista$|^(?:guarda|niñ[oa]|gente|tripulación|hombre|mujer|alumn[oa]|maestr[oa]|profesora?)$"
)
# Steps say that they follow each other.
_IN_TURN = re.compile(
    r"\b(?:primero|después|luego|entonces|al final|finalmente|por último|antes de|hasta que|cuando|a continuación)\b",
    re.IGNORECASE,
)
FEWEST_IN_TURN, LEADS_AWAY = 2, 0.6
# A thing that is counted follows the number, but for parts of a whole; or it says when.
_COUNTS = re.compile(r" (?!cuart|terc|quint|octav|décim|y |o )[a-zñáéíóú]")
# More than three hundred is more than two hundred too.
_BOUND = re.compile(r"\b(?:más|menos|al menos|por lo menos|como (?:mínimo|máximo)|hasta|casi)(?: de)? $", re.IGNORECASE)
_WHEN = re.compile(r"\b(?:en|desde|hasta|hacia|de) $", re.IGNORECASE)
_ADVERBS = {"despacio", "deprisa", "bien", "mal", "mucho", "poco"}
_ABOUT = {"unos", "unas", "casi", "más", "menos", "de", "aproximadamente", "alrededor", "solo", "sólo", "hasta"}


@dataclass(frozen=True)
class Talk:
    """What the forms look up: all sentences, the noun phrases, the numbers."""

    sentences: Sequence[Sentence]
    phrases: list[Phrase]
    numbers: list[Quantity]


def drafts(sentences: Sequence[Sentence], seed: int) -> Iterator[Draft]:
    """Items with the numbers of the sentences they rest on and a worth to sort by."""
    parts = [(number, part) for number, s in enumerate(sentences) for part in PARTS.split(s.text)]
    docs = list(zip((n for n, _ in parts), parsed_in("es", [part for _, part in parts]), strict=True))
    statements = [one for number, doc in docs for one in statements_of(doc, number)]
    talk = Talk(sentences, phrases(docs), [q for s in sentences for q in quantities(s.text, "es")])
    for one in statements:
        rng = random.Random(f"{seed}-{one.sentence}")
        for form, item in _items(one, talk, rng):
            yield item, (one.sentence,), WORTH[form]
    begun: set[int] = set()
    for number, doc in docs:
        if number in begun and not names_its_thing(doc):
            continue
        begun.add(number)
        measured = _measured(doc, number, talk, random.Random(f"{seed}-{number}"))
        if measured is not None:
            yield measured, (number,), WORTH["measured"]
    yield from _by_words(sentences, seed, docs)


def _by_words(sentences: Sequence[Sentence], seed: int, docs: Sequence[tuple[int, Doc]]) -> Iterator[Draft]:
    """What needs no grammar, worth less where the sentence leads away from itself; orders only of what has one."""
    away = {number for number, doc in docs if points_away(doc)}
    for item, numbers, worth in by_words.drafts(sentences, "es", seed):
        if isinstance(item, Order) and sum(bool(_IN_TURN.search(step)) for step in item.steps) < FEWEST_IN_TURN:
            continue
        yield item, numbers, worth - LEADS_AWAY * bool(away.intersection(numbers))


def _items(one: Statement, talk: Talk, rng: random.Random) -> Iterator[tuple[str, Item]]:
    yield from _reasons(one, talk)
    if one.is_denied:
        return
    yield from _numbers(one, talk, rng)
    yield from _parts(one, talk, rng)
    yield from _statements(one, talk, rng)


def _shared(one: Statement, talk: Talk, depth: Depth = "recall") -> dict[str, Any]:
    spoken = talk.sentences[one.sentence]
    return {"explanation": says(spoken.text, "es"), "evidence": (spoken.span,), "depth": depth}


def _question(word: str, one: Statement, *, without: Sequence[Token] = (), subject: bool = True) -> str:
    """Question word, verb, subject, the rest; what stood in front comes last. Empty where it gets too long."""
    rest = [t for t in one.rest if t not in without]
    parts = [word, _lower(one.verb), _lower(one.subject) if subject else "", said(rest), _lower(one.front)]
    words = " ".join(p for p in parts if p)
    return f"¿{capital(words)}?" if len(words.split()) <= LONGEST_QUESTION else ""


def _lower(tokens: Sequence[Token]) -> str:
    """Small at the beginning, but for a name."""
    text = said(tokens)
    named = bool(tokens) and tokens[0].pos_ == "PROPN"
    return text if named else text[:1].lower() + text[1:]


def _choice(prompt: str, key: str, wrong: Sequence[str], rng: random.Random, shared: dict[str, Any]) -> Choice | None:
    if not prompt or len(wrong) < 3:
        return None
    texts = [key, *wrong]
    rng.shuffle(texts)
    return Choice(prompt=prompt, options=tuple(Option(capital(t), t == key) for t in texts), **shared)


def _among_phrases(prompt: str, key: Phrase, one: Statement, talk: Talk, rng: random.Random) -> Choice | None:
    wrong = wrong_phrases(key, one.doc.text, talk.phrases, rng)
    return _choice(prompt, key.text, wrong, rng, _shared(one, talk))


def _numbers(one: Statement, talk: Talk, rng: random.Random) -> Iterator[tuple[str, Item]]:
    """How many, where the verb's object is counted; in which year."""
    found = one.quantities
    if len(found) != 1 or found[0].sort != "count" or found[0].stated[0] != found[0].stated[1]:
        return
    value = found[0].stated[0]
    if value != int(value) or value < 2:
        return
    inside = [t for t in one.rest if found[0].start <= t.idx < found[0].end]
    if not inside:
        return
    heard = [int(q.stated[0]) for q in talk.numbers if q.sort == "count" and q.stated[0] >= 2]
    wrong = [digits(n) for n in wrong_numbers(int(value), heard, rng)]
    nouns = (t for t in one.rest if t.i >= inside[0].i and t.pos_ == "NOUN" and not _number_in(t.text))
    noun = next(nouns, None)
    if noun is not None and noun.head == one.root and noun.dep_ == "obj" and "Plur" in feature(noun, "Number"):
        counted = [t for t in noun.subtree if t.i >= noun.i and t in one.rest]
        before = [t for t in one.rest if t.i < noun.i and (t in inside or t.lower_ in _ABOUT or t.head == noun)]
        moved = any(t.pos_ == "ADP" and t.lower_ not in _ABOUT for t in before)  # "a unos doscientos grados"
        if not moved and counted[-1].i - counted[0].i < len(counted):
            word = f"cuánt{'as' if 'Fem' in feature(noun, 'Gender') else 'os'} {said(counted)}"
            prompt = _question(word, one, without=[*before, *counted])
            item = _choice(prompt, digits(int(value)), wrong, rng, _shared(one, talk))
            if item is not None:
                yield "number", item
    year = inside[0]
    is_year = len(inside) == 1 and _is_year(value) and not found[0].dimension
    case = next((t for t in year.children if t.lower_ == "en"), None)
    if is_year and case is not None:
        prompt = _question("en qué año", one, without=[case, year])
        item = _choice(
            prompt, str(int(value)), [str(n) for n in wrong_numbers(int(value), heard, rng)], rng, _shared(one, talk)
        )
        if item is not None:
            yield "year", item


def _is_year(value: float) -> bool:
    return 1_000 <= value <= 2_100


def _tells_apart(what: Sequence[Token]) -> bool:
    """Whether a noun said of a thing tells what it is: one of a sort, or with what it does."""
    is_one = what[0].lower_ in {"un", "una", "unos", "unas"}
    return is_one or (what[0].pos_ in {"DET", "NOUN"} and any(t.lower_ == "que" for t in what))


def _measured(doc: Doc, sentence: int, talk: Talk, rng: random.Random) -> Item | None:
    """The one number of a sentence left out, whatever its grammar, among others as round."""
    found = quantities(doc.text, "es")
    if len(found) != 1 or found[0].sort != "count" or not found[0].stated[0] == found[0].stated[1] >= FEWEST_COUNTED:
        return None
    number, value = _number_in(found[0].text), found[0].stated[0]
    if not number or value != int(value) or not stands_alone(doc) or any(t.lower_ == "no" for t in doc):
        return None
    start = found[0].start + found[0].text.index(number)
    before, after = doc.text[:start], doc.text[start + len(number) :].rstrip(" .;:")
    if _BOUND.search(before) or not _COUNTS.match(after) and not (_is_year(value) and _WHEN.search(before)):
        return None
    prompt = f"Completa: {capital(before)}{GAP_MARK}{after}."
    heard = [int(q.stated[0]) for q in talk.numbers if q.sort == "count" and q.stated[0] >= 2]
    wrong = [digits(n) for n in wrong_numbers(int(value), heard, rng)]
    spoken = talk.sentences[sentence]
    shared = {"explanation": says(spoken.text, "es"), "evidence": (spoken.span,), "depth": "recall"}
    return _choice(prompt, digits(int(value)), wrong, rng, shared)


def _parts(one: Statement, talk: Talk, rng: random.Random) -> Iterator[tuple[str, Item]]:
    """Who or what does it, what a thing is, and what is done to."""
    subject = phrase(one.subject, one.sentence) if one.subject else None
    if one.is_definition and subject is not None:
        if len(one.rest) >= 3 and _tells_apart(one.rest) and not one.front:
            prompt = f"¿Qué {said(one.verb)} {_lower(one.subject)}?"
            yield "what_is", Open(prompt=prompt, model_answer=capital(said(one.rest)) + ".", **_shared(one, talk))
        return
    plural = "Plur" in feature(one.root, "Number")
    if subject is not None and len(one.rest) + len(one.front) >= 3 and (subject.is_person or not plural):
        word = ("quiénes" if plural else "quién") if subject.is_person else "qué"
        if word == "qué" and _WHO_DOES.search(subject.head):
            word = "quién o qué"
        prompt = _question(word, one, subject=False)
        item = _choice(
            prompt, subject.text, wrong_phrases(subject, one.doc.text, talk.phrases, rng), rng, _shared(one, talk)
        )
        if item is not None:
            yield "who", item
    thing = next((t for t in one.root.children if t.dep_ == "obj" and t in one.rest and t.pos_ == "NOUN"), None)
    words = _without_adverbs(thing, one.rest) if thing is not None else []
    if words and not any(t.lower_ in {"a", "al"} and t.head == thing for t in words) and len(one.rest) > len(words):
        key = phrase(words, one.sentence)
        if key is not None and key.form[2]:
            prompt = _question("qué", one, without=words)
            item = _choice(
                prompt, key.text, wrong_phrases(key, one.doc.text, talk.phrases, rng), rng, _shared(one, talk)
            )
            if item is not None:
                yield "what", item


def _without_adverbs(noun: Token, among: Sequence[Token]) -> list[Token]:
    """The words of a noun phrase; an adverb that the parse hung on it belongs to the verb."""
    loose = {t for t in noun.subtree if t.pos_ == "ADV" or t.lower_ in _ADVERBS}
    return [t for t in noun.subtree if t in among and t not in loose and not t.is_punct]


def _reasons(one: Statement, talk: Talk) -> Iterator[tuple[str, Item]]:
    """Why and what for, to be answered in one's own words."""
    for form, word, words in (("reason", "por qué", one.reason), ("purpose", "para qué", one.purpose)):
        if len(words) > FEWEST_REASON and not any(t in one.rest and t not in words for t in words):
            rest = [t for t in one.rest if t in words]
            prompt = _question(word, one, without=rest)
            if prompt and len(one.verb) + len(one.rest) - len(rest) >= 2:
                yield form, Open(prompt=prompt, model_answer=capital(said(words)) + ".", **_shared(one, talk, "reason"))


def _statements(one: Statement, talk: Talk, rng: random.Random) -> Iterator[tuple[str, Item]]:
    """True: the main clause alone, what stood in front at its end. False: with another number, or one word turned."""
    after = one.doc[one.subject[-1].i + 1].text if one.subject else ""
    start = said(one.subject) + ("," if after == "," else "")
    text = " ".join(p for p in (start, said([*one.verb, *one.rest]), _lower(one.front)) if p)
    if not SHORTEST_STATEMENT <= len(text.split()) <= LONGEST_STATEMENT:
        return
    if one.front or not one.is_whole:
        yield "true", _truth(text, True, one, talk)
    found = quantities(text, "es")
    if len(found) == 1 and found[0].sort == "count" and found[0].stated[0] == found[0].stated[1] >= 2:
        value = found[0].stated[0]
        number = _number_in(found[0].text)
        heard = [int(q.stated[0]) for q in talk.numbers if q.sort == "count" and q.stated[0] >= 2]
        if value == int(value) and number and not _BOUND.search(text[: found[0].start]):
            other = digits(rng.choice(wrong_numbers(int(value), heard, rng)))
            yield "false", _truth(text.replace(number, other, 1), False, one, talk)
            return
    opposite = turned([*one.verb, *one.rest])
    if opposite is not None:
        yield "false", _truth(text.replace(*opposite, 1), False, one, talk)


def _number_in(text: str) -> str:
    """The number of a quantity's text alone: "doscientos mil" of "doscientos mil litros"."""
    words = re.split(r"\s+por ciento", text)[0].split()
    while words and not quantities(words[-1], "es"):
        words.pop()
    return " ".join(words)


def _truth(text: str, answer: bool, one: Statement, talk: Talk) -> TrueFalse:
    return TrueFalse(prompt=capital(text) + ".", answer=answer, **_shared(one, talk))
