"""The sentences nearest to a claim looked at again, word by word.

The weights are those of a logistic ranking over the labelled evidence of the development talks
(``core/training/train_evidence.py``).
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from escuela_core.checking.comparing.aligned import Alignment
from escuela_core.language.quantities import quantities

LOOKED_AT = 8
# What each figure of a sentence counts.
WEIGHTS = {
    "score": 1.0,
    "number": 0.4,
    "length": -0.033,
    "claim_met": 1.93,
    "rivals_met": 1.7,
    "claim_met_around": 2.71,
}
Row = NDArray[np.float64]


def ranked(alignment: Alignment, row: Row, among: Sequence[int]) -> list[int]:
    """The sentences ``among``, best first; ``row`` has the claim's scores, shape (sentences,).

    A question comes behind all that says something: its answer, where it has one, stands in another sentence.
    """
    worth = figures(alignment, row, among) @ np.array(list(WEIGHTS.values()))
    asks = [alignment.script.texts[n].rstrip().endswith("?") for n in among]
    return [among[n] for n in np.lexsort((-worth, asks))]


def figures(alignment: Alignment, row: Row, among: Sequence[int]) -> Row:
    """What is weighed of each of the sentences ``among``, shape (sentences, figures), in the order of ``WEIGHTS``."""
    script, claim = alignment.script, alignment.claim
    numbers = quantities(claim.text, claim.language)
    agrees = [any(a.agrees(b) for a in numbers for b in script.numbers[at]) for at in among]
    lengths = [len(script.words[at]) for at in among]
    met = (alignment.claim_met(among), alignment.rivals_met(among), alignment.claim_met_around(among))
    return np.column_stack([row[list(among)], agrees, lengths, *met]).astype(float)
