"""Where English sentences begin in words without punctuation: a small convolutional network over words and endings.

Dilated convolutions with residual connections (Yu & Koltun 2016) over seventeen words to each side. Trained on four
million words of freely licensed prose (documentation, essays, quotations), then on the development talks; F1 on those
0.46 by cross-validation, where the parser's own sentence starts reach 0.18. Weights: ``models/boundaries.npz``, half
precision.
"""

from __future__ import annotations

import json
import re
from collections.abc import Sequence
from functools import lru_cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

DILATIONS = (1, 2, 4, 8, 1)
CHUNK_WORDS, MARGIN_WORDS = 2_048, 32
# At this probability a boundary is as likely right as wrong in the F1 of the development talks.
EVEN = 0.2
Array = NDArray[np.float32]
_MODELS = Path(__file__).parent / "models"
_OUTSIDE = re.compile(r"[^\w'-]")


@lru_cache(maxsize=1)
def _weights() -> tuple[dict[str, Array], dict[str, int], dict[str, int]]:
    """Weights by name; numbers of known words and of endings. A word that is not known is 1, an ending 0."""
    with np.load(_MODELS / "boundaries.npz") as stored:
        weights = {name: stored[name].astype(np.float32) for name in stored.files}
    words, endings = json.loads((_MODELS / "boundaries.json").read_text("utf-8"))
    return weights, {w: n + 2 for n, w in enumerate(words)}, {e: n + 1 for n, e in enumerate(endings)}


def starts(texts: Sequence[str]) -> list[float]:
    """For each word how likely it begins a sentence, scaled so that 0.5 is as likely as not; the first one 1."""
    _, words, endings = _weights()
    bare = [_OUTSIDE.sub("", t.lower().replace("’", "'")).strip("'-") for t in texts]
    numbers = np.array([words.get(w, 1) for w in bare], np.int64)
    ends = np.array([endings.get(w[-3:], 0) for w in bare], np.int64)
    ending = np.zeros(len(texts), np.float32)
    for first in range(0, len(texts), CHUNK_WORDS):
        low, high = max(0, first - MARGIN_WORDS), min(len(texts), first + CHUNK_WORDS + MARGIN_WORDS)
        found = _after(numbers[low:high], ends[low:high])
        ending[first : first + CHUNK_WORDS] = found[first - low :][:CHUNK_WORDS]
    likely = np.minimum(1.0, ending / (2 * EVEN))
    return [1.0, *(float(p) for p in likely[:-1])] if texts else []


def _after(numbers: NDArray[np.int64], ends: NDArray[np.int64]) -> Array:
    """The probability of a boundary after each word, shape (words,)."""
    w, _, _ = _weights()
    x = np.maximum(np.concatenate([w["w"][numbers], w["s"][ends]], axis=1) @ w["in"] + w["b"], 0.0)
    for layer, distance in enumerate(DILATIONS):
        seen = _with_neighbours(_normal(x, w[f"g{layer}"], w[f"h{layer}"]), distance)
        x = x + np.maximum(seen @ w[f"c{layer}"] + w[f"cb{layer}"], 0.0)
    score = (_with_neighbours(x, 1) @ w["o"])[:, 0] + w["ob"]
    return np.asarray(1.0 / (1.0 + np.exp(-score)), np.float32)


def _normal(x: Array, gain: Array, shift: Array) -> Array:
    spread = np.sqrt(x.var(axis=1, keepdims=True) + 1e-5)
    return np.asarray((x - x.mean(axis=1, keepdims=True)) / spread * gain + shift, np.float32)


def _with_neighbours(x: Array, distance: int) -> Array:
    """Each row with those ``distance`` before and after it beside it; zeros beyond the ends."""
    before, after = np.zeros_like(x), np.zeros_like(x)
    before[distance:], after[:-distance] = x[:-distance], x[distance:]
    return np.concatenate([before, x, after], axis=1)
