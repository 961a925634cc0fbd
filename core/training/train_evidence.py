"""Learn how the sentences nearest to a claim are ranked (``checking.ranking``) and report, cross-validated by talk.

A logistic ranking (Joachims 2002): of each labelled sentence and each other one of the nearest, which is the right one.
Prints the weights as shares of the score's own. Needs scikit-learn.
usage: PYTHONPATH=core/benchmarks python core/training/train_evidence.py
"""

from __future__ import annotations

import sys
from dataclasses import dataclass

import numpy as np
import talks
from sklearn.linear_model import LogisticRegression
from sklearn.model_selection import GroupKFold

from escuela_core.checking.comparing.aligned import Alignment
from escuela_core.checking.evidence import best, scores, script_of
from escuela_core.checking.ranking import LOOKED_AT, WEIGHTS, figures


@dataclass(frozen=True)
class Looked:
    """The nearest sentences of one item: their figures, shape (sentences, figures), and which are the labelled ones."""

    talk: str
    figures: np.ndarray
    is_right: np.ndarray


def rows(name: str) -> list[Looked]:
    talk = talks.load(name)
    if talk.transcript.language != "en":
        return []
    script = script_of(talk.transcript)
    found = []
    for item in talk.items:
        wanted = talk.labels[item.id]["evidence"]
        if not wanted:
            continue
        claim, rivals = item.key_claims()[0], item.option_claims()
        row = scores(script, [claim])[0]
        among = best(row, LOOKED_AT)
        spans = [talk.transcript.sentences[n] for n in among]
        right = np.array([talks.at_true_sentence(talk, s.start_ms, s.end_ms, wanted) for s in spans])
        told = figures(Alignment(script, claim, rivals, among), row, among)
        found.append(Looked(name, told, right))
    return found


def fitted(data: list[Looked]) -> np.ndarray:
    """The weight of each figure, shape (figures,)."""
    pairs = [one.figures[n] - one.figures[~one.is_right] for one in data for n in np.flatnonzero(one.is_right)]
    differences = np.vstack(pairs)
    spread = np.vstack([one.figures for one in data]).std(axis=0)
    x = np.vstack([differences, -differences]) / spread
    y = np.repeat([1, 0], len(differences))
    model = LogisticRegression(fit_intercept=False, max_iter=2000).fit(x, y)
    return np.asarray(model.coef_[0] / spread)


def found_first(data: list[Looked], weights: np.ndarray, count: int = 1) -> list[bool]:
    """Whether a labelled sentence is among the first ``count``."""
    return [bool(one.is_right[np.argsort(-(one.figures @ weights), kind="stable")[:count]].any()) for one in data]


def main() -> None:
    data = [one for name in talks.training() for one in rows(name)]
    groups = [one.talk for one in data]
    alone = np.array([float(name == "score") for name in WEIGHTS])
    first, third = [], []
    for train, test in GroupKFold(8).split(data, groups=groups):
        weights = fitted([data[n] for n in train])
        first += found_first([data[n] for n in test], weights)
        third += found_first([data[n] for n in test], weights, 3)
    sys.stdout.write(
        f"{len(data)} items: in first place {np.mean(first):.1%}, in the first three {np.mean(third):.1%}; by the "
        f"score alone {np.mean(found_first(data, alone)):.1%}, as shipped "
        f"{np.mean(found_first(data, np.array(list(WEIGHTS.values())))):.1%}\n"
    )
    weights = fitted(data)
    for name, weight in zip(WEIGHTS, weights / weights[0], strict=True):
        sys.stdout.write(f"{name} {weight:.3f}\n")


if __name__ == "__main__":
    main()
