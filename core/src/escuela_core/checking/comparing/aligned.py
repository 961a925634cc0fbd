"""How well each word of a claim is met by a word of the talk that means the like where it stands.

Soft alignment by the greatest cosine (Zhang et al. 2020; for finding, Khattab & Zaharia 2020), over the encoder's
vectors of words in their context, so that what is said in other words counts, and the same word in another sense less.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from escuela_core.checking.claims import Claim
from escuela_core.checking.evidence import Script
from escuela_core.language.terms import lemmas
from escuela_core.language.vectors import Vectors, Worded, encoder

Row = NDArray[np.float64]
NONE = float("nan")
_EMPTY = frozenset(
    "a an the of to in on at by for with from and or but is are was were be been being do does did what which who whom "
    "how why when where that this these those it its they them their he she his her as into not no so than then "
    "there".split()
)


@dataclass(frozen=True, slots=True)
class _Words:
    """The words of a claim that say something: vectors (words, width), weights, and which belong to its answer."""

    vectors: Vectors
    weights: Row
    is_answer: NDArray[np.bool_]

    def met(self, said: Vectors) -> Row:
        """How well each word is met by the best of ``said``, shape (words,)."""
        return (self.vectors @ said.T).max(axis=1) if len(said) else np.zeros(len(self.vectors))

    def mean(self, said: Vectors, which: NDArray[np.bool_] | None = None) -> float:
        weights = self.weights if which is None else self.weights * which
        return float(self.met(said) @ weights / weights.sum())


class Alignment:
    """A claim and its wrong options against the sentences of a script, by number."""

    def __init__(self, script: Script, claim: Claim, rivals: Sequence[Claim]) -> None:
        self.script, self.claim, self.rivals = script, claim, rivals
        worded = encoder().words([c.text for c in (claim, *rivals)])
        self._own, *others = [_words_of(script, c, w) for c, w in zip((claim, *rivals), worded, strict=True)]
        self._rivals = [o for o in others if o is not None]

    def read_ahead(self, numbers: Sequence[int]) -> None:
        """Read these sentences and their neighbours in one go."""
        near = {n + step for n in numbers for step in (-1, 0, 1)} & set(range(len(self.script.texts)))
        self._said(sorted(near))

    def claim_met(self, at: int) -> float:
        """The whole claim in sentence ``at``, 0 to 1."""
        return self._own.mean(self._said([at])[0]) if self._own else 0.0

    def claim_met_around(self, at: int) -> float:
        """The whole claim in the sentence or its neighbours."""
        near = [n for n in (at - 1, at, at + 1) if 0 <= n < len(self.script.texts)]
        return self._own.mean(np.concatenate(self._said(near))) if self._own else 0.0

    def rivals_met(self, at: int) -> float:
        """The answers of the wrong options in sentence ``at``, on average; 0 where there are none."""
        said = self._said([at])[0]
        return float(np.mean([r.mean(said, r.is_answer) for r in self._rivals])) if self._rivals else 0.0

    def figures(self, at: int, among: Sequence[int]) -> dict[str, float]:
        """What a verdict at sentence ``at`` is made from, with the sentences ``among``; NaN where nothing is told.

        answer_aligned: the answer in any of the sentences; rival_aligned: the best wrong option likewise;
        answer_apart: how much worse the answer is met in the sentence that meets the question best than in its own
        best (0 or less).
        """
        figures = dict.fromkeys(("answer_aligned", "rival_aligned", "answer_apart"), NONE)
        said = self._said(sorted({at, *among}))
        together = np.concatenate(said)
        own = self._own
        if own is None or not len(together):
            return figures
        figures["answer_aligned"] = own.mean(together, own.is_answer)
        figures["rival_aligned"] = max((r.mean(together, r.is_answer) for r in self._rivals), default=NONE)
        if not own.is_answer.all():
            each = np.array([own.met(one) for one in said])
            answer, asked = each[:, own.is_answer].mean(axis=1), each[:, ~own.is_answer].mean(axis=1)
            figures["answer_apart"] = float(answer[asked.argmax()] - answer.max())
        return figures

    def _said(self, numbers: Sequence[int]) -> list[Vectors]:
        texts = [self.script.texts[n] for n in numbers]
        return [_content(w, t)[1] for w, t in zip(encoder().words(texts), texts, strict=True)]


def _words_of(script: Script, claim: Claim, worded: Worded) -> _Words | None:
    """None for a claim without a word that says something."""
    spans, vectors = _content(worded, claim.text)
    if not spans:
        return None
    start = claim.answer_at if claim.answer_at is not None else max(0, claim.text.rfind(claim.answer))
    is_answer = np.array([first < start + len(claim.answer) and last > start for first, last in spans])
    words = [claim.text[first:last].lower() for first, last in spans]
    weights = np.array([script.weight(next(iter(lemmas(w, claim.language)), w)) for w in words])
    return _Words(vectors, weights, is_answer if is_answer.any() else ~is_answer)


def _content(worded: Worded, text: str) -> tuple[list[tuple[int, int]], Vectors]:
    kept = [n for n, (first, last) in enumerate(worded.spans) if text[first:last].lower() not in _EMPTY]
    return [worded.spans[n] for n in kept], worded.vectors[kept].astype(np.float32)
