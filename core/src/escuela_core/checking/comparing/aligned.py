"""How well each word of a claim is met by a word of the talk that means the like where it stands.

Soft alignment by the greatest cosine (Zhang et al. 2020; for finding, Khattab & Zaharia 2020), over the encoder's
vectors of words in their context, so that what is said in other words counts, and the same word in another sense less.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from escuela_core.checking.evidence import Script
from escuela_core.items.claim import Claim
from escuela_core.language.languages import language_of
from escuela_core.language.parsing import parsed
from escuela_core.language.terms import lemma_of
from escuela_core.language.vectors import Vectors, Worded, encoder

Row = NDArray[np.float64]
NONE = float("nan")
_EMPTY_ENGLISH = frozenset(
    "a an the of to in on at by for with from and or but is are was were be been being do does did what which who whom "
    "how why when where that this these those it its they them their he she his her as into not no so than then "
    "there".split()
)
_EMPTY_SPANISH = frozenset(
    "el la los las lo un una unos unas de del a al en con por para sin sobre y o u e que qué se le les su sus es son "
    "era eran fue fueron ser está están como cómo más muy no sí ya cuando cuándo donde dónde quién cuál cuáles cuánto "
    "cuánta cuántos cuántas este esta esto estos estas ese esa eso hay ha han he porque si".split()
)


@dataclass(frozen=True, slots=True)
class _Words:
    """The words of a claim that say something: vectors (words, width), weights, and which belong to its answer."""

    vectors: Vectors
    weights: Row
    is_answer: NDArray[np.bool_]

    def met(self, said: Vectors, starts: NDArray[np.intp]) -> Row:
        """How well each word is met by the best one of each sentence, shape (words, sentences)."""
        return np.maximum.reduceat(self.vectors @ said.T, starts, axis=1)

    def mean(self, met: Row, which: NDArray[np.bool_] | None = None) -> Row:
        """The weighed mean over the words, of whatever shape is left of ``met``."""
        weights = self.weights if which is None else self.weights * which
        return np.asarray(weights @ met / weights.sum())


class Alignment:
    """A claim and its wrong options against some sentences of a script, named by number, and their neighbours."""

    def __init__(self, script: Script, claim: Claim, rivals: Sequence[Claim], among: Sequence[int]) -> None:
        self.script, self.claim = script, claim
        worded = encoder().words([c.text for c in (claim, *rivals)])
        own, *others = [_words_of(script, c, w) for c, w in zip((claim, *rivals), worded, strict=True)]
        near = {n + step for n in among for step in (-1, 0, 1)} & set(range(len(script.texts)))
        self._column = {number: column for column, number in enumerate(sorted(near))}
        pairs = zip(self._column, _worded(script, self._column), strict=True)
        said = [_said(script.texts[n], w, script.transcript.language) for n, w in pairs]
        starts = np.cumsum([0, *(len(s) for s in said[:-1])])
        together = np.concatenate(said)
        self._own = own
        self._met = own.met(together, starts) if own is not None else np.zeros((0, len(said)))
        self._rivals = [(r, r.met(together, starts)) for r in others if r is not None]

    def claim_met(self, among: Sequence[int]) -> Row:
        """The whole claim in each of the sentences, 0 to 1, shape (sentences,)."""
        return self._claim()[self._columns(among)]

    def claim_met_around(self, among: Sequence[int]) -> Row:
        """The same with the neighbours of each, shape (sentences,)."""
        if self._own is None:
            return np.zeros(len(among))
        groups = [self._columns([n + s for s in (-1, 0, 1) if n + s in self._column]) for n in among]
        return self._own.mean(np.array([self._met[:, columns].max(axis=1) for columns in groups]).T)

    def rivals_met(self, among: Sequence[int]) -> Row:
        """The answers of the wrong options in each sentence, on average, shape (sentences,); 0 where there are none."""
        met = [rival.mean(found, rival.is_answer) for rival, found in self._rivals]
        return np.mean(met, axis=0)[self._columns(among)] if met else np.zeros(len(among))

    def figures(self, among: Sequence[int]) -> dict[str, float]:
        """What a verdict is made from, by the sentences ``among``; NaN where nothing is told.

        answer_aligned: the answer in any of the sentences; rival_aligned: the best wrong option likewise;
        answer_apart: how much worse the answer is met in the sentence that meets the question best than in its own
        best (0 or less).
        """
        figures = dict.fromkeys(("answer_aligned", "rival_aligned", "answer_apart"), NONE)
        columns, own = self._columns(sorted(among)), self._own
        if own is None:
            return figures
        met = self._met[:, columns]
        figures["answer_aligned"] = float(own.mean(met.max(axis=1), own.is_answer))
        rivals = (float(r.mean(found[:, columns].max(axis=1), r.is_answer)) for r, found in self._rivals)
        figures["rival_aligned"] = max(rivals, default=NONE)
        if not own.is_answer.all():
            answer, asked = met[own.is_answer].mean(axis=0), met[~own.is_answer].mean(axis=0)
            figures["answer_apart"] = float(answer[asked.argmax()] - answer.max())
        return figures

    def _claim(self) -> Row:
        return self._own.mean(self._met) if self._own is not None else np.zeros(len(self._column))

    def _columns(self, numbers: Sequence[int]) -> list[int]:
        return [self._column[n] for n in numbers]


def _lemmas(claim: Claim, spans: Sequence[tuple[int, int]]) -> list[str]:
    words = {first: claim.text[first:last].lower() for first, last in spans}
    if not language_of(claim.language).is_read:
        return [lemma_of(word, language_of(claim.language).code) for word in words.values()]
    at = {t.idx: t.lemma_.lower() for t in parsed(claim.text)}
    return [at.get(first, word) for first, word in words.items()]


def parted(claim: Claim) -> tuple[Vectors, Vectors, Vectors]:
    """The words that say something of a claim, of its answer and of its question, each of shape (words, width); all
    of them where a part has none."""
    (worded,) = encoder().words([claim.text])
    spans, vectors = _content(worded, claim.text, claim.language)
    is_answer = _in_answer(claim, spans)
    answer, question = (vectors[which] if which.any() else vectors for which in (is_answer, ~is_answer))
    return vectors, answer, question


def _in_answer(claim: Claim, spans: Sequence[tuple[int, int]]) -> NDArray[np.bool_]:
    """Which of the ``spans`` of a claim belong to its answer, shape (spans,)."""
    start = claim.answer_at if claim.answer_at is not None else max(0, claim.text.rfind(claim.answer))
    return np.array([first < start + len(claim.answer) and last > start for first, last in spans], bool)


def _worded(script: Script, numbers: Iterable[int]) -> list[Worded]:
    return encoder().words([script.texts[n] for n in numbers])


def _words_of(script: Script, claim: Claim, worded: Worded) -> _Words | None:
    """None for a claim without a word that says something."""
    spans, vectors = _content(worded, claim.text, claim.language)
    if not spans:
        return None
    is_answer = _in_answer(claim, spans)
    weights = np.array([script.weight(lemma) for lemma in _lemmas(claim, spans)])
    return _Words(vectors, weights, is_answer if is_answer.any() else ~is_answer)


def _said(text: str, worded: Worded, language: str) -> Vectors:
    """The words of a sentence that say something; one of zeros, which meets nothing, where there is none."""
    vectors = _content(worded, text, language)[1]
    return vectors if len(vectors) else np.zeros((1, worded.codes.shape[1]), np.float32)


def _content(worded: Worded, text: str, language: str) -> tuple[list[tuple[int, int]], Vectors]:
    empty = _EMPTY_ENGLISH if language_of(language).is_read else _EMPTY_SPANISH
    kept = [n for n, (first, last) in enumerate(worded.spans) if text[first:last].lower() not in empty]
    return [worded.spans[n] for n in kept], worded.vectors(kept)
