"""Train the model of ``language.functions`` and report it, cross-validated by talk. Needs scikit-learn.

usage: PYTHONPATH=core/benchmarks python core/training/train_functions.py [--write]

``functions/labels.txt`` says of each sentence of some talks, by reading, what it does; most are unrehearsed.
"""

from __future__ import annotations

import sys
from pathlib import Path

import numpy as np
import speech_facts
import talks
from sklearn.linear_model import LogisticRegression
from sklearn.metrics import f1_score, roc_auc_score
from sklearn.model_selection import LeaveOneGroupOut

from escuela_core.language import functions
from escuela_core.transcripts import Transcript

LABELS = Path(__file__).parent / "functions" / "labels.txt"
STRENGTH = 0.02


def labelled() -> dict[str, list[str]]:
    """For each talk the function of each of its sentences, by name."""
    lines = [line.split() for line in LABELS.read_text("utf-8").splitlines() if not line.startswith("#")]
    return {name: [functions.LETTERS[c] for c in "".join(groups)] for name, *groups in lines}


def load(name: str) -> Transcript:
    if (speech_facts.FOLDER / name).exists():
        return speech_facts.load(name).transcript
    return talks.load(name).transcript


def main() -> None:
    figures, told, names = [], [], []
    for name, labels in labelled().items():
        transcript = load(name)
        if not transcript.language.startswith("en"):
            continue
        found = functions.figures([s.text for s in transcript.sentences])
        assert len(found) == len(labels), f"{name}: {len(found)} sentences, {len(labels)} labels"
        figures.append(found)
        told += labels
        names += [name] * len(labels)
    rows, answers, groups = np.concatenate(figures), np.array(told), np.array(names)
    mean, spread = rows.mean(axis=0), rows.std(axis=0) + 1e-6
    rows = (rows - mean) / spread
    model = LogisticRegression(C=STRENGTH, max_iter=2000)
    guessed, worth = np.empty_like(answers), np.zeros(len(answers))
    for train, test in LeaveOneGroupOut().split(rows, answers, groups):
        model.fit(rows[train], answers[train])
        guessed[test] = model.predict(rows[test])
        worth[test] = model.predict_proba(rows[test])[:, [c in functions.TEACHES for c in model.classes_]].sum(axis=1)
    teaches = np.array([a in functions.TEACHES for a in answers])
    print(f"{len(answers)} sentences of {len(set(names))} talks, each talk judged by a model that has not seen it")
    print(f"one of {len(set(told))} functions right: {np.mean(guessed == answers):.2f}")
    print(f"macro-F1: {f1_score(answers, guessed, average='macro', zero_division=0):.2f}")
    print(f"teaches or not, area under the curve: {roc_auc_score(teaches, worth):.3f}")
    for bar in (0.2, 0.3, 0.4, 0.5):
        kept = worth >= bar
        print(
            f"  from {bar}: keeps {np.mean(kept[teaches]):.2f} of what teaches, "
            f"{np.mean(kept[~teaches]):.2f} of the rest"
        )
    if "--write" in sys.argv:
        model.fit(rows, answers)
        functions.store(mean, spread, model.coef_, model.intercept_, list(model.classes_))


if __name__ == "__main__":
    main()
