"""Quantities in a text: digits and number words, ranges, units brought to one base, corrections the speaker made."""

from __future__ import annotations

import re
from dataclasses import dataclass

_ONES = {
    w: i
    for i, w in enumerate(
        (
            "zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen "
            "sixteen seventeen eighteen nineteen"
        ).split()
    )
}
_TENS = {
    w: 10 * i for i, w in enumerate(["twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"], 2)
}
_SCALES = {"hundred": 100, "thousand": 1_000, "million": 1_000_000, "billion": 1_000_000_000, "dozen": 12}
_ORDINALS = {
    w: i
    for i, w in enumerate(
        ("first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth").split(), 1
    )
}
_FRACTIONS = {"half": 0.5, "quarter": 0.25, "third": 1 / 3, "quarters": 0.25, "thirds": 1 / 3}
# unit -> (dimension, factor to the dimension's base)
_UNITS: dict[str, tuple[str, float]] = {}
for _dimension, _table in {
    "time": "millisecond .001 second 1 sec 1 s 1 minute 60 min 60 hour 3600 h 3600 day 86400 week 604800",
    "years": "year 1 decade 10 century 100",
    "months": "month 1",
    "length": "millimetre .001 millimeter .001 mm .001 centimetre .01 centimeter .01 cm .01 metre 1 meter 1 m 1 "
    "kilometre 1000 kilometer 1000 km 1000 inch .0254 foot .3048 feet .3048 mile 1609.34",
    "mass": "milligram .000001 gram .001 g .001 kilogram 1 kilo 1 kg 1 ton 1000 tonne 1000 pound .4536 ounce .02835",
    "volume": "millilitre .001 milliliter .001 ml .001 litre 1 liter 1 l 1 gallon 3.785",
    "share": "percent 1 % 1",
    "angle": "degree 1 ° 1",
    "money": "euro 1 dollar 1 pound_money 1",
    "power": "watt 1 kilowatt 1000 kw 1000",
}.items():
    _fields = _table.split()
    _UNITS |= {n: (_dimension, float(f)) for n, f in zip(_fields[::2], _fields[1::2], strict=True)}
_TOKEN = re.compile(r"\d+(?:[.,:]\d+)*|[A-Za-zÀ-ÿ]+(?:'[a-z]+)?|[%°$€£]|[^\w\s]")
_APPROXIMATE = frozenset(
    ["about", "around", "roughly", "nearly", "almost", "approximately", "some", "maybe", "perhaps"]
)
_TAKEN_BACK = re.compile(r"^(?:no|sorry|wait|rather|correction|i mean|hang on|what am i saying|call it|er|well)\b")
_RELATIVE = 0.005


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number or range with its unit; ``low`` and ``high`` are in the base of ``dimension`` where one is known."""

    low: float
    high: float
    dimension: str
    unit: str
    approximate: bool
    ordinal: bool
    text: str
    start: int
    end: int

    def agrees(self, other: Quantity) -> bool:
        """Same dimension and overlapping values (to half a percent; ten percent where one is approximate)."""
        slack = 0.1 if self.approximate and other.approximate else _RELATIVE
        low, high = self.low * (1 - slack), self.high * (1 + slack)
        return low <= other.high * (1 + _RELATIVE) and other.low * (1 - _RELATIVE) <= high

    def comparable(self, other: Quantity) -> bool:
        """Whether the two measure the same thing, so that unequal values clash."""
        if self.ordinal != other.ordinal:
            return False
        if self.dimension and other.dimension:
            return self.dimension == other.dimension
        return (
            not self.dimension and not other.dimension and (self.unit == other.unit or not (self.unit and other.unit))
        )


def quantities(text: str) -> list[Quantity]:
    """Every quantity of ``text`` in order, those taken back by the speaker ("seven, no, nine") left out."""
    tokens = [(m.group(), m.start(), m.end()) for m in _TOKEN.finditer(text)]
    found: list[Quantity] = []
    at = 0
    while at < len(tokens):
        read = _read(tokens, at)
        if read is None:
            at += 1
            continue
        number, after, ordinal = read
        quantity, after = _with_unit(text, tokens, at, after, number, ordinal=ordinal)
        if found and _taken_back(text[found[-1].end : quantity.start]):
            found.pop()
        found.append(quantity)
        at = after
    return found


def _taken_back(between: str) -> bool:
    rest = between.lower().strip(" ,.;:-—…")
    return len(rest) <= 32 and _TAKEN_BACK.match(rest) is not None


_Tokens = list[tuple[str, int, int]]


def _with_unit(
    text: str, tokens: _Tokens, first: int, after: int, number: float, *, ordinal: bool
) -> tuple[Quantity, int]:
    low = high = number
    if after + 1 < len(tokens) and tokens[after][0].lower() in {"to", "or", "-", "–", "and"}:
        second = _read(tokens, after + 1)
        joined = tokens[after][0].lower()
        ranged = joined != "and" or (first > 0 and tokens[first - 1][0].lower() == "between")
        if second is not None and ranged and second[0] > low and not second[2]:
            high, after = second[0], second[1]
    unit = tokens[after][0].lower() if after < len(tokens) else ""
    if unit == "-" and after + 1 < len(tokens):
        after += 1
        unit = tokens[after][0].lower()
    known = _unit(unit)
    dimension, factor = known or ("", 1.0)
    if known is not None:
        after += 1
    start = tokens[first][1]
    end = tokens[after - 1][2]
    near = {t[0].lower() for t in tokens[max(0, first - 2) : first]}
    name = unit if known is None and unit.isalpha() else ""
    quantity = Quantity(
        low * factor, high * factor, dimension, name, bool(near & _APPROXIMATE), ordinal, text[start:end], start, end
    )
    return quantity, after


def is_unit(word: str) -> bool:
    """Whether ``word`` is a unit of measure, in the singular or the plural."""
    return _unit(word.lower()) is not None


def _unit(word: str) -> tuple[str, float] | None:
    return (
        _UNITS.get(word)
        or (_UNITS.get(word[:-1]) if word.endswith("s") else None)
        or (_UNITS.get(word[:-2]) if word.endswith("es") else None)
    )


def _read(tokens: _Tokens, at: int) -> tuple[float, int, bool] | None:
    """The number that starts at token ``at``: its value, the token after it, whether it ranks."""
    word = tokens[at][0].lower()
    if word[0].isdigit():
        return _digits(tokens, at)
    if word in _ORDINALS and word not in {"second", "third"}:
        return float(_ORDINALS[word]), at + 1, True
    if word in _FRACTIONS:
        return _FRACTIONS[word], _past_of_a(tokens, at + 1), False
    if word == "a" and at + 1 < len(tokens) and tokens[at + 1][0].lower() in {*_SCALES, "half", "quarter", "third"}:
        following = tokens[at + 1][0].lower()
        if following in _SCALES:
            return float(_SCALES[following]), at + 2, False
        return _FRACTIONS[following], _past_of_a(tokens, at + 2), False
    return _words(tokens, at)


def _past_of_a(tokens: _Tokens, at: int) -> int:
    for expected in ("of", "a", "an"):
        if at < len(tokens) and tokens[at][0].lower() == expected:
            at += 1
    return at


def _digits(tokens: _Tokens, at: int) -> tuple[float, int, bool] | None:
    word = tokens[at][0]
    plain = re.sub(r"(?<=\d),(?=\d{3}\b)", "", word).replace(",", ".")
    if plain.count(".") > 1 or ":" in plain:
        return None
    value = float(plain)
    after = at + 1
    following = tokens[after][0].lower() if after < len(tokens) else ""
    if following in {"st", "nd", "rd", "th"} and tokens[after][1] == tokens[at][2]:
        return value, after + 1, True
    if following in _SCALES:
        return value * _SCALES[following], after + 1, False
    return value, after, False


def _words(tokens: _Tokens, at: int) -> tuple[float, int, bool] | None:
    total = 0.0
    current = 0.0
    after = at
    while after < len(tokens):
        word = tokens[after][0].lower()
        if word in _ONES:
            current += _ONES[word]
        elif word in _TENS:
            current += _TENS[word]
        elif word == "hundred" and after > at:
            current = max(1.0, current) * 100
        elif word in _SCALES and after > at:
            total += max(1.0, current) * _SCALES[word]
            current = 0.0
        elif word not in {"-", "and"} or not _continues(tokens, after, at):
            break
        after += 1
    if after == at:
        return None
    value = total + current
    if after + 1 < len(tokens) and tokens[after][0].lower() == "point" and tokens[after + 1][0].lower() in _ONES:
        return value + _ONES[tokens[after + 1][0].lower()] / 10, after + 2, False
    if tokens[at][0].lower() == "one" and after == at + 1 and not _counts(tokens, after):
        return None
    return value, after, False


def _continues(tokens: _Tokens, at: int, first: int) -> bool:
    """Whether "-" or "and" at ``at`` joins two parts of one number: twenty-one, a hundred and five."""
    if at == first or at + 1 >= len(tokens):
        return False
    before, following = tokens[at - 1][0].lower(), tokens[at + 1][0].lower()
    joins = before in _TENS if tokens[at][0] == "-" else before in _SCALES
    return joins and (following in _ONES or following in _TENS)


def _counts(tokens: _Tokens, after: int) -> bool:
    """ "One" counts before a unit or a hundred, not as a pronoun ("this one", "one of them")."""
    return after < len(tokens) and (_unit(tokens[after][0].lower()) is not None)
