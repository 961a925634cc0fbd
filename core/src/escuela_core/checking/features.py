"""The named figures a verdict is made from, one row a claim (most between -1 and 2; NaN where one does not apply)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import TYPE_CHECKING

from escuela_core.checking.comparing import Facts, Passage, compare
from escuela_core.checking.comparing.aligned import Alignment
from escuela_core.checking.comparing.nearness import slot
from escuela_core.checking.evidence import Script, best
from escuela_core.checking.judge import JUDGE_NAMES, judge, judge_figures
from escuela_core.checking.quoting import quotes
from escuela_core.checking.ranking import LOOKED_AT, ranked
from escuela_core.checking.support import ground, support_figures
from escuela_core.items.claim import Claim
from escuela_core.language.languages import language_of
from escuela_core.language.terms import lemmas
from escuela_core.language.vectors import encoder

if TYPE_CHECKING:
    import numpy as np

# What is left of some seventy after those without which the verdicts get no worse were taken out one by one
# (log loss, cross-validated by talk).
NAMES = (
    "meaning",
    "meaning_around",
    "answer_meaning",
    "given_meaning",
    "answer_words",
    "margin_words",
    "quantity_same",
    "opposite_clashing",
    "is_statement",
    "is_open",
    "answer_backed",
    "answer_missing_best",
    "given_backed_best",
    "given_unseen",
    "telling_backed",
    "number_here",
    "number_near",
    "number_best",
    "number_anywhere",
    "number_rival",
    "role_same",
    "slot_nearest",
    "slot_refused",
    "slot_rival_refused",
    "answer_aligned",
    "rival_aligned",
    "answer_apart",
)
# A claim in the talk's own words is looked for among so many of the best sentences.
QUOTED_AMONG = 3
# So many of the best sentences, with the neighbours of the first, a judge gets to read.
JUDGED_AMONG = 3


@dataclass(frozen=True, slots=True)
class Reading:
    """A claim beside its best sentence: the figures and the facts they come from; ``order`` has the next best.

    ``figures`` has those of ``NAMES`` and what the rules look at besides ("words", "given_words").
    ``quoted`` claims are that sentence's own words; ``kind`` is that of the item.
    """

    kind: str
    claim: Claim
    best: int
    score: float
    order: tuple[int, ...]
    figures: dict[str, float]
    facts: Facts
    quoted: bool = False


def read_claim(script: Script, claim: Claim, row: np.ndarray, rivals: Sequence[Claim], *, kind: str) -> Reading:
    """Figures of ``claim`` at its best sentence, with the wrong options as ``rivals``.

    ``row`` holds the claim's score for every sentence, shape (sentences,).
    """
    language = script.transcript.language
    order = best(row, LOOKED_AT)
    alignment = Alignment(script, claim, rivals, order) if language_of(language).has_word_vectors else None
    if alignment is not None:
        order = ranked(alignment, row, order)
    quoting = next((i for i in order[:QUOTED_AMONG] if quotes(claim.text, script.texts[i])), None)
    at = order[0] if quoting is None else quoting
    near = [i for i in (at - 1, at + 1) if 0 <= i < len(script.words)]
    here = script.words[at].union(*(script.words[i] for i in near))
    passage = Passage(script.texts[at], [script.texts[i] for i in near], script.weight, language)
    facts = compare(claim, passage)
    asked = encoder().embed([claim.text, claim.given or claim.text])
    local = script.vectors[[at, *near]]
    rival_words = [covered(script, rival.answer, here) for rival in rivals]
    own_words, own_meaning = covered(script, claim.answer, here), float((local @ asked[0]).max())
    figures = {
        "meaning": float(asked[0] @ script.vectors[at]),
        "meaning_around": float(asked[0] @ script.around[at]),
        "answer_meaning": own_meaning,
        "given_meaning": float((local @ asked[1]).max()),
        "words": covered(script, claim.text, here),
        "answer_words": own_words,
        "given_words": covered(script, claim.given or claim.text, here),
        "margin_words": own_words - max(rival_words, default=own_words),
        "quantity_same": float(facts.quantity.outcome == "same"),
        "is_statement": float(kind == "true_false"),
        "is_open": float(kind == "open"),
    }
    figures |= support_figures(script, claim, rivals, ground(script, order, at))
    if alignment is not None:
        figures |= alignment.figures(order)
    if language_of(language).is_read:
        found = slot(claim, rivals, passage)
        figures |= {"slot_nearest": found.nearest, "slot_refused": found.refused}
        figures |= {"slot_rival_refused": found.rival_refused}
        figures |= {"opposite_clashing": float(facts.opposite.outcome == "clashing")}
        figures |= {"role_same": float(facts.role.outcome == "same")}
    stronger = judge()
    if stronger is not None:
        among = sorted({at, *near, *order[:JUDGED_AMONG]})
        premises = (script.texts[at], " ".join(script.texts[i] for i in among))
        figures |= judge_figures(stronger, premises, claim.text, [r.text for r in rivals])
    figures = dict.fromkeys((*NAMES, *JUDGE_NAMES), float("nan")) | figures
    return Reading(kind, claim, at, float(row[at]), tuple(order), figures, facts, quoting is not None)


def covered(script: Script, text: str, here: frozenset[str]) -> float:
    """How much of a text stands among the words ``here``, by their weight; 0.5 for a text without any."""
    words = lemmas(text, script.transcript.language)
    total = sum(script.weight(w) for w in words)
    return sum(script.weight(w) for w in words if w in here) / total if total else 0.5
