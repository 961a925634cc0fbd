"""Train the check's weights on the development talks' everyday items and exam, and report, cross-validated by talk.

Needs scikit-learn. Within each kind of item every verdict weighs as much as the others: a model that has learnt that
most statements are false has learnt the exam, not the talk.

Where ``ESCUELA_JUDGE`` names a judge, its word is among the figures, and the weights are written into its folder.
usage: PYTHONPATH=core/benchmarks python core/training/train_check.py [--write] [--keep FILE.npz]
"""

from __future__ import annotations

import json
import os
import sys
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path

import numpy as np
import talks
from sklearn.linear_model import LogisticRegression
from sklearn.model_selection import GroupKFold

from escuela_core.checking.evidence import scores, script_of
from escuela_core.checking.features import NAMES, read_claim
from escuela_core.checking.judge import JUDGE_NAMES, judge
from escuela_core.checking.judging import CLASSES, SHARED, scaled

FIGURES = (*NAMES, *JUDGE_NAMES) if judge() else NAMES
SHIPPED = Path(__file__).parents[1] / "src/escuela_core/checking"
OUT = (Path(os.environ["ESCUELA_JUDGE"]) if judge() else SHIPPED) / "weights.json"
STRENGTH = 0.05
# How far what a figure counts for one kind of item may differ from what it counts for all.
APART = 0.5
FLIPPED = {"heard": "contradicted", "contradicted": "heard", "not_heard": "not_heard"}


@dataclass(frozen=True)
class Row:
    """One item: the figures of its claim, what the talk says to the claim, and the item's own label."""

    kind: str
    figures: list[float]
    verdict: str
    label: str
    denied: bool
    talk: str
    trap: str
    everyday: bool


def rows(name: str) -> list[Row]:
    """The exam of a talk, and its everyday items where there are some; none of a talk in another language."""
    found = _rows(talks.load(name), everyday=False)
    if found and name not in talks.own():
        found += _rows(talks.everyday(name), everyday=True)
    return found


def _rows(talk: talks.Talk, *, everyday: bool) -> list[Row]:
    if talk.transcript.language != "en":
        return []
    script = script_of(talk.transcript)
    found = []
    for item in talk.items:
        claim = item.key_claims()[0]
        options = item.option_claims()
        table = scores(script, [claim, *options])
        label = talk.labels[item.id]["verdict"]
        reading = read_claim(script, claim, table[0], options, kind=item.kind)
        verdict = FLIPPED[label] if claim.denied else label
        found.append(
            Row(
                item.kind,
                [reading.figures[n] for n in FIGURES],
                verdict,
                label,
                claim.denied,
                talk.name,
                talk.labels[item.id]["trap"],
                everyday,
            )
        )
    return found


def parts(data: list[Row]) -> list[tuple[str, np.ndarray]]:
    """Which rows are everyday items and which the exam, each with its title."""
    everyday = np.array([r.everyday for r in data])
    return [("everyday items", everyday), ("the exam", ~everyday)]


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
    groups = np.array([r.talk for r in data])
    guess = np.zeros((len(data), 3))
    for train, test in GroupKFold(8).split(x, groups=groups):
        fitted = Model([data[n] for n in train])
        guess[test] = fitted.told([data[n] for n in test])
    likely, labels = items_of(data, guess)
    sys.stdout.write(f"{len(data)} items of {len(set(groups))} talks, cross-validated by talk\n")
    for title, part in parts(data):
        told = f"macro-F1 {macro(likely[part].argmax(axis=1), labels[part])}\n{curve(likely[part], labels[part])}"
        sys.stdout.write(f"{title}: {told}\n")
    if "--keep" in sys.argv:
        np.savez(sys.argv[sys.argv.index("--keep") + 1], likely=likely, labels=labels, x=x)
    if "--write" in sys.argv:
        fitted = Model(data)
        table = {
            "features": list(FIGURES),
            "mean": np.round(fitted.mean, 5).tolist(),
            "spread": np.round(fitted.spread, 5).tolist(),
            "weights": {kind: np.round(weights, 4).tolist() for kind, weights in fitted.tables().items()},
            "intercept": np.round(fitted.intercept, 4).tolist(),
        }
        OUT.write_text(json.dumps(table, indent=1) + "\n", "utf-8")


class Model:
    """Logistic regression in which each figure counts once for all kinds of items and once more, by less, for its own:
    what kinds share is learnt from all of them (Daumé III 2007). ``columns`` names the figures that are used.
    """

    def __init__(self, data: list[Row], columns: Sequence[int] | None = None) -> None:
        self._columns = list(range(len(FIGURES))) if columns is None else list(columns)
        self._kinds = sorted({r.kind for r in data})
        self.mean, self.spread = scale(self._taken(data))
        self._model = LogisticRegression(C=STRENGTH, max_iter=3000)
        verdicts = [CLASSES.index(r.verdict) for r in data]
        self._model.fit(self._figures(data), verdicts, sample_weight=evenly(data))

    def told(self, data: list[Row]) -> np.ndarray:
        """How likely each verdict on each claim is, shape (claims, classes)."""
        return np.asarray(self._model.predict_proba(self._figures(data)))

    @property
    def intercept(self) -> np.ndarray:
        return np.asarray(self._model.intercept_)

    def tables(self) -> dict[str, np.ndarray]:
        """What each figure counts, shape (classes, figures), for all kinds and for each."""
        shared, *own = np.split(self._model.coef_, len(self._kinds) + 1, axis=1)
        return {SHARED: shared} | {k: shared + APART * more for k, more in zip(self._kinds, own, strict=True)}

    def _taken(self, data: list[Row]) -> np.ndarray:
        return np.array([r.figures for r in data])[:, self._columns]

    def _figures(self, data: list[Row]) -> np.ndarray:
        z = scaled(self._taken(data), self.mean, self.spread)
        kinds = np.array([r.kind for r in data])[:, None]
        return np.hstack([z, *(APART * z * (kinds == kind) for kind in self._kinds)])


def evenly(data: list[Row]) -> np.ndarray:
    """The weight of each row: within a kind of item every verdict weighs alike, and a kind as much as it has rows."""
    rows_of, kinds = Counter((r.kind, r.verdict) for r in data), Counter(r.kind for r in data)
    return np.array([kinds[r.kind] / (len(CLASSES) * rows_of[r.kind, r.verdict]) for r in data])


def scale(x: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Mean and spread of each figure, shape (figures,); 0 and 1 for one that nothing says."""
    mean, spread = np.zeros(x.shape[1]), np.ones(x.shape[1])
    told = ~np.isnan(x).all(axis=0)
    mean[told], spread[told] = np.nanmean(x[:, told], axis=0), np.maximum(np.nanstd(x[:, told], axis=0), 1e-6)
    return mean, spread


if __name__ == "__main__":
    main()
