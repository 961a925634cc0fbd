"""Train the weights of ``writing.ranking`` on judged drafts and report, cross-validated by talk. Needs scikit-learn.

usage: PYTHONPATH=core/benchmarks python core/training/train_ranking.py [--write]

``written/drafts.tsv`` has drafts of the development talks drawn by chance, each form as often as there are enough of
it, judged by reading beside their sentences; ``speech/drafts.tsv`` those of unrehearsed talks that the check bore out;
``written/judged.tsv`` what the writer offered first on other talks.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass
from pathlib import Path

import numpy as np
import speech_facts
import talks
import writing
from sklearn.linear_model import LogisticRegression
from sklearn.metrics import roc_auc_score
from sklearn.model_selection import GroupKFold

from escuela_core.transcripts import Transcript
from escuela_core.writing import ranking
from escuela_core.writing.forms import drafts
from escuela_core.writing.talk import talk_of

# The ridge, and how much further a form's own weight may go than that of another figure.
STRENGTH, FORM_REACH = 0.03, 2.0
FOLDS, SHUFFLES = 10, 5
Judged = dict[tuple[str, str], bool]


@dataclass(frozen=True)
class Row:
    talk: str
    form: str
    figures: np.ndarray
    worth: float
    usable: bool


def rows(names: Iterable[str], load: Callable[[str], Transcript], judged: Judged) -> Iterator[Row]:
    for name in names:
        transcript = load(name)
        if transcript.language != "en":
            continue
        talk, left = talk_of(transcript.sentences), dict(judged)
        for clause, draft in drafts(talk, 0):
            usable = left.pop((name, writing.shown(draft.item)), None)
            if usable is not None:
                figures = ranking.figures(draft, clause, talk)
                yield Row(name, draft.form, figures, ranking.worth(draft, clause, talk), usable)


def judged(folder: Path) -> Judged:
    lines = (folder / "drafts.tsv").read_text("utf-8").splitlines()
    parts = [line.split("\t") for line in lines if not line.startswith("#")]
    return {(name, text): usable == "1" for name, text, usable in parts}


def main() -> None:
    offered = {key: use == "usable" for key, (_, use) in writing.judgements().items()}
    data = [
        *rows(talks.names(reporting=False), lambda n: talks.load(n).transcript, judged(writing.FOLDER)),
        *rows(speech_facts.names(), lambda n: speech_facts.load(n).transcript, judged(speech_facts.FOLDER)),
        *rows(writing.names(), writing.talk, offered),
    ]
    x, mean, spread = table(data)
    y, groups = np.array([r.usable for r in data]), np.array([r.talk for r in data])
    drawn = np.isin(groups, talks.names(reporting=False))
    guess = np.mean([cross_validated(x, y, groups, seed) for seed in range(SHUFFLES)], axis=0)
    now = np.array([r.worth for r in data])
    for label, part in (("all", drawn | True), ("drawn by chance", drawn), ("offered first", ~drawn)):
        areas = [roc_auc_score(y[part], told[part]) for told in (guess, now)]
        print(f"{label}: {part.sum()} drafts, {y[part].mean():.0%} usable; area under the curve cross-validated")
        print(f"  {areas[0]:.2f}, with the weights of now {areas[1]:.2f}")
    if "--write" in sys.argv:
        fitted = model().fit(x, y)
        own, forms = np.split(fitted.coef_[0], [len(ranking.NAMES)])
        told = {
            "mean": named(mean),
            "spread": named(spread),
            "weights": named(own),
            "forms": dict(zip(ranking.FORM_NAMES, np.round(forms * FORM_REACH, 4).tolist(), strict=True)),
            "intercept": round(float(fitted.intercept_[0]), 4),
        }
        Path(ranking.__file__).with_name("ranking.json").write_text(json.dumps(told, indent=1) + "\n", "utf-8")


def named(values: np.ndarray) -> dict[str, float]:
    return dict(zip(ranking.NAMES, np.round(values, 4).tolist(), strict=True))


def table(data: list[Row]) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """The figures, scaled, and the forms, shape (rows, figures + forms); mean and spread of the figures."""
    figures = np.array([r.figures for r in data])
    mean, spread = figures.mean(axis=0), np.maximum(figures.std(axis=0), 1e-6)
    forms = np.array([[FORM_REACH * (r.form == name) for name in ranking.FORM_NAMES] for r in data])
    return np.hstack([(figures - mean) / spread, forms]), mean, spread


def cross_validated(x: np.ndarray, y: np.ndarray, groups: np.ndarray, seed: int) -> np.ndarray:
    guess = np.zeros(len(y))
    for train, test in GroupKFold(FOLDS, shuffle=True, random_state=seed).split(x, y, groups):
        guess[test] = model().fit(x[train], y[train]).decision_function(x[test])
    return guess


def model() -> LogisticRegression:
    return LogisticRegression(C=STRENGTH, max_iter=2000)


if __name__ == "__main__":
    main()
