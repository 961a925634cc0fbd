"""The words with which a language says quantities: numbers, units, "about", "between", and how it corrects itself."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from escuela_core.language import clock, numbers, spanish_numbers
from escuela_core.language.clock import Time, read_time
from escuela_core.language.numbers import Number, Token, read_number

Unit = tuple[str, float]


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
        return (
            self.units.get(word)
            or (self.units.get(word[:-1]) if word.endswith("s") else None)
            or (self.units.get(word[:-2]) if word.endswith("es") else None)
        )


def _units(table: Mapping[str, str]) -> dict[str, Unit]:
    found: dict[str, Unit] = {}
    for dimension, row in table.items():
        fields = row.split()
        found |= {n: (dimension, float(f)) for n, f in zip(fields[::2], fields[1::2], strict=True)}
    return found


# The signs that both languages write.
_SIGNS = {
    "time": "s 1 min 60 h 3600",
    "length": "mm .001 cm .01 m 1 km 1000",
    "mass": "mg .000001 g .001 kg 1",
    "volume": "ml .001 l 1",
    "share": "% .01",
    "angle": "° 1",
    "power": "kw 1000",
    "energy": "kwh 1",
}
_ENGLISH = {
    "time": "millisecond .001 second 1 sec 1 minute 60 hour 3600 day 86400 week 604800 fortnight 1209600",
    "years": "year 1 decade 10 century 100 centurie 100",
    "months": "month 1",
    "length": "millimetre .001 millimeter .001 centimetre .01 centimeter .01 metre 1 meter 1 kilometre 1000 "
    "kilometer 1000 inch .0254 foot .3048 feet .3048 mile 1609.34 yard .9144",
    "mass": "milligram .000001 gram .001 kilogram 1 kilo 1 ton 1000 tonne 1000 pound .4536 ounce .02835",
    "volume": "millilitre .001 milliliter .001 litre 1 liter 1 gallon 3.785",
    "share": "percent .01",
    "angle": "degree 1",
    "money": "euro 1 dollar 1 pound_money 1",
    "power": "watt 1 kilowatt 1000",
}
_SPANISH = {
    "time": "milisegundo .001 segundo 1 minuto 60 hora 3600 día 86400 semana 604800 quincena 1296000",
    "years": "año 1 década 10 siglo 100",
    "months": "mes 1",
    "length": "milímetro .001 centímetro .01 metro 1 kilómetro 1000",
    "mass": "miligramo .000001 gramo .001 kilogramo 1 kilo 1 tonelada 1000",
    "volume": "mililitro .001 litro 1",
    "angle": "grado 1",
    "money": "euro 1 dólar 1",
    "power": "vatio 1 kilovatio 1000",
}

ENGLISH = Measures(
    starts=numbers.STARTS | clock.STARTS | {"once"},
    number=read_number,
    day=numbers.read_day,
    time=read_time,
    units=_units(_SIGNS) | _units(_ENGLISH),
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
    units=_units(_SIGNS) | _units(_SPANISH),
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
    return SPANISH if language.split("-", maxsplit=1)[0].lower() == "es" else ENGLISH
