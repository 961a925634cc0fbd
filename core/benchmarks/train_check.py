"""Train the check's weights on the 24 development talks and report, cross-validated by talk. Needs scikit-learn.

usage: python core/benchmarks/train_check.py [--write]
"""

from __future__ import annotations

import json
import sys
from pathlib import Path

import numpy as np
import talks
from sklearn.linear_model import LogisticRegression
from sklearn.model_selection import GroupKFold

from escuela_core.checking.claims import key_claims, option_claims
from escuela_core.checking.evidence import scores, script_of
from escuela_core.checking.features import NAMES, read_claim
from escuela_core.checking.judging import CLASSES

OUT = Path(__file__).parents[1] / "src/escuela_core/checking/weights.json"
FLIPPED = {"heard": "contradicted", "contradicted": "heard", "not_heard": "not_heard"}


def rows(name: str) -> list[tuple[list[float], str, str]]:
    talk = talks.load(name)
    if talk.transcript.language != "en":
        return []
    script = script_of(talk.transcript)
    found = []
    for item in talk.items:
        claim = key_claims(item)[0]
        options = option_claims(item)
        table = scores(script, [claim, *options])
        label = talk.labels[item.id]
        verdict = FLIPPED[label["verdict"]] if claim.denied else label["verdict"]
        reading = read_claim(script, claim, table[0], options, kind=item.kind)
        found.append(([reading.figures[n] for n in NAMES], verdict, name))
    return found


def main() -> None:
    data = [row for name in talks.names(reporting=False) for row in rows(name)]
    x = np.array([r[0] for r in data])
    y = np.array([CLASSES.index(r[1]) for r in data])
    groups = np.array([r[2] for r in data])
    mean, spread = x.mean(axis=0), np.maximum(x.std(axis=0), 1e-6)
    z = (x - mean) / spread
    guess = np.zeros((len(y), 3))
    for train, test in GroupKFold(8).split(z, y, groups):
        model = LogisticRegression(C=0.1, max_iter=2000, class_weight="balanced").fit(z[train], y[train])
        guess[test] = model.predict_proba(z[test])
    picked = guess.argmax(axis=1)
    f1 = []
    for c in range(3):
        hit = ((picked == c) & (y == c)).sum()
        f1.append(2 * hit / max(1, (picked == c).sum() + (y == c).sum()))
    sys.stdout.write(
        f"{len(y)} claims, F1 {dict(zip(CLASSES, np.round(f1, 3), strict=True))}, macro {np.mean(f1):.3f}\n"
    )
    if "--write" in sys.argv:
        model = LogisticRegression(C=0.1, max_iter=2000, class_weight="balanced").fit(z, y)
        OUT.write_text(
            json.dumps(
                {
                    "features": list(NAMES),
                    "mean": np.round(mean, 5).tolist(),
                    "spread": np.round(spread, 5).tolist(),
                    "weights": np.round(model.coef_, 4).tolist(),
                    "intercept": np.round(model.intercept_, 4).tolist(),
                },
                indent=1,
            )
            + "\n",
            "utf-8",
        )


if __name__ == "__main__":
    main()
