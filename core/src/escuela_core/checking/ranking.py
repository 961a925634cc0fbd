"""The sentences nearest to a claim looked at again, with what only shows sentence by sentence.

The weights are those of a logistic ranking over the labelled evidence of the development talks
(``core/benchmarks/train_evidence.py``).
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from escuela_core.checking.comparing.aligned import Alignment
from escuela_core.checking.evidence import Script, best
from escuela_core.checking.support import Said, support
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import lemmas
from escuela_core.language.vectors import encoder

LOOKED_AT = 12
# What each figure of a sentence counts.
WEIGHTS = {
    "score": 1.0,
    "answer_meaning": 0.25,
    "answer_backed": 0.15,
    "options_words": 0.18,
    "number": 0.49,
    "length": -0.037,
    "neighbour_words": -0.1,
    "claim_met": 1.86,
    "rivals_met": 1.51,
    "claim_met_around": 3.32,
}
Words = frozenset[str]
Row = NDArray[np.float64]


def ranked(alignment: Alignment, row: Row) -> list[int]:
    """Sentence numbers, best first, at most ``LOOKED_AT``; ``row`` has the claim's scores, shape (sentences,)."""
    first = best(row, LOOKED_AT)
    worth = figures(alignment, row, first) @ np.array(list(WEIGHTS.values()))
    return [first[n] for n in np.argsort(-worth, kind="stable")]


def figures(alignment: Alignment, row: Row, among: Sequence[int]) -> Row:
    """What is weighed of each of the sentences ``among``, shape (sentences, figures), in the order of ``WEIGHTS``."""
    script, claim, rivals = alignment.script, alignment.claim, alignment.rivals
    language = script.transcript.language
    answer, asked = lemmas(claim.answer, language), lemmas(claim.given or claim.text, language)
    others = frozenset[str]().union(*(lemmas(r.answer, language) for r in rivals)) - asked
    meaning = script.vectors[list(among)] @ encoder().embed([claim.answer or claim.text])[0]
    numbers = quantities(claim.text, language)
    alignment.read_ahead(among)
    rows = []
    for at, near in zip(among, meaning, strict=True):
        own = script.words[at]
        beside = [script.words[i] for i in (at - 1, at + 1) if 0 <= i < len(script.words)]
        rows.append(
            [
                float(row[at]),
                float(near),
                float(np.nan_to_num(support(answer - asked or answer, Said(own), script))),
                share(others, own, script),
                float(any(a.agrees(b) for a in numbers for b in script.numbers[at])),
                float(len(own)),
                max((share(answer | asked, words, script) for words in beside), default=0.0),
                alignment.claim_met(at),
                alignment.rivals_met(at),
                alignment.claim_met_around(at),
            ]
        )
    return np.array(rows)


def share(words: Words, said: Words, script: Script) -> float:
    """The weighed share of ``words`` that stand in ``said``; 0 where there are none."""
    total = sum(script.weight(w) for w in words)
    return sum(script.weight(w) for w in words if w in said) / total if total else 0.0
