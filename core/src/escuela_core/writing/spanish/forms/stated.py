"""To be called true or false: the main clause alone, or with another number, or with one word turned."""

from __future__ import annotations

import random

from escuela_core.items import TrueFalse
from escuela_core.language.quantities import quantities
from escuela_core.writing.clause import capital
from escuela_core.writing.spanish.forms.counted import FEWEST_ASKED, is_bound, number_in, whole
from escuela_core.writing.spanish.forms.form import Drafts, Talk, shared, small
from escuela_core.writing.spanish.opposites import turned
from escuela_core.writing.spanish.sorts import digits, wrong_numbers
from escuela_core.writing.spanish.statement import Statement, said

SHORTEST, LONGEST = 6, 22


def stated(one: Statement, talk: Talk, rng: random.Random) -> Drafts:
    text = _reordered(one)
    if one.is_denied or not SHORTEST <= len(text.split()) <= LONGEST:
        return
    if one.front or not one.is_whole:
        yield "true", _statement(text, True, one, talk)
    false = _with_another_number(text, talk, rng) or _with_a_word_turned(text, one)
    if false:
        yield "false", _statement(false, False, one, talk)


def _reordered(one: Statement) -> str:
    """The clause, what stood in front at its end."""
    after = one.doc[one.subject[-1].i + 1].text if one.subject else ""
    start = said(one.subject) + ("," if after == "," else "")
    return " ".join(p for p in (start, said([*one.verb, *one.rest]), small(one.front)) if p)


def _with_another_number(text: str, talk: Talk, rng: random.Random) -> str:
    found = quantities(text, "es")
    value = whole(found)
    if value is None or value < FEWEST_ASKED or is_bound(text[: found[0].start]):
        return ""
    number = number_in(found[0].text)
    return text.replace(number, digits(rng.choice(wrong_numbers(value, talk.numbers, rng))), 1) if number else ""


def _with_a_word_turned(text: str, one: Statement) -> str:
    opposite = turned([*one.verb, *one.rest])
    return text.replace(*opposite, 1) if opposite is not None else ""


def _statement(text: str, answer: bool, one: Statement, talk: Talk) -> TrueFalse:
    return TrueFalse(prompt=f"{capital(text)}.", answer=answer, **shared(one.sentence, talk))
