"""The named figures a verdict is made from, one row a claim (most between -1 and 2; NaN where one does not apply)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from escuela_core.checking.claims import Claim
from escuela_core.checking.comparing import NO_FACTS, Comparison, Facts, Passage, compare
from escuela_core.checking.comparing.nearness import slot
from escuela_core.checking.comparing.polarity import turned_share
from escuela_core.checking.comparing.quantities import taken_back
from escuela_core.checking.comparing.roles import pairs
from escuela_core.checking.evidence import Script
from escuela_core.checking.quoting import quotes
from escuela_core.checking.ranking import ranked
from escuela_core.checking.support import ground, support_figures
from escuela_core.language.parsing import speaks
from escuela_core.language.terms import lemmas, negations
from escuela_core.language.vectors import encoder

NAMES = (
    "score",
    "lead",
    "meaning",
    "meaning_around",
    "answer_meaning",
    "given_meaning",
    "words",
    "answer_words",
    "given_words",
    "answer_elsewhere",
    "margin",
    "margin_words",
    "quantity_same",
    "quantity_clashing",
    "quantity_missing",
    "name_same",
    "name_clashing",
    "name_missing",
    "negation_clashing",
    "negations_differ",
    "opposite_clashing",
    "has_options",
    "is_statement",
    "is_open",
    "answer_backed",
    "answer_backed_here",
    "answer_backed_best",
    "answer_missing",
    "answer_missing_best",
    "given_backed",
    "given_backed_best",
    "given_missing",
    "given_missing_best",
    "answer_unseen",
    "answer_unseen_most",
    "given_unseen",
    "given_unseen_most",
    "telling_backed",
    "rival_backed",
    "telling_margin",
    "telling_margin_here",
    "number_here",
    "number_near",
    "number_best",
    "number_anywhere",
    "number_other",
    "number_rival",
    "direction_clashing",
    "degree_clashing",
    "degree_missing",
    "role_same",
    "role_clashing",
    "turned_share",
    "pairs_kept",
    "pairs_apart",
    "slot_near",
    "slot_nearest",
    "slot_number_nearest",
    "slot_refused",
    "slot_rival_refused",
    "taken_back",
)
# A claim in the talk's own words is looked for among so many of the best sentences.
QUOTED_AMONG = 3


@dataclass(frozen=True, slots=True)
class Reading:
    """A claim beside its best sentence: the figures and the facts they come from; ``order`` has the next best.

    ``quoted`` claims are that sentence's own words.
    """

    claim: Claim
    best: int
    score: float
    order: tuple[int, ...]
    figures: dict[str, float]
    facts: Facts
    quoted: bool = False


def read_claim(
    script: Script, claim: Claim, row: np.ndarray, rivals: Sequence[Claim], *, kind: str, within: int | None = None
) -> Reading:
    """Figures of ``claim`` at its best sentence (or at ``within``), with the wrong options as ``rivals``.

    ``row`` holds the claim's score for every sentence, shape (sentences,).
    """
    order = ranked(script, claim, rivals, row)
    at = order[0] if within is None else within
    quoting = next(
        (i for i in (order[:QUOTED_AMONG] if within is None else [within]) if quotes(claim.text, script.texts[i])), None
    )
    at = at if quoting is None else quoting
    language = script.transcript.language
    near = [i for i in (at - 1, at + 1) if 0 <= i < len(script.words)]
    here = script.words[at].union(*(script.words[i] for i in near))
    english = speaks(language)
    passage = Passage(script.texts[at], [script.texts[i] for i in near], script.weight) if english else None
    facts = compare(claim, passage) if passage else NO_FACTS
    asked = encoder().embed([claim.text, claim.answer or claim.text, claim.given or claim.text])
    local = script.vectors[[at, *near]]
    rest = np.delete(row, [at, *near]) if len(row) > 3 else np.zeros(1)
    rival_figures = [_answer_at(script, rival, here, local) for rival in rivals]
    own_words, own_meaning = _answer_at(script, claim, here, local)
    figures = {
        "score": float(row[at]),
        "lead": float(row[at] - rest.max(initial=0.0)),
        "meaning": float(asked[0] @ script.vectors[at]),
        "meaning_around": float(asked[0] @ script.around[at]),
        "answer_meaning": own_meaning,
        "given_meaning": float((local @ asked[2]).max()),
        "words": _covered(script, claim.text, here),
        "answer_words": own_words,
        "given_words": _covered(script, claim.given or claim.text, here),
        "answer_elsewhere": float(bool(lemmas(claim.answer, language) - here)),
        "margin": own_meaning - max((m for _, m in rival_figures), default=own_meaning),
        "margin_words": own_words - max((w for w, _ in rival_figures), default=own_words),
        "negations_differ": float((negations(claim.text) - negations(script.texts[at])) % 2) if english else 0.0,
        "has_options": float(bool(rivals)),
        "is_statement": float(kind == "true_false"),
        "is_open": float(kind == "open"),
    }
    for sort, outcomes in (
        ("quantity", ("same", "clashing", "missing")),
        ("name", ("same", "clashing", "missing")),
        ("negation", ("clashing",)),
        ("opposite", ("clashing",)),
        ("direction", ("clashing",)),
        ("degree", ("clashing", "missing")),
        ("role", ("same", "clashing")),
    ):
        comparison: Comparison = getattr(facts, sort)
        figures |= {f"{sort}_{outcome}": float(comparison.outcome == outcome) for outcome in outcomes}
    if passage:
        figures |= support_figures(script, claim, rivals, ground(script, order, at))
        figures |= _slot_figures(claim, rivals, passage)
    named = {n: figures.get(n, float("nan")) for n in NAMES}
    return Reading(claim, at, float(row[at]), tuple(order), named, facts, quoting is not None)


def _slot_figures(claim: Claim, rivals: Sequence[Claim], passage: Passage) -> dict[str, float]:
    found = slot(claim, rivals, passage)
    kept, apart = pairs(claim.asserted, passage)
    return {
        "turned_share": turned_share(claim.asserted, passage),
        "pairs_kept": kept,
        "pairs_apart": apart,
        "slot_near": found.near,
        "slot_nearest": found.nearest,
        "slot_number_nearest": found.number_nearest,
        "slot_refused": found.refused,
        "slot_rival_refused": found.rival_refused,
        "taken_back": float(taken_back(claim, passage)),
    }


def _answer_at(script: Script, claim: Claim, here: frozenset[str], local: np.ndarray) -> tuple[float, float]:
    vector = encoder().embed([claim.text])[0]
    return _covered(script, claim.answer, here), float((local @ vector).max())


def _covered(script: Script, text: str, here: frozenset[str]) -> float:
    words = lemmas(text, script.transcript.language)
    total = sum(script.weight(w) for w in words)
    return sum(script.weight(w) for w in words if w in here) / total if total else 0.5
