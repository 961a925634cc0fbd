"""How far words are backed by what is said: the word itself, its stem, or a near relative (WordNet, Miller 1995).

Four questions are asked of a claim: is its answer backed where it should be, is its question, what is backed nowhere
in the whole talk, and is what tells the answer from the wrong options backed better than what tells those from it.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache

from escuela_core.checking.comparing.quantities import matches
from escuela_core.checking.evidence import Script
from escuela_core.items.claim import Claim
from escuela_core.language.quantities import Quantity
from escuela_core.language.terms import lemmas, rarity
from escuela_core.language.wordnet import kin, stem

NEAR_WORD = 0.7
Words = frozenset[str]


@dataclass(frozen=True)
class Said:
    """Words that were said, with their stems."""

    words: Words

    @cached_property
    def stems(self) -> Words:
        return frozenset(stem(w) for w in self.words)


@dataclass(frozen=True, slots=True)
class Ground:
    """What a claim may rest on: its best sentence, that with its neighbours, the best three, the whole talk."""

    around: Said
    best: Said
    talk: Said
    numbers: Sequence[Quantity]
    numbers_around: Sequence[Quantity]
    numbers_best: Sequence[Quantity]
    numbers_talk: Sequence[Quantity]


def ground(script: Script, order: Sequence[int], at: int) -> Ground:
    """What ``script`` gives a claim at sentence ``at``; ``order`` numbers its best sentences, best first."""
    near = [i for i in (at - 1, at, at + 1) if 0 <= i < len(script.words)]
    top = list(dict.fromkeys([*near, *order[:3]]))
    return Ground(
        Said(_union(script, near)),
        Said(_union(script, top)),
        _talk(script),
        script.numbers[at],
        [q for i in near for q in script.numbers[i]],
        [q for i in order[:3] for q in script.numbers[i]],
        script.all_numbers,
    )


def _union(script: Script, numbers: Iterable[int]) -> Words:
    return frozenset().union(*(script.words[i] for i in numbers))


@lru_cache(maxsize=4)
def _said_in(words: Words) -> Said:
    return Said(words)


def _talk(script: Script) -> Said:
    """Every word of the talk, its stems made once."""
    return _said_in(script.all_words)


def support(words: Words, said: Said, script: Script) -> float:
    """The weighed share of ``words`` that ``said`` backs, 0 to 1; NaN where there are none."""
    total = sum(_weight(w, script) for w in words)
    backed = sum(_weight(w, script) * backing(w, said, related=script.speaks) for w in words)
    return backed / total if total else float("nan")


def missing(words: Words, said: Said, script: Script) -> float:
    """The weight of the weightiest of ``words`` that ``said`` does not back at all."""
    return max((_weight(w, script) for w in words if not backing(w, said, related=script.speaks)), default=0.0)


def backing(word: str, said: Said, *, related: bool = True) -> float:
    """1 for the word or its stem, ``NEAR_WORD`` for a near relative where those are ``related``, 0 for neither."""
    if word in said.words or stem(word) in said.stems:
        return 1.0
    return NEAR_WORD if related and not kin(word).isdisjoint(said.words) else 0.0


def _weight(word: str, script: Script) -> float:
    return script.weight(word) * (0.5 + rarity(word, script.transcript.language))


def support_figures(script: Script, claim: Claim, rivals: Sequence[Claim], on: Ground) -> dict[str, float]:
    """The figures of a claim; NaN where a question does not arise."""
    language = script.transcript.language
    whole = lemmas(claim.answer, language)
    asked = lemmas(claim.given or claim.text, language)
    own = whole - asked or whole
    every = frozenset[str]().union(*(lemmas(r.answer, language) for r in rivals))
    return {
        "answer_backed": support(own, on.around, script),
        "answer_missing_best": missing(own, on.best, script),
        "given_backed_best": support(asked, on.best, script),
        "given_unseen": support(asked, on.talk, script),
        "telling_backed": support(whole - every - asked, on.around, script),
    } | _number_figures(claim, rivals, on)


def _number_figures(claim: Claim, rivals: Sequence[Claim], on: Ground) -> dict[str, float]:
    """Whether the answer's own numbers are said here, near, in the best three sentences, anywhere; or a rival's are."""
    mine = claim.answer_quantities
    theirs = [r.answer_quantities for r in rivals]
    none = float("nan")

    rival = any(_is_among(q, on.numbers) for group in theirs for q in group)
    return {
        "number_here": share_said(mine, on.numbers),
        "number_near": share_said(mine, on.numbers_around),
        "number_best": share_said(mine, on.numbers_best),
        "number_anywhere": share_said(mine, on.numbers_talk),
        "number_rival": float(rival) if mine and any(theirs) else none,
    }


def share_said(mine: Sequence[Quantity], said: Sequence[Quantity]) -> float:
    """How many of ``mine`` are among those said, 0 to 1; NaN where there are none."""
    return sum(_is_among(q, said) for q in mine) / len(mine) if mine else float("nan")


def _is_among(mine: Quantity, said: Sequence[Quantity]) -> bool:
    return any(matches(mine, other) for other in said)
