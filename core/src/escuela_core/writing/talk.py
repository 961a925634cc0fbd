"""What the writer knows of a whole recording while it works on one clause."""

from __future__ import annotations

import random
import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import TYPE_CHECKING

import numpy as np

from escuela_core.language.functions import teaching
from escuela_core.language.parsing import parsed_all
from escuela_core.language.quantities import Quantity, quantities
from escuela_core.language.repair import repaired
from escuela_core.language.run_ons import pieces
from escuela_core.language.terms import is_content, rarity
from escuela_core.language.vectors import encoder
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Sentence
from escuela_core.writing.clause import Clause, content
from escuela_core.writing.clauses import clauses
from escuela_core.writing.distractors import Phrase, phrases

if TYPE_CHECKING:
    from numpy.typing import NDArray
    from spacy.tokens import Doc, Token

# What a reason is given for, the reason with its first word, and the pieces both stand in.
Reason = tuple[str, str, tuple[int, ...]]
TOO_ALIKE = 0.72
_NO = re.compile(
    r"(?:(?:oh|ah|er|um|well),? )*(?:no|sorry|wait|actually,? no|i mean|or rather)[,.] (?P<wrong>(?:no, |sorry, )*"
    r"(?:that's (?:wrong|not right|not true)|i (?:got|said) (?:that|it) wrong))?",
    re.IGNORECASE,
)


@dataclass(frozen=True)
class Talk:
    """``docs`` are the sentences as repaired, those that run on in pieces; ``said_in`` tells of which sentence each is.

    A clause's ``sentence`` is the number of its piece; ``spans``, the words ``said`` and how likely it is that they
    teach something (``teaching``) are the whole sentence's.
    """

    docs: Sequence[Doc]
    spans: Sequence[Span]
    said: Sequence[str]
    said_in: Sequence[int]
    teaching: Sequence[float]
    phrases: Sequence[Phrase]
    quantities: Sequence[tuple[int, Quantity]]
    counts: Counter[str]
    clauses: Sequence[Clause]

    def elsewhere(self, sentence: int) -> list[Quantity]:
        return [q for number, q in self.quantities if abs(number - sentence) > 1]

    @cached_property
    def reasons(self) -> dict[int, Reason | None]:
        """What each piece gives a reason for, as far as it was read (``forms/quoted_reason``)."""
        return {}

    @cached_property
    def subject(self) -> str:
        """The thing that is spoken of most, by its lemma; empty where two are spoken of alike."""
        things = Counter(t.lemma_.lower() for d in self.docs for t in d if t.pos_ == "NOUN" and is_content(t))
        most = things.most_common(2)
        return most[0][0] if len(most) == 2 and most[0][1] > most[1][1] else ""

    @cached_property
    def vectors(self) -> NDArray[np.float32]:
        """One vector per piece, in their order: that of its sentence as it was said."""
        return encoder().embed(self.said)

    @cached_property
    def central(self) -> NDArray[np.float32]:
        """How near each sentence is to what the whole recording is about, about 0 to 1."""
        centre = self.vectors.mean(axis=0)
        near: NDArray[np.float32] = self.vectors @ (centre / max(1e-9, float(np.linalg.norm(centre))))
        return near

    def dwelt_on(self, clause: Clause) -> float:
        """How much the talk comes back to what the clause speaks of, about 0 to 1."""
        words = {t.lemma_.lower() for t in clause.tokens if is_content(t) and t.pos_ in {"NOUN", "PROPN"}}
        returns = sorted((min(self.counts[w], 6) * rarity(w) for w in words), reverse=True)[:3]
        long = len(clause.tokens)
        return sum(returns) / 9 - 0.03 * max(0, long - 16) - 0.04 * max(0, 6 - long)

    def apart(self, clause: Clause, told: Sequence[tuple[str, Clause]], wanted: int, rng: random.Random) -> list[str]:
        """Up to ``wanted`` of the texts ``told`` by other clauses, those nearest in meaning to ``clause`` first.

        None says what ``clause`` or another of them says; sentences stand for the meaning of their parts.
        """
        own = self.vectors[clause.sentence]
        near = [float(self.vectors[c.sentence] @ own) + rng.uniform(0, 0.15) for _, c in told]
        kept: list[int] = []
        for i in sorted(range(len(told)), key=lambda i: -near[i]):
            text, other = told[i]
            same = other.sentence == clause.sentence or self._alike(clause, other) > TOO_ALIKE
            if not same and not any(told[k][0] == text or self._alike(told[k][1], other) > TOO_ALIKE for k in kept):
                kept.append(i)
            if len(kept) == wanted:
                break
        return [told[i][0] for i in kept]

    def _alike(self, one: Clause, other: Clause) -> float:
        if one.sentence == other.sentence:
            return 1.0 if content(one.tokens) == content(other.tokens) else 0.0
        return float(self.vectors[one.sentence] @ self.vectors[other.sentence])


def _is_taken_back(number: int, sentences: Sequence[Sentence], docs: Sequence[Doc]) -> bool:
    """Whether the next sentence says no to a statement by its own words: "One and a half. No, one and a half's too
    much"."""
    if number + 1 >= len(docs) or docs[number].text.endswith("?"):
        return False
    denied = _NO.match(sentences[number + 1].text)
    if denied is None or denied["wrong"]:
        return denied is not None
    mine, theirs = ({t.lemma_.lower() for t in docs[n] if _says_something(t)} for n in (number, number + 1))
    return bool(mine & theirs)


def _says_something(token: Token) -> bool:
    return is_content(token) or token.pos_ == "NUM"


def talk_of(sentences: Sequence[Sentence]) -> Talk:
    whole = parsed_all([repaired(s.text) or s.text for s in sentences])
    told = [(n, piece) for n, doc in enumerate(whole) for piece in pieces(doc)]
    docs = parsed_all([piece for _, piece in told])
    counts = Counter(t.lemma_.lower() for doc in docs for t in doc if is_content(t))
    measured = [(n, q) for n, doc in enumerate(docs) for q in quantities(doc.text)]
    found = [c for n in range(len(docs)) for c in clauses(n, docs)]
    said_in = [n for n, _ in told]
    spans, said = [sentences[n].span for n in said_in], [sentences[n].text for n in said_in]
    teaches = teaching([s.text for s in sentences])
    likely = [0.0 if _is_taken_back(n, sentences, whole) else teaches[n] for n in said_in]
    return Talk(docs, spans, said, said_in, likely, phrases(docs), measured, counts, found)
