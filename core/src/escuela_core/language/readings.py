"""What reading a sentence gave, to be kept with its recording, so that a fresh process need not read it again.

Embedding and parsing every sentence of three hours takes half a minute; taking up what was kept takes a tenth of a
second. A reading counts for exactly its text and its language's rules as they were; the keeper throws away old ones.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np

from escuela_core.language import terms
from escuela_core.language.languages import language_of
from escuela_core.language.parsing import read_ahead
from escuela_core.language.vectors import encoder


@dataclass(frozen=True, slots=True)
class Reading:
    """A text with its meaning vector, as half-precision floats in bytes, its content words by lemma, and what each of
    its words means there (``vectors.Worded`` in bytes), nothing for a language whose words are not aligned."""

    text: str
    vector: bytes
    lemmas: tuple[str, ...]
    words: bytes = b""


def read(texts: Sequence[str], language: str) -> list[Reading]:
    """A reading of each text, in order."""
    if language_of(language).is_read:
        read_ahead(t for t in texts if not terms.is_read(t, language))
    words = (
        [w.to_bytes() for w in encoder().words(texts)] if language_of(language).has_word_vectors else [b""] * len(texts)
    )
    vectors = encoder().embed(texts).astype(np.float16)
    return [
        Reading(text, vector.tobytes(), tuple(sorted(terms.lemmas(text, language))), worded)
        for text, vector, worded in zip(texts, vectors, words, strict=True)
    ]


def unread(texts: Iterable[str], language: str) -> list[str]:
    """Those of ``texts`` that this process would have to read."""
    return [t for t in texts if not (encoder().knows(t) and terms.is_read(t, language))]


def take_up(readings: Sequence[Reading], language: str) -> None:
    """Have this process know what was read before."""
    for reading in readings:
        vector = np.frombuffer(reading.vector, np.float16).astype(np.float32)
        encoder().remember(reading.text, vector, reading.words)
        terms.remember(reading.text, language, reading.lemmas)
