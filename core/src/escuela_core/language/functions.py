"""What an English sentence does in a talk: it tells a fact, gives an instruction, a reason, or only talks to the room.

A multinomial logistic model over the sentence encoder's vector and a few figures of its grammar and its place, trained
on sentences labelled by reading (``core/training/train_functions.py``; its card is in ``docs/functions.md``).
Weights: ``models/functions.npz``.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from functools import lru_cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from escuela_core.language.parsing import parsed_all
from escuela_core.language.repair import repaired
from escuela_core.language.terms import is_content
from escuela_core.language.vectors import encoder

LETTERS = {
    "f": "fact",
    "i": "instruction",
    "s": "step",
    "r": "reason",
    "c": "condition",
    "d": "definition",
    "h": "choice_between",
    "l": "default_or_limit",
    "w": "warning",
    "m": "comparison",
    "e": "example",
    "o": "opinion",
    "q": "question",
    "t": "on_the_moment",
    "v": "on_the_talk",
    "g": "greeting",
    "b": "sign_off",
    "a": "advertising",
    "x": "aside",
}
TEACHES = frozenset(
    "fact instruction step reason condition definition choice_between default_or_limit warning comparison "
    "example".split()
)
_WEIGHTS = Path(__file__).parent / "models" / "functions.npz"
_CUES = (
    r"\b(?:because|since|so that|otherwise|that's why)\b",
    r"\b(?:if|when|whenever|once|unless|until)\b",
    r"\b(?:either|or)\b",
    r"\b(?:don't|never|not|no|careful|mustn't)\b",
    r"\b(?:always|only|at least|at most|by default|within|more than|under|above)\b",
    r"\b(?:called|means|that is|is an?|are)\b",
    r"\b(?:than|but|whereas|while|the other)\b",
    r"\b(?:first|then|next|now|after|before|finally|last)\b",
    r"\b(?:i|i'm|i've|i'd|i'll|me|my|mine|myself)\b",
    r"\b(?:we|we're|us|our|let's)\b",
    r"\b(?:you|your|you're|you've)\b",
    r"\b(?:he|she|his|her|they|them)\b",
    r"\b(?:this|that|these|those|here|there)\b",
    r"\b(?:look|see|watch|listen|hear|wait|hang on|sorry|thank|thanks|please|hello|hi|bye|welcome)\b",
    r"\b(?:okay|ok|right|um|uh|er|oh|ah|yeah|yes|well|like|you know)\b",
    r"\d|\b(?:one|two|three|four|five|six|seven|eight|nine|ten|twelve|twenty|thirty|forty|fifty|hundred|thousand)\b",
)
_SEARCHES = tuple(re.compile(cue, re.IGNORECASE) for cue in _CUES)
Array = NDArray[np.float32]


def figures(sentences: Sequence[str]) -> Array:
    """The figures of the sentences of one talk, in their order: shape (sentences, figures)."""
    written = [repaired(text) or text for text in sentences]
    docs = parsed_all(written)
    # As they were said: these vectors the check needs too.
    vectors = encoder().embed(sentences)
    centre = vectors.mean(axis=0)
    near = vectors @ (centre / max(1e-9, float(np.linalg.norm(centre))))
    counts = Counter(t.lemma_.lower() for doc in docs for t in doc if is_content(t))
    rows = []
    for number, (said, text, doc) in enumerate(zip(sentences, written, docs, strict=True)):
        words = max(1, len(text.split()))
        own = {t.lemma_.lower() for t in doc if is_content(t)}
        again = sum(counts[w] > 1 for w in own)
        place = number / max(1, len(docs) - 1)
        rows.append(
            [
                np.log(words),
                len(own) / words,
                again / words,
                float(near[number]),
                text.rstrip().endswith("?"),
                sum(t.tag_ == "VBD" for t in doc) / words,
                doc[0].tag_ == "VB",
                any(t.tag_ == "MD" for t in doc),
                sum(t.pos_ == "NOUN" for t in doc) / words,
                sum(t.pos_ == "PRON" for t in doc) / words,
                1 - len(text) / max(1, len(said)),
                number < 2,
                number >= len(docs) - 2,
                place,
                *(bool(search.search(said)) for search in _SEARCHES),
            ]
        )
    return np.concatenate([vectors, np.array(rows, np.float32)], axis=1)


@lru_cache(maxsize=1)
def _model() -> tuple[Array, Array, Array, Array, list[str]]:
    with np.load(_WEIGHTS) as stored:
        arrays = [stored[name].astype(np.float32) for name in ("mean", "spread", "weights", "intercept")]
        return arrays[0], arrays[1], arrays[2], arrays[3], [str(name) for name in stored["names"]]


def store(mean: Array, spread: Array, weights: Array, intercept: Array, names: Sequence[str]) -> None:
    """Keep what was trained as the model from now on."""
    parts = {"mean": mean, "spread": spread, "weights": weights, "intercept": intercept}
    halved = {name: part.astype(np.float16) for name, part in parts.items()}
    np.savez_compressed(_WEIGHTS, names=np.array(names), **halved)  # type: ignore[arg-type]


def chances(sentences: Sequence[str]) -> list[dict[str, float]]:
    """For each sentence of a talk how likely it is to do what, the names as in ``LETTERS``; each sums to 1."""
    if not sentences:
        return []
    mean, spread, weights, intercept, names = _model()
    odds = (figures(sentences) - mean) / spread @ weights.T + intercept
    odds = np.exp(odds - odds.max(axis=1, keepdims=True))
    shares = odds / odds.sum(axis=1, keepdims=True)
    return [dict(zip(names, map(float, row), strict=True)) for row in shares]


def teaching(sentences: Sequence[str]) -> list[float]:
    """For each sentence how likely it is to teach something, 0 to 1."""
    return [sum(share for name, share in row.items() if name in TEACHES) for row in chances(sentences)]
