"""Train the check's weights on the development talks and report, cross-validated by talk. Needs scikit-learn.

Where ``ESCUELA_JUDGE`` names a judge, its word is among the figures, and the weights are written into its folder.
usage: python core/benchmarks/train_check.py [--write] [--keep FILE.npz]
"""

from __future__ import annotations

import json
import os
import sys
from dataclasses import dataclass
from pathlib import Path

import numpy as np
import talks
from sklearn.linear_model import LogisticRegression
from sklearn.model_selection import GroupKFold

from escuela_core.checking.claims import key_claims, option_claims
from escuela_core.checking.evidence import scores, script_of
from escuela_core.checking.features import NAMES, read_claim
from escuela_core.checking.judge import JUDGE_NAMES, judge
from escuela_core.checking.judging import CLASSES

FIGURES = (*NAMES, *JUDGE_NAMES) if judge() else NAMES
SHIPPED = Path(__file__).parents[1] / "src/escuela_core/checking"
OUT = (Path(os.environ["ESCUELA_JUDGE"]) if judge() else SHIPPED) / "weights.json"
STRENGTH = 0.1
FLIPPED = {"heard": "contradicted", "contradicted": "heard", "not_heard": "not_heard"}


@dataclass(frozen=True)
class Row:
    """One item: the figures of its claim, what the talk says to the claim, and the item's own label."""

    figures: list[float]
    verdict: str
    label: str
    denied: bool
    talk: str
    trap: str


def rows(name: str) -> list[Row]:
    talk = talks.load(name)
    if talk.transcript.language != "en":
        return []
    script = script_of(talk.transcript)
    found = []
    for item in talk.items:
        claim = key_claims(item)[0]
        options = option_claims(item)
        table = scores(script, [claim, *options])
        label = talk.labels[item.id]["verdict"]
        reading = read_claim(script, claim, table[0], options, kind=item.kind)
        verdict = FLIPPED[label] if claim.denied else label
        found.append(
            Row([reading.figures[n] for n in FIGURES], verdict, label, claim.denied, name, talk.labels[item.id]["trap"])
        )
    return found


def items_of(data: list[Row], guess: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """The likelihoods and labels of the items: a claim that its item denies is turned round."""
    denied = np.array([r.denied for r in data])
    turned = guess.copy()
    turned[denied] = guess[denied][:, [1, 0, 2]]
    return turned, np.array([CLASSES.index(r.label) for r in data])


def curve(likely: np.ndarray, labels: np.ndarray) -> str:
    """How many good items pass where so many bad ones are caught, and from which likelihood on."""
    bad, good = np.sort(likely[labels != 0, 0]), likely[labels == 0, 0]
    points = []
    for caught in (0.95, 0.90, 0.85, 0.80):
        at = bad[int(np.ceil(caught * len(bad))) - 1]
        points.append(f"{caught:.0%} caught {np.mean(good > at):.0%} passed (from {at:.2f})")
    return ", ".join(points)


def macro(picked: np.ndarray, labels: np.ndarray) -> tuple[float, list[float]]:
    each = [
        2 * ((picked == c) & (labels == c)).sum() / max(1, (picked == c).sum() + (labels == c).sum()) for c in range(3)
    ]
    return float(np.mean(each)), [round(float(e), 3) for e in each]


def main() -> None:
    data = [row for name in talks.training() for row in rows(name)]
    x = np.array([r.figures for r in data])
    y = np.array([CLASSES.index(r.verdict) for r in data])
    groups = np.array([r.talk for r in data])
    mean, spread = scale(x)
    z = np.nan_to_num((x - mean) / spread)
    guess = np.zeros((len(y), 3))
    for train, test in GroupKFold(8).split(z, y, groups):
        guess[test] = model().fit(z[train], y[train]).predict_proba(z[test])
    likely, labels = items_of(data, guess)
    sys.stdout.write(f"{len(y)} items of {len(set(groups))} talks, cross-validated by talk: ")
    sys.stdout.write(f"macro-F1 {macro(likely.argmax(axis=1), labels)}\n{curve(likely, labels)}\n")
    if "--keep" in sys.argv:
        np.savez(sys.argv[sys.argv.index("--keep") + 1], likely=likely, labels=labels, x=x)
    if "--write" in sys.argv:
        fitted = model().fit(z, y)
        table = {
            "features": list(FIGURES),
            "mean": np.round(mean, 5).tolist(),
            "spread": np.round(spread, 5).tolist(),
            "weights": np.round(fitted.coef_, 4).tolist(),
            "intercept": np.round(fitted.intercept_, 4).tolist(),
        }
        OUT.write_text(json.dumps(table, indent=1) + "\n", "utf-8")


def scale(x: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Mean and spread of each figure, shape (figures,); 0 and 1 for one that nothing says."""
    mean, spread = np.zeros(x.shape[1]), np.ones(x.shape[1])
    told = ~np.isnan(x).all(axis=0)
    mean[told], spread[told] = np.nanmean(x[:, told], axis=0), np.maximum(np.nanstd(x[:, told], axis=0), 1e-6)
    return mean, spread


def model() -> LogisticRegression:
    return LogisticRegression(C=STRENGTH, max_iter=2000, class_weight="balanced")


if __name__ == "__main__":
    main()
