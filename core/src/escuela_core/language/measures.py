"""The words with which a language says quantities: numbers, units, "about", "between", and how it corrects itself."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from escuela_core.language import clock, numbers, spanish_numbers
from escuela_core.language.clock import Time, read_time
from escuela_core.language.languages import language_of
from escuela_core.language.numbers import Number, Token, read_number
from escuela_core.language.units import ENGLISH_UNITS, SPANISH_UNITS, Unit, unit_in


@dataclass(frozen=True)
class Measures:
    """``units`` give the dimension and the factor to its base; ``half`` is what adds half a unit to a measure.

    ``once`` and ``per`` say how often something is: once a day, three times per hour.

    ``starts`` are the words that a quantity may begin with, so that most places need no reading.
    """

    starts: frozenset[str]
    number: Callable[[Sequence[Token], int], Number | None]
    day: Callable[[Sequence[Token], int], Number | None]
    time: Callable[[Sequence[Token], int], Time | None]
    units: Mapping[str, Unit]
    approximate: frozenset[str]
    taken_back: re.Pattern[str]
    to: frozenset[str]
    between: str
    joined: str
    half: tuple[str, ...]
    of: frozenset[str]
    one: frozenset[str]
    before_one: frozenset[str]
    months: frozenset[str]
    of_month: str
    once: tuple[str, ...]
    per: tuple[tuple[str, ...], ...]
    scales: Mapping[str, float]

    def unit(self, word: str) -> Unit | None:
        """The unit ``word`` in the singular or the plural."""
        return unit_in(self.units, word)


ENGLISH = Measures(
    starts=numbers.STARTS | clock.STARTS | {"once"},
    number=read_number,
    day=numbers.read_day,
    time=read_time,
    units=ENGLISH_UNITS,
    approximate=frozenset("about around roughly nearly almost approximately some maybe perhaps couple".split()),
    taken_back=re.compile(
        r"^(?:no|sorry|wait|rather|correction|i mean|hang on|what am i saying|call it|er|well|that's wrong|or rather)\b"
    ),
    to=frozenset({"to", "or", "-", "–"}),  # noqa: RUF001
    between="between",
    joined="and",
    half=("and", "a", "half"),
    of=frozenset({"of", "a", "an"}),
    one=frozenset({"a", "an"}),
    before_one=frozenset(
        "in for about after within take takes took last lasts lasted of than nearly almost around is was".split()
    ),
    months=frozenset(
        "january february march april may june july august september october november december jan feb apr jun jul aug "
        "sept oct nov dec".split()
    ),
    of_month="of",
    once=("once",),
    per=(("a",), ("an",), ("per",), ("every",), ("each",)),
    scales={"hundred": 100.0, "thousand": 1e3, "million": 1e6},
)
SPANISH = Measures(
    starts=spanish_numbers.STARTS,
    number=spanish_numbers.read_number,
    day=spanish_numbers.read_day,
    time=lambda _tokens, _at: None,
    units=SPANISH_UNITS,
    approximate=frozenset("unos unas casi aproximadamente alrededor cerca quizá quizás".split()),
    taken_back=re.compile(r"^(?:no|perdón|perdonad|digo|qué digo|mejor dicho|espera|bueno|quiero decir)\b"),
    to=frozenset({"a", "o", "-", "–"}),  # noqa: RUF001
    between="entre",
    joined="y",
    half=("y", "media"),
    of=frozenset({"de", "del", "un", "una"}),
    one=frozenset({"un", "una"}),
    before_one=frozenset("en durante dura duran duró tarda tardan tardó de que tras casi es son era".split()),
    months=frozenset(
        "enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre".split()
    ),
    of_month="de",
    once=("una", "vez"),
    per=(("al",), ("a", "la"), ("por",), ("cada",)),
    scales={"mil": 1e3, "millones": 1e6},
)


def measures_of(language: str) -> Measures:
    """Spanish for Spanish, English for every other: digits and signs are read alike."""
    return SPANISH if language_of(language).code == "es" else ENGLISH
