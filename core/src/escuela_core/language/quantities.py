"""Quantities in a text: numbers, parts, ranges and times of day, units brought to one base, corrections left out."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

from escuela_core.language.clock import HALF_DAY
from escuela_core.language.measures import ENGLISH, Measures, measures_of
from escuela_core.language.numbers import Number, Sort, tokens_of, word_at
from escuela_core.language.units import Unit

LONGEST_CORRECTION = 40
_RELATIVE = 0.005
# Seconds in the base of each dimension of time.
_SECONDS = {"time": 1.0, "months": 2_629_746.0, "years": 31_556_952.0}


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number or range with its unit; ``low`` and ``high`` are in the base of ``dimension`` where one is known.

    ``stated`` is the number as it was said, without its unit. Parts of a whole have the dimension "share", times of day
    "clock" (minutes since midnight; the ``unit`` "12h" where morning or evening was not said), what happens so often in
    a stretch of time the dimension "rate" (per second).
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


def quantities(text: str, language: str = "en") -> list[Quantity]:
    """Every quantity of ``text`` in order, those taken back by the speaker ("seven, no, nine") left out."""
    return list(_read(text, language))


def is_unit(word: str) -> bool:
    """Whether ``word`` is an English unit of measure, in the singular or the plural."""
    return ENGLISH.unit(word.lower()) is not None


@lru_cache(maxsize=16_384)
def _read(text: str, language: str) -> tuple[Quantity, ...]:
    measures = measures_of(language)
    reading = _Reading(text, measures)
    found: list[Quantity] = []
    at = 0
    while at < len(reading.tokens):
        read = reading.quantity(at)
        if read is None:
            at += 1
            continue
        quantity, at = read
        if found and _taken_back(text[found[-1].end : quantity.start], measures):
            found.pop()
        found.append(quantity)
    return tuple(found)


def _taken_back(between: str, measures: Measures) -> bool:
    rest = between.lower().strip(" ,.;:-—…¿?¡!")
    return len(rest) <= LONGEST_CORRECTION and measures.taken_back.match(rest) is not None


class _Reading:
    """One text being read in the words of its language."""

    def __init__(self, text: str, measures: Measures) -> None:
        self.text, self.measures = text, measures
        self.tokens = tokens_of(text)

    def word(self, at: int) -> str:
        return word_at(self.tokens, at)

    def quantity(self, at: int) -> tuple[Quantity, int] | None:
        """The quantity that starts at token ``at``, and the token after it."""
        word = self.word(at)
        if word.isalpha() and word not in self.measures.starts:
            return None
        near = {self.word(i) for i in (at - 2, at - 1)} | ({self.word(at), self.word(at + 1)} & {"couple"})
        approximate = bool(near & self.measures.approximate)
        time = self.measures.time(self.tokens, at)
        if time is not None:
            minutes = float(time.minutes)
            unit = "" if time.known else "12h"
            said = (minutes, minutes)
            shown, start, end = self._place(at, time.after)
            clock = Quantity(minutes, minutes, "clock", unit, approximate, "clock", said, shown, start, end)
            return clock, time.after
        day = self._day(at)
        if day is not None:
            shown, start, end = self._place(at, day.after)
            said = (day.value, day.value)
            return Quantity(*said, "", "", approximate, "rank", said, shown, start, end), day.after
        number = self.measures.number(self.tokens, at)
        rate = self._rate(at, number)
        if rate is not None:
            times, often, after = rate
            shown, start, end = self._place(at, after)
            return Quantity(often, often, "rate", "", approximate, "times", (times, times), shown, start, end), after
        number = number or self._one(at)
        return None if number is None else self._measured(at, number, approximate=approximate)

    def _day(self, at: int) -> Number | None:
        """ "The third of May", "3 May", "May 3rd": the day of a month counts as a rank, however it is said."""
        day = self.measures.day(self.tokens, at)
        if day is None:
            return None
        before = at - 2 if self.word(at - 1) == "the" else at - 1
        after = day.after + (self.word(day.after) == self.measures.of_month)
        return day if self._is_month(after) or self._is_month(before) else None

    def _is_month(self, at: int) -> bool:
        """In English only with its capital where it could be a verb, or after "of"."""
        if self.word(at) not in self.measures.months:
            return False
        verb = self.word(at) in {"may", "march"} and self.word(at - 1) != self.measures.of_month
        return not verb or self.tokens[at][0][0].isupper()

    def _rate(self, at: int, number: Number | None) -> tuple[float, float, int] | None:
        """ "Once a month", "three times per day": how many times, how often a second, and the token after it."""
        times, after = (number.value, number.after) if number is not None and number.sort == "times" else (0.0, at)
        if self._says(self.measures.once, at):
            times, after = 1.0, at + len(self.measures.once)
        per = next((p for p in self.measures.per if self._says(p, after)), None)
        unit = self.measures.unit(self.word(after + len(per))) if times and per else None
        if per is None or unit is None or unit[0] not in _SECONDS:
            return None
        return times, times / (_SECONDS[unit[0]] * unit[1]), after + len(per) + 1

    def _says(self, words: tuple[str, ...], at: int) -> bool:
        return all(self.word(at + n) == word for n, word in enumerate(words))

    def _place(self, first: int, after: int) -> tuple[str, int, int]:
        start, end = self.tokens[first][1], self.tokens[after - 1][2]
        return self.text[start:end], start, end

    def _one(self, at: int) -> Number | None:
        """ "An hour and a half", "it takes an hour", "a fortnight"; "a day" after anything else is how often."""
        name = self.word(at + 1)
        known = self.measures.unit(name) if self.word(at) in self.measures.one else None
        if known is None or len(name) < 3:
            return None
        single = known[0] in {"time", "years", "months"} and self.word(at - 1) in self.measures.before_one
        return Number(1.0, at + 1) if single or name == "fortnight" or self._more(at + 2, known)[0] else None

    def _measured(self, first: int, number: Number, *, approximate: bool) -> tuple[Quantity, int]:
        low, high, after = self._range(first, number)
        measured = self._unit_at(after, part=number.sort == "part")
        dimension, factor = ("share", 1.0) if number.sort == "part" else ("", 1.0)
        following = self.word(after)
        if measured is not None:
            (dimension, factor), after = measured
            more, after = self._more(after, (dimension, factor)) if low == high else (0.0, after)
            low, high = low + more, high + more
        name = following if not dimension and following.isalpha() else ""
        said, (low, high) = (low, high), (low * factor, high * factor)
        shown, start, end = self._place(first, after)
        return Quantity(low, high, dimension, name, approximate, number.sort, said, shown, start, end), after

    def _unit_at(self, at: int, *, part: bool) -> tuple[Unit, int] | None:
        """The unit at ``at`` and the token after it; "-" may stand before it, "of an" after a part of a whole."""
        if self.word(at) == "por" and self.word(at + 1) == "ciento":
            return ("share", 0.01), at + 2
        while self.word(at) in (self.measures.of if part else {"-"}):
            at += 1
        known = self.measures.unit(self.word(at))
        return None if known is None else (known, at + 1)

    def _more(self, at: int, unit: Unit) -> tuple[float, int]:
        """What "and a half" or a smaller unit adds to a measure (an hour and ten minutes), in units of its own."""
        half = self.measures.half
        if self._says(half, at):
            return 0.5, at + len(half)
        number = self.measures.number(self.tokens, at + (self.word(at) == self.measures.joined))
        smaller = None if number is None or number.sort != "count" else self._unit_at(number.after, part=False)
        if number is None or smaller is None or smaller[0][0] != unit[0] or smaller[0][1] >= unit[1]:
            return 0.0, at
        return number.value * smaller[0][1] / unit[1], smaller[1]

    def _range(self, first: int, number: Number) -> tuple[float, float, int]:
        """Both ends of a range that begins with ``number`` (twice its value where there is none), the token after it.

        "Six to nine thousand" are thousands at both ends.
        """
        words = self.measures
        joined = self.word(number.after)
        ranged = joined in words.to or (joined == words.joined and self.word(first - 1) == words.between)
        second = words.number(self.tokens, number.after + 1) if ranged else None
        if second is None or second.value <= number.value or not second.sort == number.sort != "rank":
            return number.value, number.value, number.after
        scale = words.scales.get(self.word(second.after - 1), 1.0)
        scaled = number.value * scale if number.value < scale and number.value * scale < second.value else number.value
        return scaled, second.value, second.after
