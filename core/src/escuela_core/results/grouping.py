"""Answers in students' own words that say much the same, side by side for marking.

Words are compared by their letter groups (cosine of tf-idf over character n-grams; Cavnar & Trenkle 1994 for n-grams,
Salton & Buckley 1988 for the weights), so that endings and slips of the pen matter little. A different number, or a
"not" in one of them, always keeps two answers apart.
"""

from __future__ import annotations

import re
import unicodedata
from collections import Counter
from collections.abc import Sequence
from math import log, sqrt

LETTERS = 4
ALIKE_FROM = 0.55
# What turns an answer round; and "n't" at the end of a word.
_TURNS = frozenset("not no never nor without cannot nunca jamás ni sin tampoco".split())


def groups(texts: Sequence[str]) -> list[list[int]]:
    """The places in ``texts`` that belong together, the largest group first, each in its own order.

    Every answer is held against the first of each group: a chain of small differences does not join two far ends.
    """
    plain = [_plain(t) for t in texts]
    grams = [_grams(p) for p in plain]
    known = Counter(g for own in grams for g in own)
    vectors = [_vector(own, known, len(texts)) for own in grams]
    found: list[list[int]] = []
    for n, text in enumerate(texts):
        for group in found:
            first = group[0]
            if plain[first] == plain[n] or (
                _turned(text) == _turned(texts[first]) and _cosine(vectors[n], vectors[first]) >= ALIKE_FROM
            ):
                group.append(n)
                break
        else:
            found.append([n])
    return sorted(found, key=lambda group: (-len(group), group[0]))


def _plain(text: str) -> str:
    letters = unicodedata.normalize("NFKD", text.casefold())
    return " ".join(re.findall(r"\w+", "".join(c for c in letters if not unicodedata.combining(c))))


def _grams(plain: str) -> Counter[str]:
    """Letter groups within words; a short word is one of them, whole."""
    own: Counter[str] = Counter()
    for word in plain.split():
        padded = f" {word} "
        own.update(padded[i : i + LETTERS] for i in range(max(1, len(padded) - LETTERS + 1)))
    return own


def _vector(own: Counter[str], known: Counter[str], answers: int) -> dict[str, float]:
    weights = {g: (1 + log(n)) * log(1 + answers / known[g]) for g, n in own.items()}
    length = sqrt(sum(w * w for w in weights.values())) or 1.0
    return {g: w / length for g, w in weights.items()}


def _cosine(a: dict[str, float], b: dict[str, float]) -> float:
    small, large = (a, b) if len(a) <= len(b) else (b, a)
    return sum(w * large.get(g, 0.0) for g, w in small.items())


def _turned(text: str) -> tuple[tuple[str, ...], bool]:
    """The numbers in an answer, and whether it says no."""
    words = re.findall(r"[\w'’]+", text.casefold())
    numbers = sorted(re.findall(r"\d+(?:[.,]\d+)?", text))
    return tuple(numbers), any(w in _TURNS or w.endswith(("n't", "n’t")) for w in words)
