"""From figures to how likely each verdict is: a multinomial logistic model whose weights are a small JSON file.

The weights come from ``core/training/train_check.py`` on the development talks. Rules stand above the model: a
clashing quantity in the evidence's own sentence is never ``heard``, and ``contradicted`` needs a clash to name.
"""

from __future__ import annotations

import json
import math
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from escuela_core.checking.features import Reading
from escuela_core.checking.judge import judge
from escuela_core.language.languages import language_of

Row = NDArray[np.float64]
CLASSES = ("heard", "contradicted", "not_heard")
# The name of the weights that all kinds of items share.
SHARED = "shared"
# So many spreads from the mean a figure counts at most: hardly any labelled claim is the talk's own words, and what
# lies beyond the claims that the model has seen is not to be read off a straight line.
FURTHEST = 2.5
# Chosen on the everyday items of the development talks, cross-validated by talk: from where on the key is taken as said
# (80 % of the wrong ones stopped, 60 % of the right ones confirmed, before the rules), and below which it
# is taken as contradicted or not said, whichever is likelier, as it is where one of these is likelier than heard.
# Between the two nothing can be told.
HEARD_FROM = 0.5
# A statement taken as true is the claim that the model trusts least: from here on 85 of 100 wrong ones are caught.
# One marked false passes from ``HEARD_FROM`` on where the clash can be named, and from here on where it cannot.
STATEMENT_FROM, DENIED_FROM = 0.42, 0.55
# In Spanish the figures of grammar are missing; at this 86 % of the bad items of four Spanish talks are caught, none of
# which it was trained on, and 36 % of the good ones passed.
HEARD_FROM_SPANISH = 0.65
DOUBTED_BELOW = 0.4
# Added to the log odds before they are said, so that of the everyday items said to be right with 70 % some 70 % are
# (development talks, cross-validated by talk: ``core/training/check_model.py``).
MORE_ARE_RIGHT = 1.2


@dataclass(frozen=True, slots=True)
class Likelihood:
    """How likely the talk says, contradicts, or does not speak to a claim; the three sum to 1."""

    heard: float
    contradicted: float
    not_heard: float


# Where nothing is known.
EVEN = Likelihood(1 / 3, 1 / 3, 1 / 3)
# What the talk says in the very words needs no model.
QUOTED = Likelihood(0.95, 0.03, 0.02)


def judged(language: str) -> bool:
    """Whether the model's word is worth something in ``language``: where its words can be aligned."""
    return language_of(language).has_word_vectors


def heard_from(reading: Reading, *, clashes: bool) -> float:
    """From how likely on an item is taken as heard; ``clashes``: whether the talk is known to clash with its claim."""
    if language_of(reading.claim.language).code != "en":
        return HEARD_FROM_SPANISH
    if reading.claim.denied and not clashes:
        return DENIED_FROM
    return STATEMENT_FROM if reading.kind == "true_false" and not reading.claim.denied else HEARD_FROM


@dataclass(frozen=True)
class _Weights:
    """What each figure counts for a kind of item, shape (classes, figures), and the scale it is put on first."""

    names: tuple[str, ...]
    mean: Row
    spread: Row
    tables: dict[str, Row]
    intercept: Row

    def table(self, kind: str) -> Row:
        """Kinds that the model was not trained on go by what all kinds share."""
        return self.tables.get(kind, self.tables[SHARED])


@lru_cache(maxsize=1)
def _weights() -> _Weights:
    """The shipped weights, or those that were trained with the judge that is in force."""
    stronger = judge()
    trained = stronger.weights if stronger is not None else None
    data = json.loads((trained or Path(__file__).parent / "weights.json").read_text(encoding="utf-8"))
    mean, spread, intercept = (np.array(data[k], float) for k in ("mean", "spread", "intercept"))
    tables = {kind: np.array(table, float) for kind, table in data["weights"].items()}
    return _Weights(tuple(data["features"]), mean, spread, tables, intercept)


def likelihood(reading: Reading) -> Likelihood:
    """The model's word on one claim as stated (a denied statement is turned round by the caller)."""
    if reading.quoted:
        return QUOTED
    of = _weights()
    figures = scaled(np.array([reading.figures[name] for name in of.names]), of.mean, of.spread)
    logits = of.table(reading.kind) @ figures + of.intercept
    powers = np.exp(logits - logits.max())
    heard, contradicted, not_heard = (float(p) for p in powers / powers.sum())
    if reading.facts.quantity.outcome == "clashing":
        moved = heard * 0.8
        heard, contradicted = heard - moved, contradicted + moved
    return Likelihood(heard, contradicted, not_heard)


def stated(heard: float) -> float:
    """How likely an item is right, as it is said: the model weighs its classes evenly, and more items are right."""
    odds = math.exp(MORE_ARE_RIGHT) * heard / max(1e-9, 1 - heard)
    return odds / (1 + odds)


def scaled(figures: Row, mean: Row, spread: Row) -> Row:
    """Figures as the model takes them: what does not apply speaks neither way, and none speaks louder than those that
    are often seen; shape (..., figures)."""
    return np.clip(np.nan_to_num((figures - mean) / spread), -FURTHEST, FURTHEST)


def turned(likely: Likelihood) -> Likelihood:
    """The same for the opposite statement."""
    return Likelihood(likely.contradicted, likely.heard, likely.not_heard)
