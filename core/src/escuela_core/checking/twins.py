"""Items that ask the same, in whatever words: by likeness alone, or by what they ask of the talk as well."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from escuela_core.checking.chance import chance
from escuela_core.checking.comparing.aligned import parted
from escuela_core.checking.features import Reading
from escuela_core.checking.findings import Finding
from escuela_core.checking.severity import Severity, graded
from escuela_core.items import Item
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import lemmas
from escuela_core.language.vectors import Vectors, encoder
from escuela_core.timeline import Span

TWIN_MEANING = 0.86
NAMES = (
    "claims_aligned",
    "answers_aligned",
    "questions_aligned",
    "same_sentence",
    "sentences_shared",
    "counts_there",
    "places_shared",
)
# Two items that have none of so many first sentences in common are not looked at.
_FIRST = 3
# How sharply a score speaks for one sentence, and how much of it counts for its neighbours.
_SHARPNESS, _BESIDE = 12.0, 0.6


def alike(items: Sequence[Item], resting: Sequence[Sequence[Span]], language: str) -> Iterator[tuple[int, int]]:
    """Pairs (later, earlier) of items with the same key and meaning, ``resting`` on whatever spans."""
    keys = [item.key_claims(language) for item in items]
    texts = [" ".join(c.text for c in claims) or item.asked for item, claims in zip(items, keys, strict=True)]
    answers = [frozenset().union(*(_asked_for(c.answer, language) for c in claims)) for claims in keys]
    if len(items) < 2:
        return
    near = (vectors := encoder().embed(texts)) @ vectors.T
    for later in range(1, len(items)):
        for earlier in range(later):
            if not (items[later].is_marked and items[earlier].is_marked):
                continue
            same_place = bool(set(resting[later]) & set(resting[earlier]))
            shared = len(answers[later] & answers[earlier]) / (len(answers[later] | answers[earlier]) or 1)
            if near[later, earlier] >= TWIN_MEANING - 0.1 * (same_place and shared >= 0.34) - 0.08 * shared:
                yield later, earlier


def _asked_for(answer: str, language: str) -> frozenset[str]:
    """What an answer consists of: its content words, and its numbers however they are written."""
    return lemmas(answer, language) | {f"={q.low:g}" for q in quantities(answer, language)}


@dataclass(frozen=True)
class Asked:
    """What an item asks of the talk: the reading that decided, and the claim's scores, shape (sentences,)."""

    reading: Reading
    row: NDArray[np.float64]

    @cached_property
    def words(self) -> tuple[Vectors, Vectors, Vectors]:
        """Of the claim, its answer and its question; the whole claim where it has no such part."""
        return parted(self.reading.claim)

    @cached_property
    def places(self) -> NDArray[np.float64]:
        """How much each sentence is meant, with its neighbours: a unit vector."""
        meant = np.exp((self.row - self.row.max()) * _SHARPNESS)
        spread = meant.copy()
        spread[1:] += _BESIDE * meant[:-1]
        spread[:-1] += _BESIDE * meant[1:]
        return np.asarray(spread / np.linalg.norm(spread))


def figures(one: Asked, other: Asked) -> dict[str, float]:
    """How alike two items are in what they say, answer and ask, and how far they ask it of the same place."""
    here, there = one.reading, other.reading
    claims, answers, questions = (_met(a, b) for a, b in zip(one.words, other.words, strict=True))
    shared = set(here.order[:_FIRST]) & set(there.order[:_FIRST])
    counts = (a.row[b.reading.best] / max(a.row.max(), 1e-9) for a, b in ((one, other), (other, one)))
    return {
        "claims_aligned": claims,
        "answers_aligned": answers,
        "questions_aligned": questions,
        "same_sentence": float(here.best == there.best),
        "sentences_shared": len(shared) / _FIRST,
        "counts_there": float(min(counts)),
        "places_shared": float(one.places @ other.places),
    }


def _met(a: Vectors, b: Vectors) -> float:
    """How well the words of each are met by the other's, on average; 0 where there are none."""
    if not len(a) or not len(b):
        return 0.0
    met = a @ b.T
    return float(met.max(axis=0).mean() + met.max(axis=1).mean()) / 2


def twins(
    items: Sequence[Item], asked: Mapping[int, Asked], resting: Sequence[Sequence[Span]], language: str
) -> dict[int, Finding]:
    """Items that ask the same as an earlier one, by number; ``asked`` has those that could be read in the talk."""
    found: dict[int, Finding] = {}
    for later, earlier in alike(items, resting, language):
        found.setdefault(later, _twin(items[earlier], "look"))
    for later in asked.keys() - found:
        likely = {earlier: _likely(asked[earlier], asked[later]) for earlier in asked if earlier < later}
        best = max(likely, key=likely.__getitem__, default=later)
        severity = graded("twin", likely.get(best, 0.0))
        if severity is not None:
            found[later] = _twin(items[best], severity)
    return found


def _likely(one: Asked, other: Asked) -> float:
    apart = set(one.reading.order[:_FIRST]).isdisjoint(other.reading.order[:_FIRST])
    return 0.0 if apart else chance("twin").of(figures(one, other))


def _twin(other: Item, severity: Severity) -> Finding:
    certain, prompt = severity == "look", other.asked.rstrip(" .")
    message = f"{'Asks' if certain else 'May ask'} the same as “{prompt}”"
    params = {"prompt": prompt} | ({} if certain else {"sort": "perhaps"})
    return Finding("twin", severity, message, other=other.id, params=params)
