"""Train what is found of items beside their verdict (``checking.chance``) and report, cross-validated by talk.

Options that are right though marked wrong, and twins, on the development talks that label them. The verdicts that the
figures rest on come from models that have not seen the talk. Needs scikit-learn.
usage: PYTHONPATH=core/benchmarks python core/training/train_findings.py [--write]
"""

from __future__ import annotations

import json
import sys
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations
from pathlib import Path

import numpy as np
import talks
import train_check
from sklearn.linear_model import LogisticRegression

from escuela_core.checking import alternatives, twins
from escuela_core.checking.evidence import scores, script_of
from escuela_core.checking.features import Reading, read_claim
from escuela_core.checking.judging import Likelihood, scaled
from escuela_core.checking.mending import Said
from escuela_core.items import Item

FOLDS = 8
STRENGTH = 0.1
OUT = Path(__file__).parents[1] / "src/escuela_core/checking/chances.json"


@dataclass(frozen=True)
class Row:
    """An option or a pair of items: its figures, whether it is one of those sought, and its fold."""

    figures: dict[str, float]
    sought: bool
    fold: int


def likelihood(model: train_check.Model, reading: Reading) -> Likelihood:
    figures = [reading.figures[n] for n in train_check.FIGURES]
    row = train_check.Row(reading.kind, figures, "heard", "heard", denied=False, talk="", trap="", everyday=False)
    return Likelihood(*(float(p) for p in model.told([row])[0]))


def rows(name: str, model: train_check.Model, fold: int) -> tuple[list[Row], list[Row]]:
    """The wrong options of a talk's choices, and the pairs of its items."""
    talk = talks.load(name)
    script = script_of(talk.transcript)
    options: list[Row] = []
    asked: list[tuple[Item, twins.Asked]] = []
    for item in talk.items:
        label = talk.labels[item.id]
        claim, rivals = item.key_claims()[0], item.option_claims()
        table = scores(script, [claim, *rivals])
        key = read_claim(script, claim, table[0], rivals, kind=item.kind)
        asked.append((item, twins.Asked(key, table[0])))
        if item.kind != "choice":
            continue
        said = []
        for rival, row in zip(rivals, table[1:], strict=True):
            others = [claim, *(r for r in rivals if r is not rival)]
            reading = read_claim(script, rival, row, others, kind=item.kind)
            said.append(Said(rival.option or 0, reading, likelihood(model, reading)))
        told = alternatives.figures(script, (key, likelihood(model, key)), said)
        options += [Row(t, s.number in label["also_right"], fold) for t, s in zip(told, said, strict=True)]
    pairs = [
        Row(twins.figures(one, other), talk.labels[a.id]["twin_of"] == b.id, fold)
        for (a, one), (b, other) in combinations(asked, 2)
    ]
    return options, pairs


@dataclass(frozen=True)
class Fitted:
    mean: np.ndarray
    spread: np.ndarray
    model: LogisticRegression

    def told(self, data: Sequence[Row], names: Sequence[str]) -> np.ndarray:
        return np.asarray(self.model.predict_proba(scaled(table(data, names), self.mean, self.spread))[:, 1])


def table(data: Sequence[Row], names: Sequence[str]) -> np.ndarray:
    return np.array([[r.figures[n] for n in names] for r in data])


def fitted(data: Sequence[Row], names: Sequence[str]) -> Fitted:
    x = table(data, names)
    mean, spread = train_check.scale(x)
    model = LogisticRegression(C=STRENGTH, max_iter=3000)
    return Fitted(mean, spread, model.fit(scaled(x, mean, spread), [r.sought for r in data]))


def learnt(code: str, data: Sequence[Row], names: Sequence[str], items: int) -> dict[str, object]:
    """The weights over all of ``data``; prints how many are found at what cost where each fold is told by the rest."""
    likely = np.zeros(len(data))
    folds = np.array([r.fold for r in data])
    for fold in range(FOLDS):
        rest = fitted([r for r in data if r.fold != fold], names)
        if (folds == fold).any():
            likely[folds == fold] = rest.told([r for r in data if r.fold == fold], names)
    sought = np.array([r.sought for r in data])
    sys.stdout.write(f"{code}: {sought.sum()} of {len(sought)}; found, at what number of others an item, from\n")
    for share in (0.4, 0.5, 0.6, 0.7, 0.8):
        least = np.sort(likely[sought])[int((1 - share) * sought.sum())]
        others = (likely >= least) & ~sought
        sys.stdout.write(f"  {share:.0%}  {others.sum() / items:.2f}  {least:.2f}\n")
    whole = fitted(data, names)
    weights = np.round(whole.model.coef_[0], 4)
    for name, weight in zip(names, weights, strict=True):
        sys.stdout.write(f"  {name} {weight}\n")
    return {
        "figures": list(names),
        "mean": np.round(whole.mean, 5).tolist(),
        "spread": np.round(whole.spread, 5).tolist(),
        "weights": weights.tolist(),
        "intercept": round(float(whole.model.intercept_[0]), 4),
    }


def main() -> None:
    given = [n for n in talks.names(reporting=False) if talks.load(n).transcript.language == "en"]
    judged = [row for name in talks.training() for row in train_check.rows(name)]
    fold_of = {name: number % FOLDS for number, name in enumerate(given)}
    models = [train_check.Model([r for r in judged if fold_of.get(r.talk) != fold]) for fold in range(FOLDS)]
    options: list[Row] = []
    pairs: list[Row] = []
    for name, fold in fold_of.items():
        more = rows(name, models[fold], fold)
        options += more[0]
        pairs += more[1]
    choices = sum(i.kind == "choice" for n in given for i in talks.load(n).items)
    found = {
        "also_right": learnt("also_right", options, alternatives.NAMES, choices),
        "twin": learnt("twin", pairs, twins.NAMES, sum(len(talks.load(n).items) for n in given)),
    }
    if "--write" in sys.argv:
        OUT.write_text(json.dumps(found, indent=1) + "\n", "utf-8")


if __name__ == "__main__":
    main()
