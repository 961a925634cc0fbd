"""How written English words are spoken: digits and signs as words, and sounds for words that no dictionary holds.

Sounds are the ARPAbet phones of the CMU dictionary. The letter rules are rough on purpose: an aligner that knows
what is
said needs a likely sound, not the right one.
"""

from __future__ import annotations

import re

_ONES = (
    "zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen "
    "seventeen eighteen nineteen"
).split()
_TENS = "_ _ twenty thirty forty fifty sixty seventy eighty ninety".split()
_GROUPS = ((1_000_000_000, "billion"), (1_000_000, "million"), (1_000, "thousand"), (100, "hundred"))
_SIGNS = {
    "%": "percent",
    "°": "degrees",
    "&": "and",
    "+": "plus",
    "=": "equals",
    "£": "pounds",
    "€": "euros",
    "$": "dollars",
}
_UNITS = {
    "kg": "kilograms",
    "km": "kilometres",
    "cm": "centimetres",
    "mm": "millimetres",
    "ml": "millilitres",
    "mr": "mister",
    "mrs": "missus",
    "dr": "doctor",
}
_ORDINALS = {
    "one": "first",
    "two": "second",
    "three": "third",
    "five": "fifth",
    "eight": "eighth",
    "nine": "ninth",
    "twelve": "twelfth",
}
_PART = re.compile(r"\d+(?:,\d{3})+|\d+|[^\W\d_]+(?:['’][^\W\d_]+)*|[%°&+=£€$]|\.(?=\d)")
# Longest first; what no rule names is passed over.
_LETTERS = {
    "tion": "SH AH N", "sion": "ZH AH N", "ight": "AY T", "ough": "AO", "augh": "AO", "eigh": "EY", "tch": "CH",
    "dge": "JH",
    "sch": "S K", "igh": "AY", "ch": "CH", "sh": "SH", "th": "TH", "ph": "F", "wh": "W", "ck": "K", "ng": "NG", "qu":
    "K W",
    "gh": "G", "kn": "N", "wr": "R", "ee": "IY", "ea": "IY", "oo": "UW", "ou": "AW", "ow": "OW", "oi": "OY", "oy": "OY",
    "ai": "EY", "ay": "EY", "au": "AO", "aw": "AO", "ie": "IY", "ei": "EY", "ey": "IY", "oa": "OW", "ue": "UW", "ew":
    "UW",
    "er": "ER", "ir": "ER", "ur": "ER", "ar": "AA R", "or": "AO R", "a": "AE", "b": "B", "c": "K", "d": "D", "e": "EH",
    "f": "F", "g": "G", "h": "HH", "i": "IH", "j": "JH", "k": "K", "l": "L", "m": "M", "n": "N", "o": "AA", "p": "P",
    "q": "K", "r": "R", "s": "S", "t": "T", "u": "AH", "v": "V", "w": "W", "x": "K S", "y": "IY", "z": "Z",
}  # fmt: skip


def spoken(word: str) -> list[str]:
    """The words that ``word`` is spoken as, in small letters: ``24%`` is twenty, four, percent; none for a dash."""
    said: list[str] = []
    parts = _PART.findall(word)
    for number, part in enumerate(parts):
        before = parts[number - 1] if number else ""
        if part[0].isdigit():
            suffix = parts[number + 1].lower() if number + 1 < len(parts) else ""
            named = _digits(part) if before == "." else number_words(part)
            said += _ordinal(named) if suffix in {"st", "nd", "rd", "th"} else named
        elif part == ".":
            said.append("point")
        elif not (before[:1].isdigit() and part.lower() in {"st", "nd", "rd", "th"}):
            lowered = part.lower().replace("’", "'")
            said.append(_SIGNS.get(part) or _UNITS.get(lowered) or lowered)
    return said


def number_words(digits: str) -> list[str]:
    """A whole number in words; 1100 to 1999 and 2010 to 2099 as years are said, unless written with a comma."""
    if "," in digits:
        return _small(int(digits.replace(",", "")))
    value = int(digits)
    if len(digits) > 12 or (digits[0] == "0" and len(digits) > 1):
        return _digits(digits)
    if 1100 <= value <= 1999 or 2010 <= value <= 2099:
        first, second = divmod(value, 100)
        return _small(first) + (
            ["hundred"] if second == 0 else ["oh", *_small(second)] if second < 10 else _small(second)
        )
    return _small(value)


def _digits(digits: str) -> list[str]:
    return [_ONES[int(d)] for d in digits]


def _small(value: int) -> list[str]:
    if value < 20:
        return [_ONES[value]]
    if value < 100:
        return [_TENS[value // 10], *(_small(value % 10) if value % 10 else [])]
    size, name = next(group for group in _GROUPS if value >= group[0])
    whole, rest = divmod(value, size)
    return [*_small(whole), name, *(_small(rest) if rest else [])]


def _ordinal(words: list[str]) -> list[str]:
    last = words[-1]
    ending = _ORDINALS.get(last) or (f"{last[:-1]}ieth" if last.endswith("y") else f"{last}th")
    return [*words[:-1], ending]


def sounds(word: str) -> str:
    """A likely row of phones for ``word``, separated by blanks."""
    phones: list[str] = []
    at = 0
    bare = re.sub(r"[^a-z]", "", word.lower())
    if len(bare) > 3 and bare.endswith("e"):
        bare = bare[:-1]
    while at < len(bare):
        size = next((n for n in (4, 3, 2, 1) if bare[at : at + n] in _LETTERS), 1)
        found = _LETTERS.get(bare[at : at + size], "").split()
        # A doubled letter is one sound.
        phones += found if found != phones[-1:] else []
        at += size
    return " ".join(phones) or "AH"
