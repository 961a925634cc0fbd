"""Spanish number words: units to millions, parts of a whole, in the same shape as the English ones."""

from __future__ import annotations

import re
from collections.abc import Sequence

from escuela_core.language.numbers import LARGEST, MOST_DIGITS, Number, Token, word_at

_ONES = {
    w: i
    for i, w in enumerate(
        (
            "cero uno dos tres cuatro cinco seis siete ocho nueve diez once doce trece catorce quince dieciséis "
            "diecisiete dieciocho diecinueve veinte veintiuno veintidós veintitrés veinticuatro veinticinco veintiséis "
            "veintisiete veintiocho veintinueve"
        ).split()
    )
} | {"un": 1, "una": 1, "veintiún": 21, "veintiuna": 21}
_TENS = {w: 10 * i for i, w in enumerate(["treinta", "cuarenta", "cincuenta", "sesenta"], 3)}
_TENS |= {w: 10 * i for i, w in enumerate(["setenta", "ochenta", "noventa"], 7)}
_HUNDREDS = {"cien": 100, "ciento": 100, "quinientos": 500, "setecientos": 700, "novecientos": 900} | {
    f"{w}cientos": 100 * n for w, n in {"dos": 2, "tres": 3, "cuatro": 4, "seis": 6, "ocho": 8}.items()
}
_HUNDREDS |= {f"{w[:-2]}as": n for w, n in _HUNDREDS.items() if w.endswith("os")}
_MILLIONS = {"millón", "millones"}
_SCALES = {"mil": 1_000} | dict.fromkeys(_MILLIONS, 1_000_000)
_PARTS = {"medio": 2, "media": 2, "tercio": 3, "cuarto": 4, "quinto": 5, "octavo": 8, "décimo": 10, "décima": 10}
_PARTS |= {"centésimo": 100, "centésima": 100, "milésimo": 1_000, "milésima": 1_000}
_PARTS |= {f"{w}s": n for w, n in _PARTS.items() if w not in {"medio", "media"}}
# The words that a number may begin with; digits and marks aside.
STARTS = frozenset({*_ONES, *_TENS, *_HUNDREDS, *_SCALES, *_PARTS, "mitad", "doble", "triple", "primero"})


def read_number(tokens: Sequence[Token], at: int) -> Number | None:
    """The number that starts at token ``at``; "un" and "una" alone are articles, but before a part of a whole."""
    word = word_at(tokens, at)
    if word == "mitad":
        return Number(0.5, at + 1, "part")
    if word in {"medio", "media"}:
        return Number(0.5, at + 1, "part")
    if word in {"doble", "triple"}:
        return Number(2.0 if word == "doble" else 3.0, at + 1, "times")
    found = _digits(tokens, at) if word[:1].isdigit() else _spelled(tokens, at)
    if found is None:
        return None
    following = word_at(tokens, found.after)
    if following in _PARTS and following not in {"medio", "media"}:
        return Number(found.value / _PARTS[following], found.after + 1, "part")
    if following == "y" and word_at(tokens, found.after + 1) in {"medio", "media"}:
        return Number(found.value + 0.5, found.after + 2)
    if following == "veces":
        return Number(found.value, found.after + 1, "times")
    return found


def read_day(tokens: Sequence[Token], at: int) -> Number | None:
    """The day of a month that starts at ``at``, whatever month: 3, tres, primero."""
    found = Number(1.0, at + 1) if word_at(tokens, at) == "primero" else read_number(tokens, at)
    return found if found is not None and found.sort == "count" and found.value in range(1, 32) else None


def _digits(tokens: Sequence[Token], at: int) -> Number | None:
    """Digits with a point between thousands and a comma before decimals."""
    plain = re.sub(r"(?<=\d)\.(?=\d{3}\b)", "", tokens[at][0]).replace(",", ".")
    if plain.count(".") > 1 or ":" in plain or len(plain) > MOST_DIGITS:
        return None
    scale = _SCALES.get(word_at(tokens, at + 1))
    return Number(float(plain) * (scale or 1), at + 1 + bool(scale))


def _spelled(tokens: Sequence[Token], at: int) -> Number | None:
    """Each word smaller than the one before it: "un tres por ciento" is an article and a three."""
    total = current = 0.0
    after = at
    while after < len(tokens):
        word = word_at(tokens, after)
        joined = word_at(tokens, after - 1) == "y" and after > at
        if word in _ONES and (current % 100 == 0 or joined):
            current += _ONES[word]
        elif word in _TENS and current % 100 == 0:
            current += _TENS[word]
        elif word in _HUNDREDS and current == 0:
            current += _HUNDREDS[word]
        elif total + current > LARGEST:
            break
        elif word in _MILLIONS:
            total, current = max(1.0, total + current) * _SCALES[word], 0.0
        elif word in _SCALES:
            total, current = total + max(1.0, current) * _SCALES[word], 0.0
        elif word != "y" or word_at(tokens, after - 1) not in _TENS or word_at(tokens, after + 1) not in _ONES:
            break
        after += 1
    article = after == at + 1 and word_at(tokens, at) in {"un", "una"} and word_at(tokens, after) not in _PARTS
    return None if after == at or article else Number(total + current, after)
