"""Quantities in a text: numbers, parts, ranges and times of day, units brought to one base, corrections left out."""

from __future__ import annotations

import math
import re
from dataclasses import dataclass
from functools import lru_cache

from escuela_core.language.clock import HALF_DAY, read_time
from escuela_core.language.numbers import Number, Sort, Token, read_number, tokens_of, word_at

# unit -> (dimension, factor to the dimension's base)
_UNITS: dict[str, tuple[str, float]] = {}
for _dimension, _table in {
    "time": "millisecond .001 second 1 sec 1 s 1 minute 60 min 60 hour 3600 h 3600 day 86400 week 604800 "
    "fortnight 1209600",
    "years": "year 1 decade 10 century 100 centurie 100",
    "months": "month 1",
    "length": "millimetre .001 millimeter .001 mm .001 centimetre .01 centimeter .01 cm .01 metre 1 meter 1 m 1 "
    "kilometre 1000 kilometer 1000 km 1000 inch .0254 foot .3048 feet .3048 mile 1609.34 yard .9144",
    "mass": "milligram .000001 mg .000001 gram .001 g .001 kilogram 1 kilo 1 kg 1 ton 1000 tonne 1000 pound .4536 "
    "ounce .02835",
    "volume": "millilitre .001 milliliter .001 ml .001 litre 1 liter 1 l 1 gallon 3.785",
    "share": "percent .01 % .01",
    "angle": "degree 1 ° 1",
    "money": "euro 1 dollar 1 pound_money 1",
    "power": "watt 1 kilowatt 1000 kw 1000",
    "energy": "kwh 1",
}.items():
    _fields = _table.split()
    _UNITS |= {n: (_dimension, float(f)) for n, f in zip(_fields[::2], _fields[1::2], strict=True)}
_APPROXIMATE = frozenset(
    ["about", "around", "roughly", "nearly", "almost", "approximately", "some", "maybe", "perhaps", "couple"]
)
_TAKEN_BACK = re.compile(
    r"^(?:no|sorry|wait|rather|correction|i mean|hang on|what am i saying|call it|er|well|that's wrong|or rather)\b"
)
LONGEST_CORRECTION = 40
_RELATIVE = 0.005


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number or range with its unit; ``low`` and ``high`` are in the base of ``dimension`` where one is known.

    ``stated`` is the number as it was said, without its unit. Parts of a whole have the dimension "share", times of day
    "clock" (minutes since midnight; the ``unit`` "12h" where morning or evening was not said).
    """

    low: float
    high: float
    dimension: str
    unit: str
    approximate: bool
    sort: Sort
    stated: tuple[float, float]
    text: str
    start: int
    end: int

    @property
    def ordinal(self) -> bool:
        return self.sort == "rank"

    def agrees(self, other: Quantity) -> bool:
        """Overlapping values (to half a percent; ten percent where both are approximate).

        Where only one side names its unit, the numbers are compared as they were said.
        """
        slack = 0.1 if self.approximate and other.approximate else _RELATIVE
        if self.dimension == other.dimension == "clock":
            apart = abs(self.low - other.low)
            return apart == 0 or ("12h" in (self.unit, other.unit) and apart == HALF_DAY)
        both = bool(self.dimension) == bool(other.dimension)
        (low, high), (its_low, its_high) = (
            ((self.low, self.high), (other.low, other.high)) if both else (self.stated, other.stated)
        )
        room = slack * max(abs(low), abs(high))
        its_room = _RELATIVE * max(abs(its_low), abs(its_high))
        return low - room <= its_high + its_room and its_low - its_room <= high + room

    def equals(self, other: Quantity) -> bool:
        """The very same value; where only one side names its unit, the same number."""
        if self.dimension and other.dimension:
            same = self.dimension == other.dimension
            mine, theirs = (self.low, self.high), (other.low, other.high)
        else:
            same = True
            mine, theirs = self.stated, other.stated
        return same and all(math.isclose(a, b, rel_tol=1e-9) for a, b in zip(mine, theirs, strict=True))

    def comparable(self, other: Quantity) -> bool:
        """Whether the two measure the same thing, so that unequal values clash."""
        if self.ordinal != other.ordinal or (self.sort == "times") != (other.sort == "times"):
            return False
        if self.dimension and other.dimension:
            return self.dimension == other.dimension
        return (
            not self.dimension and not other.dimension and (self.unit == other.unit or not (self.unit and other.unit))
        )


def quantities(text: str) -> list[Quantity]:
    """Every quantity of ``text`` in order, those taken back by the speaker ("seven, no, nine") left out."""
    return list(_read(text))


@lru_cache(maxsize=16_384)
def _read(text: str) -> tuple[Quantity, ...]:
    tokens = tokens_of(text)
    found: list[Quantity] = []
    at = 0
    while at < len(tokens):
        read = _at(text, tokens, at)
        if read is None:
            at += 1
            continue
        quantity, at = read
        if found and _taken_back(text[found[-1].end : quantity.start]):
            found.pop()
        found.append(quantity)
    return tuple(found)


def is_unit(word: str) -> bool:
    """Whether ``word`` is a unit of measure, in the singular or the plural."""
    return _unit(word.lower()) is not None


def _taken_back(between: str) -> bool:
    rest = between.lower().strip(" ,.;:-—…")
    return len(rest) <= LONGEST_CORRECTION and _TAKEN_BACK.match(rest) is not None


def _at(text: str, tokens: list[Token], at: int) -> tuple[Quantity, int] | None:
    """The quantity that starts at token ``at``, and the token after it."""
    near = {word_at(tokens, i) for i in (at - 2, at - 1, at, at + 1) if i < at or word_at(tokens, i) == "couple"}
    approximate = bool(near & _APPROXIMATE)
    time = read_time(tokens, at)
    if time is not None:
        start, end = tokens[at][1], tokens[time.after - 1][2]
        shown = (float(time.minutes), float(time.minutes))
        unit = "" if time.known else "12h"
        clock = Quantity(*shown, "clock", unit, approximate, "clock", shown, text[start:end], start, end)
        return clock, time.after
    number = read_number(tokens, at) or _one_and_more(tokens, at)
    return None if number is None else _with_unit(text, tokens, at, number, approximate=approximate)


_BEFORE_ONE = frozenset(
    "in for about after within take takes took last lasts lasted of than nearly almost roughly around is was".split()
)


def _one_and_more(tokens: list[Token], at: int) -> Number | None:
    """ "An hour and a half", "it takes an hour", "a fortnight"; "a day" after anything else is how often."""
    unit = word_at(tokens, at + 1)
    known = _unit(unit) if word_at(tokens, at) in {"a", "an"} else None
    if known is None or len(unit) < 3:
        return None
    single = known[0] in {"time", "years", "months"} and word_at(tokens, at - 1) in _BEFORE_ONE
    return Number(1.0, at + 1) if single or unit == "fortnight" or _more(tokens, at + 2, *known)[0] else None


def _with_unit(
    text: str, tokens: list[Token], first: int, number: Number, *, approximate: bool
) -> tuple[Quantity, int]:
    low, high, after = _range(tokens, first, number)
    measured = _unit_at(tokens, after, part=number.sort == "part")
    dimension, factor = ("share", 1.0) if number.sort == "part" else ("", 1.0)
    following = word_at(tokens, after)
    if measured is not None:
        (dimension, factor), after = measured
        more, after = _more(tokens, after, dimension, factor) if low == high else (0.0, after)
        low, high = low + more, high + more
    name = following if not dimension and following.isalpha() else ""
    start, end = tokens[first][1], tokens[after - 1][2]
    stated, shown = (low, high), text[start:end]
    low, high = low * factor, high * factor
    return Quantity(low, high, dimension, name, approximate, number.sort, stated, shown, start, end), after


def _unit_at(tokens: list[Token], at: int, *, part: bool) -> tuple[tuple[str, float], int] | None:
    """The unit at ``at`` and the token after it; "-" may stand before it, "of an" after a part of a whole."""
    between = {"of", "a", "an"} if part else {"-"}
    while word_at(tokens, at) in between:
        at += 1
    known = _unit(word_at(tokens, at))
    return None if known is None else (known, at + 1)


def _more(tokens: list[Token], at: int, dimension: str, factor: float) -> tuple[float, int]:
    """What "and a half" or a smaller unit adds to a measure (an hour and ten minutes), in units of its own."""
    if [word_at(tokens, at + n) for n in range(3)] == ["and", "a", "half"]:
        return 0.5, at + 3
    at_number = at + (word_at(tokens, at) == "and")
    number = read_number(tokens, at_number)
    smaller = None if number is None or number.sort != "count" else _unit_at(tokens, number.after, part=False)
    if number is None or smaller is None or smaller[0][0] != dimension or smaller[0][1] >= factor:
        return 0.0, at
    return number.value * smaller[0][1] / factor, smaller[1]


def _range(tokens: list[Token], first: int, number: Number) -> tuple[float, float, int]:
    """Both ends of a range that begins with ``number`` (twice its value where there is none), and the token after it.

    "Six to nine thousand" are thousands at both ends.
    """
    joined = word_at(tokens, number.after)
    ranged = joined in {"to", "or", "-", "–"} or (joined == "and" and word_at(tokens, first - 1) == "between")  # noqa: RUF001
    second = read_number(tokens, number.after + 1) if ranged else None
    if second is None or second.value <= number.value or not second.sort == number.sort != "rank":
        return number.value, number.value, number.after
    scale = {"hundred": 100.0, "thousand": 1e3, "million": 1e6}.get(word_at(tokens, second.after - 1), 1.0)
    scaled = number.value * scale if number.value < scale and number.value * scale < second.value else number.value
    return scaled, second.value, second.after


def _unit(word: str) -> tuple[str, float] | None:
    return (
        _UNITS.get(word)
        or (_UNITS.get(word[:-1]) if word.endswith("s") else None)
        or (_UNITS.get(word[:-2]) if word.endswith("es") else None)
    )
