"""What the writer knows of a whole recording while it works on one clause."""

from __future__ import annotations

import random
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray
from spacy.tokens import Doc

from escuela_core.language.parsing import parsed_all
from escuela_core.language.quantities import Quantity, quantities
from escuela_core.language.terms import is_content, rarity
from escuela_core.language.vectors import encoder
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Sentence
from escuela_core.writing.clauses import Clause, clauses
from escuela_core.writing.distractors import Phrase, phrases

TOO_ALIKE = 0.72


@dataclass(frozen=True)
class Talk:
    docs: Sequence[Doc]
    spans: Sequence[Span]
    phrases: Sequence[Phrase]
    quantities: Sequence[tuple[int, Quantity]]
    counts: Counter[str]
    clauses: Sequence[Clause]

    def elsewhere(self, sentence: int) -> list[Quantity]:
        return [q for number, q in self.quantities if abs(number - sentence) > 1]

    @cached_property
    def vectors(self) -> NDArray[np.float32]:
        """One vector per clause, in their order."""
        return encoder().embed([c.text for c in self.clauses])

    @cached_property
    def central(self) -> dict[int, float]:
        """How near each clause, by its place in ``clauses``, is to what the whole recording is about; about 0 to 1."""
        if not self.clauses:
            return {}
        centre = encoder().embed([d.text for d in self.docs]).mean(axis=0)
        near = self.vectors @ (centre / max(1e-9, float(np.linalg.norm(centre))))
        return {n: float(v) for n, v in enumerate(near)}

    def dwelt_on(self, clause: Clause) -> float:
        """How much the talk comes back to what the clause speaks of, about 0 to 1."""
        words = {t.lemma_.lower() for t in clause.tokens if is_content(t) and t.pos_ in {"NOUN", "PROPN"}}
        returns = sorted((min(self.counts[w], 6) * rarity(w) for w in words), reverse=True)[:3]
        long = len(clause.tokens)
        return sum(returns) / 9 - 0.03 * max(0, long - 16) - 0.04 * max(0, 6 - long)

    def apart(self, key: str, texts: Sequence[str], wanted: int, rng: random.Random) -> list[str]:
        """The ``wanted`` of ``texts`` nearest in meaning to ``key`` that neither say the same nor repeat each other."""
        if not texts:
            return []
        written = [*texts, key]
        vectors = encoder().embed(written)
        near = vectors[:-1] @ vectors[-1]
        order = sorted(range(len(texts)), key=lambda i: -float(near[i]) + rng.uniform(0, 0.15))
        kept: list[int] = []
        for i in order:
            twins = any(float(vectors[i] @ vectors[k]) > TOO_ALIKE for k in kept)
            if float(near[i]) < TOO_ALIKE and not twins:
                kept.append(i)
            if len(kept) == wanted:
                break
        return [texts[i] for i in kept]


def talk_of(sentences: Sequence[Sentence]) -> Talk:
    docs = parsed_all([s.text for s in sentences])
    counts = Counter(t.lemma_.lower() for doc in docs for t in doc if is_content(t))
    measured = [(n, q) for n, doc in enumerate(docs) for q in quantities(doc.text)]
    found = [c for n in range(len(docs)) for c in clauses(n, docs)]
    return Talk(docs, [s.span for s in sentences], phrases(docs), measured, counts, found)
