"""Numbers in a row of tokens: digits and English number words, fractions, ranks, years read in pairs, multiples."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from escuela_core.language.units import ENGLISH_UNITS, unit_in

# A count, a rank in a row ("fourth"), a part of a whole ("two thirds"), how many times over ("twice").
Sort = Literal["count", "rank", "part", "times", "clock"]
Token = tuple[str, int, int]
# Beyond these nobody means a number: a row of digits, a heap of "hundred hundred hundred".
MOST_DIGITS, LARGEST = 15, 1e15
TOKEN = re.compile(r"\d+(?:[.,:]\d+)*|[A-Za-zÀ-ÿ]+(?:'[a-z]+)?|[%°$€£]|[^\w\s]")

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
_DECADES = {f"{w[:-1]}ies": n for w, n in _TENS.items()}
_SCALES = {"hundred": 100, "thousand": 1_000, "million": 1_000_000, "billion": 1_000_000_000, "dozen": 12}
_RANKS = {
    w: i
    for i, w in enumerate(
        (
            "first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth thirteenth fourteenth "
            "fifteenth sixteenth seventeenth eighteenth nineteenth twentieth"
        ).split(),
        1,
    )
}
_PARTS = {"half": 2, "halves": 2, "quarter": 4} | {w: n for w, n in _RANKS.items() if n > 2}
_PARTS |= {"hundredth": 100, "thousandth": 1_000, "millionth": 1_000_000}
_PARTS |= {f"{w}s": n for w, n in _PARTS.items() if w not in {"half", "halves"}}
_TIMES = {"twice": 2.0, "thrice": 3.0, "double": 2.0, "triple": 3.0}
_MINUS = frozenset({"minus", "-", "−"})  # noqa: RUF001
# The words that a number may begin with; digits and marks aside.
STARTS = frozenset({*_ONES, *_TENS, *_SCALES, *_RANKS, *_PARTS, *_TIMES, *_MINUS, "a", "an", "thirtieth"})


@dataclass(frozen=True, slots=True)
class Number:
    """A number, and the place of the token after it."""

    value: float
    after: int
    sort: Sort = "count"


def tokens_of(text: str) -> list[Token]:
    """Words, numbers and marks of ``text`` with their places."""
    return [(m.group(), m.start(), m.end()) for m in TOKEN.finditer(text)]


def word_at(tokens: Sequence[Token], at: int) -> str:
    """The token at ``at`` in small letters, empty beyond the ends."""
    return tokens[at][0].lower() if 0 <= at < len(tokens) else ""


def read_number(tokens: Sequence[Token], at: int) -> Number | None:
    """The number that starts at token ``at``, as long as it can be read; None where there is none."""
    word = word_at(tokens, at)
    if word in _MINUS:
        return _below_zero(tokens, at)
    if word in _TIMES:
        return Number(_TIMES[word], at + 1, "times")
    if word == "half" or (word in {"a", "an", "one"} and word_at(tokens, at + 1) in _PARTS):
        found = at if word == "half" else at + 1
        return None if word == "a" and _ranks(tokens, found) else _part(tokens, 1.0, found)
    if word == "quarter" and word_at(tokens, at + 1) in {"of", "past", "to"}:
        return _part(tokens, 1.0, at)
    if word == "a" and word_at(tokens, at + 1) in _SCALES:
        return _completed(tokens, at, _added_up(tokens, at + 1, 1.0))
    if word == "a" and word_at(tokens, at + 1) == "couple":
        return Number(2.0, at + 2 + (word_at(tokens, at + 2) == "of"))
    if word in _RANKS and word not in {"second", "third"}:
        return Number(float(_RANKS[word]), at + 1, "rank")
    plain = _digits(tokens, at) if word[:1].isdigit() else _spelled(tokens, at)
    return None if plain is None else _completed(tokens, at, plain)


def read_day(tokens: Sequence[Token], at: int) -> Number | None:
    """The day of a month that starts at ``at``, whatever month: 3, 3rd, third, twenty-third."""
    word = word_at(tokens, at)
    found = _digits(tokens, at) if word[:1].isdigit() else None
    if word in _RANKS or word == "thirtieth":
        found = Number(float(_RANKS.get(word, 30)), at + 1)
    elif word in {"twenty", "thirty"}:
        after = at + 2 if word_at(tokens, at + 1) == "-" else at + 1
        ones = _RANKS.get(word_at(tokens, after), 10)
        found = Number(float(_TENS[word] + ones), after + 1) if ones < 10 else None
    return found if found is not None and found.value in range(1, 32) else None


def _ranks(tokens: Sequence[Token], at: int) -> bool:
    """ "A third one", "a fifth wheel": a rank, not a part, unless "of" or the end follows."""
    return word_at(tokens, at) in _RANKS and word_at(tokens, at + 1) not in {"", "of", ",", "."}


def _part(tokens: Sequence[Token], times: float, at: int) -> Number:
    return Number(times / _PARTS[word_at(tokens, at)], at + 1, "part")


def _completed(tokens: Sequence[Token], at: int, number: Number) -> Number | None:
    """What follows a plain number and changes it: parts, "and a half", "in ten", "times"."""
    after, value = number.after, number.value
    following = word_at(tokens, after)
    if number.sort != "count":
        return number
    if following == "-" and word_at(tokens, after + 1) in _PARTS:
        after, following = after + 1, word_at(tokens, after + 1)
    if following in _PARTS and not (following in _RANKS and value > 1):
        return _part(tokens, value, after)
    added = _added_part(tokens, after + 1) if following == "and" else None
    if added is not None and added.value < 1:
        return Number(value + added.value, added.after)
    whole = after + 1 if following == "in" else after + 2 if _words(tokens, after, "out of") else 0
    if whole and (bare := _spelled(tokens, whole + (word_at(tokens, whole) == "every"))) and bare.value > value:
        return Number(value / bare.value, bare.after, "part")
    if following == "times":
        return Number(value, after + 1, "times")
    alone = word_at(tokens, at) == "one" and after == at + 1
    return None if alone and not _counted(following) else number


def _added_part(tokens: Sequence[Token], at: int) -> Number | None:
    """The part that "and" adds to a whole: a half, one third, three quarters."""
    times = {"a": 1, "an": 1, "one": 1, "three": 3}.get(word_at(tokens, at))
    part = at + 2 if times == 3 and word_at(tokens, at + 1) == "-" else at + 1
    word = word_at(tokens, part)
    if times is None or word not in _PARTS or (word in _RANKS and times > 1):
        return None
    return None if word_at(tokens, at) == "a" and _ranks(tokens, part) else _part(tokens, float(times), part)


def _words(tokens: Sequence[Token], at: int, words: str) -> bool:
    return all(word_at(tokens, at + n) == w for n, w in enumerate(words.split()))


def _counted(following: str) -> bool:
    """ "One" counts before a unit or a hundred, not as a pronoun ("this one", "one of them")."""
    return unit_in(ENGLISH_UNITS, following) is not None


def _below_zero(tokens: Sequence[Token], at: int) -> Number | None:
    if word_at(tokens, at + 1) in _MINUS:
        return None
    spelled = word_at(tokens, at) == "minus"
    starts = at == 0 or tokens[at - 1][2] < tokens[at][1]
    touches = at + 1 < len(tokens) and tokens[at + 1][1] == tokens[at][2]
    if not spelled and not (starts and touches and word_at(tokens, at + 1)[:1].isdigit()):
        return None
    # "Sixty minus four" is a sum, not a number below zero.
    if spelled and (word_at(tokens, at - 1)[:1].isdigit() or word_at(tokens, at - 1) in {*_ONES, *_TENS, *_SCALES}):
        return None
    found = read_number(tokens, at + 1)
    return None if found is None or found.sort != "count" else Number(-found.value, found.after)


def _digits(tokens: Sequence[Token], at: int) -> Number | None:
    word = tokens[at][0]
    plain = re.sub(r"(?<=\d),(?=\d{3}\b)", "", word).replace(",", ".")
    if plain.count(".") > 1 or ":" in plain or len(plain) > MOST_DIGITS:
        return None
    value, after = float(plain), at + 1
    following = word_at(tokens, after)
    touching = after < len(tokens) and tokens[after][1] == tokens[at][2]
    if following in {"st", "nd", "rd", "th"} and touching:
        return Number(value, after + 1, "rank")
    if following in _SCALES:
        return Number(value * _SCALES[following], after + 1)
    # "The 1830s" are a span of years, not seconds.
    return Number(value, after + 1 if following == "s" and touching and value >= 1_000 else after)


def _spelled(tokens: Sequence[Token], at: int) -> Number | None:
    if word_at(tokens, at)[:1].isdigit():
        return _digits(tokens, at)
    year = _year(tokens, at)
    if year is not None:
        return year
    found = _added_up(tokens, at)
    if found.after == at:
        return None
    if word_at(tokens, found.after) == "point" and word_at(tokens, found.after + 1) in _ONES:
        return _decimals(tokens, found.value, found.after + 1)
    return found


def _added_up(tokens: Sequence[Token], at: int, current: float = 0.0) -> Number:
    """The number words from ``at`` on, after a leading "a" that counts as ``current``; a rank may end them."""
    total, after = 0.0, at
    while after < len(tokens):
        word = word_at(tokens, after)
        if word in _ONES:
            current += _ONES[word]
        elif word in _TENS:
            current += _TENS[word]
        elif word == "hundred" and (current or after > at) and current < LARGEST:
            current = max(1.0, current) * 100
        elif word in _SCALES and (current or after > at) and current < LARGEST:
            total += max(1.0, current) * _SCALES[word]
            current = 0.0
        elif word not in {"-", "and"} or not _continues(tokens, after, at):
            break
        if word == "-" and word_at(tokens, after + 1) in _RANKS:
            return Number(total + current + _RANKS[word_at(tokens, after + 1)], after + 2, "rank")
        after += 1
    return Number(total + current, after)


def _decimals(tokens: Sequence[Token], value: float, at: int) -> Number:
    digits = ""
    while len(digits) < MOST_DIGITS and _ONES.get(word_at(tokens, at), 10) < 10:
        digits += str(_ONES[word_at(tokens, at)])
        at += 1
    return Number(value + float(f"0.{digits}"), at)


def _year(tokens: Sequence[Token], at: int) -> Number | None:
    """Two pairs as years are read: nineteen seventy-two, eighteen thirteen, twenty twenty-six, nineteen thirties."""
    century = _ONES.get(word_at(tokens, at), 20 if word_at(tokens, at) == "twenty" else 0)
    following = word_at(tokens, at + 1)
    if not 13 <= century <= 20:
        return None
    if _ONES.get(following, 0) >= 10:
        return Number(century * 100 + _ONES[following], at + 2)
    if following in _DECADES:
        return Number(century * 100 + _DECADES[following], at + 2)
    if following not in _TENS:
        return None
    digit = at + 3 if word_at(tokens, at + 2) == "-" else at + 2
    ones = _ONES.get(word_at(tokens, digit), 10)
    if 1 <= ones < 10:
        return Number(century * 100 + _TENS[following] + ones, digit + 1)
    return Number(century * 100 + _TENS[following], at + 2)


def _continues(tokens: Sequence[Token], at: int, first: int) -> bool:
    """Whether "-" or "and" at ``at`` joins two parts of one number: twenty-one, a hundred and five."""
    if at == first:
        return False
    before, following = word_at(tokens, at - 1), word_at(tokens, at + 1)
    if tokens[at][0] == "-":
        return before in _TENS and (following in _ONES or _RANKS.get(following, 10) < 10)
    return before in _SCALES and (following in _ONES or following in _TENS)
