"""Numbers: how many there are of what the verb acts on, in which year, and the one number of a sentence left out."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING

from escuela_core.items import Item
from escuela_core.items.claim import GAP_MARK
from escuela_core.language.quantities import Quantity, quantities
from escuela_core.writing.clause import capital
from escuela_core.writing.spanish.forms.form import Drafts, Talk, choice, question, shared
from escuela_core.writing.spanish.sorts import digits, is_year, wrong_numbers
from escuela_core.writing.spanish.statement import Statement, feature, said, stands_alone

if TYPE_CHECKING:
    from spacy.tokens import Doc, Token

FEWEST_ASKED, FEWEST_LEFT_OUT = 2, 3
_ABOUT = {"unos", "unas", "casi", "más", "menos", "de", "aproximadamente", "alrededor", "solo", "sólo", "hasta"}
# A thing that is counted follows the number, but for parts of a whole; or it says when.
_COUNTS = re.compile(r" (?!cuart|terc|quint|octav|décim|y |o )[a-zñáéíóú]")
_WHEN = re.compile(r"\b(?:en|desde|hasta|hacia|de) $", re.IGNORECASE)
# More than three hundred is more than two hundred too.
_BOUND = re.compile(r"\b(?:más|menos|al menos|por lo menos|como (?:mínimo|máximo)|hasta|casi)(?: de)? $", re.IGNORECASE)


def whole(found: Sequence[Quantity]) -> int | None:
    """The number where ``found`` is one quantity that counts in whole numbers; None for any other."""
    if len(found) != 1 or found[0].sort != "count" or found[0].stated[0] != found[0].stated[1]:
        return None
    value = found[0].stated[0]
    return int(value) if value == int(value) else None


def number_in(text: str) -> str:
    """The number of a quantity's text alone: "doscientos mil" of "doscientos mil litros"."""
    words = re.split(r"\s+por ciento", text)[0].split()
    while words and not quantities(words[-1], "es"):
        words.pop()
    return " ".join(words)


def is_bound(before: str) -> bool:
    """Whether the words before a number make it the end of what may be: "más de"."""
    return _BOUND.search(before) is not None


def counted(one: Statement, talk: Talk, rng: random.Random) -> Drafts:
    value = whole(one.quantities)
    if one.is_denied or value is None or value < FEWEST_ASKED:
        return
    found = one.quantities[0]
    inside = [t for t in one.rest if found.start <= t.idx < found.end]
    for form, prompt in (("number", _how_many(one, inside)), ("year", _when(one, inside, value))):
        wrong = [digits(n) for n in wrong_numbers(value, talk.numbers, rng)] if prompt else []
        item = choice(prompt, digits(value), wrong, rng, shared(one.sentence, talk))
        if item is not None:
            yield form, item


def _how_many(one: Statement, inside: Sequence[Token]) -> str:
    """ "¿Cuántos litros …?" where the object of the verb is what is counted; empty elsewhere."""
    nouns = (t for t in one.rest if inside and t.i >= inside[0].i and t.pos_ == "NOUN" and not number_in(t.text))
    noun = next(nouns, None)
    if noun is None or noun.head != one.root or noun.dep_ != "obj" or "Plur" not in feature(noun, "Number"):
        return ""
    things = [t for t in noun.subtree if t.i >= noun.i and t in one.rest]
    before = [t for t in one.rest if t.i < noun.i and (t in inside or t.lower_ in _ABOUT or t.head == noun)]
    moved = any(t.pos_ == "ADP" and t.lower_ not in _ABOUT for t in before)  # "a unos doscientos grados"
    if moved or things[-1].i - things[0].i >= len(things):
        return ""
    word = "cuántas" if "Fem" in feature(noun, "Gender") else "cuántos"
    return question(f"{word} {said(things)}", one, without=[*before, *things])


def _when(one: Statement, inside: Sequence[Token], value: int) -> str:
    """ "¿En qué año …?" where a year stands after "en"; empty elsewhere."""
    if len(inside) != 1 or not is_year(value):
        return ""
    case = next((t for t in inside[0].children if t.lower_ == "en"), None)
    return question("en qué año", one, without=[case, inside[0]]) if case is not None else ""


def left_out(doc: Doc, sentence: int, talk: Talk, rng: random.Random) -> Iterator[tuple[str, Item]]:
    """The one number of a sentence left out, whatever its grammar, among others as round."""
    found = quantities(doc.text, "es")
    value = whole(found)
    number = number_in(found[0].text) if value is not None else ""
    if value is None or value < FEWEST_LEFT_OUT or not number or not stands_alone(doc):
        return
    start = found[0].start + found[0].text.index(number)
    before, after = doc.text[:start], doc.text[start + len(number) :].rstrip(" .;:")
    tells = _COUNTS.match(after) or (is_year(value) and _WHEN.search(before))
    if not tells or is_bound(before) or any(t.lower_ == "no" for t in doc):
        return
    prompt = f"Completa: {capital(before)}{GAP_MARK}{after}."
    wrong = [digits(n) for n in wrong_numbers(value, talk.numbers, rng)]
    item = choice(prompt, digits(value), wrong, rng, shared(sentence, talk))
    if item is not None:
        yield "left_out", item
