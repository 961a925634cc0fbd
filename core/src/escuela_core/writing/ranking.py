"""How likely a draft is to be kept by a teacher: a small model over its form, its clause and its place in the talk.

Logistic regression trained on judged drafts (``core/training/train_ranking.py``; figures in docs/benchmarks.md).
"""

from __future__ import annotations

import json
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from escuela_core.language.frequency import zipf_frequency
from escuela_core.language.terms import is_content
from escuela_core.writing.clause import Clause
from escuela_core.writing.forms import Draft
from escuela_core.writing.talk import Talk

NAMES = (
    "comma",
    "colon",
    "past",
    "content",
    "number",
    "pointing",
    "trimmed",
    "key_frequency",
    "dwelt_on",
    "central",
    "edge",
)
FORM_NAMES = (
    *("term", "quantity", "reason", "consequence", "instructed", "explain", "extended", "paired", "steps"),
    *("false_should", "false_affirmed", "false_opposite", "false_quantity", "false_swapped"),
    *("complete_quantity", "complete", "said_of", "thing", "true_condition", "true_reason", "should"),
    *("gap_quantity", "gap", "true", "true_turned"),
    *("answered", "answered_quantity", "quoted_reason", "quoted_explain", "quoted_consequence"),
    *("either_or", "quoted_name", "quoted_quantity", "quoted_word", "meant", "named"),
)
# Forms of which no drafts were judged yet: what a word means or a thing is called is worth more than whatever word.
_UNJUDGED = {"meant": 0.3, "named": 0.3, "quoted_word": -0.2}
# The worth of a middling draft, and how far one is from it whose odds are e times as good: the scale on which wishes,
# kinds and stretches count (``proposing``).
MIDDLING, PER_LOGIT = 1.3, 0.45
# The first and the last sentences of a recording greet and announce.
_EDGE = 2
_POINTING = frozenset("this that these those it they here there".split())
_WEIGHTS = Path(__file__).with_name("ranking.json")
Array = NDArray[np.float64]


@dataclass(frozen=True)
class _Weights:
    mean: Array
    spread: Array
    weights: Array
    forms: dict[str, float]
    intercept: float


@lru_cache(maxsize=1)
def _weights() -> _Weights:
    told = json.loads(_WEIGHTS.read_text("utf-8"))
    mean, spread, weights = (np.array([told[part][n] for n in NAMES]) for part in ("mean", "spread", "weights"))
    return _Weights(mean, spread, weights, told["forms"], told["intercept"])


def figures(draft: Draft, clause: Clause, talk: Talk) -> Array:
    """The figures of ``NAMES``, shape (figures,)."""
    asked, tokens = draft.item.asked, clause.tokens
    key = " ".join(draft.item.key_texts[:1])
    rarest = min((zipf_frequency(w.strip(".,").lower(), "en") for w in key.split()), default=4.0)
    return np.array(
        [
            "," in asked,
            ":" in clause.text,
            any(t.tag_ == "VBD" for t in tokens),
            sum(is_content(t) for t in tokens),
            any(t.pos_ == "NUM" for t in tokens),
            sum(t.lower_ in _POINTING for t in tokens),
            clause.trimmed_share,
            rarest,
            talk.dwelt_on(clause),
            talk.central[clause.sentence],
            clause.sentence < _EDGE or clause.sentence >= len(talk.docs) - _EDGE,
        ],
        float,
    )


def worth(draft: Draft, clause: Clause, talk: Talk) -> float:
    """A number to sort by, about 0 to 2.5; only its order and its differences mean something."""
    known = _weights()
    odds = float((figures(draft, clause, talk) - known.mean) / known.spread @ known.weights)
    return MIDDLING + PER_LOGIT * (odds + known.forms.get(draft.form, _UNJUDGED.get(draft.form, 0.0)) + known.intercept)
