"""Where the talk speaks to a claim: meaning vectors, neighbours and weighed words, over every sentence at once."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from escuela_core.items.claim import Claim
from escuela_core.language.languages import language_of
from escuela_core.language.quantities import Quantity, quantities
from escuela_core.language.repair import repaired
from escuela_core.language.terms import lemmas
from escuela_core.language.vectors import Vectors, encoder
from escuela_core.transcripts.model import Transcript

Scores = NDArray[np.float64]
MEANING, NEIGHBOURS, WORDS = 0.55, 0.2, 0.45


@dataclass(frozen=True)
class Script:
    """A transcript made ready for many claims: vectors (sentences, width), words and their weights.

    ``texts`` are the sentences as they were meant: without what a speaker takes back.
    """

    transcript: Transcript
    texts: list[str]
    vectors: Vectors
    around: Vectors
    words: list[frozenset[str]]
    weights: dict[str, float]
    matrix: dict[str, list[int]] = field(repr=False)
    numbers: list[list[Quantity]] = field(repr=False)

    @cached_property
    def speaks(self) -> bool:
        """Whether the grammar and the word families of its language are known here."""
        return language_of(self.transcript.language).is_read

    @cached_property
    def all_words(self) -> frozenset[str]:
        return frozenset(self.matrix)

    @cached_property
    def all_numbers(self) -> list[Quantity]:
        return [q for row in self.numbers for q in row]

    def said(self, at: int) -> str:
        """The sentence with the number ``at``, word for word."""
        return self.transcript.sentences[at].text

    def weight(self, word: str) -> float:
        return self.weights.get(word, self._unseen)

    @property
    def _unseen(self) -> float:
        return math.log(1 + len(self.words))


def script_of(transcript: Transcript) -> Script:
    texts = [_as_meant(s.text, transcript.language) for s in transcript.sentences]
    vectors = encoder().embed(texts)
    words = [lemmas(t, transcript.language) for t in texts]
    seen = Counter(w for group in words for w in group)
    weights = {w: math.log(1 + len(texts) / n) for w, n in seen.items()}
    places: dict[str, list[int]] = {}
    for number, group in enumerate(words):
        for word in group:
            places.setdefault(word, []).append(number)
    numbers = [quantities(t, transcript.language) for t in texts]
    return Script(transcript, texts, vectors, _around(vectors), words, weights, places, numbers)


def _as_meant(text: str, language: str) -> str:
    """``text`` without what its speaker takes back; as it was said where only fillers would go."""
    meant = repaired(text, language)
    return meant if meant and lemmas(meant, language) != lemmas(text, language) else text


def _around(vectors: Vectors) -> Vectors:
    total = vectors.copy()
    if len(vectors) > 1:
        total[1:] += vectors[:-1]
        total[:-1] += vectors[1:]
    norms = np.linalg.norm(total, axis=1, keepdims=True)
    return np.asarray(total / np.maximum(norms, 1e-9), np.float32)


def scores(script: Script, claims: Sequence[Claim]) -> Scores:
    """How well each sentence speaks to each claim, shape (claims, sentences), about 0 to 1.2."""
    asked = encoder().embed([c.text for c in claims])
    result = (MEANING * asked @ script.vectors.T + NEIGHBOURS * asked @ script.around.T).astype(np.float64)
    for row, claim in enumerate(claims):
        words = lemmas(claim.text, script.transcript.language)
        total = sum(script.weight(w) for w in words) or 1.0
        for word in words:
            share = WORDS * script.weight(word) / total
            for number in script.matrix.get(word, ()):
                result[row, number] += share
                # A fact is often spread over neighbours: its words count there too, by half.
                for beside in (number - 1, number + 1):
                    if 0 <= beside < len(script.words) and word not in script.words[beside]:
                        result[row, beside] += share / 2
    return result


def best(row: NDArray[np.float64], count: int) -> list[int]:
    """The numbers of the ``count`` best sentences, best first."""
    return [int(i) for i in np.argsort(-row, kind="stable")[:count]]
