"""The card of the check's model: how it was trained, how sure its word is, what each group of figures adds.

usage: PYTHONPATH=core/benchmarks python core/training/check_model.py > docs/check-model.md     (needs scikit-learn)
"""

from __future__ import annotations

import platform
import sys
from collections import defaultdict

import numpy as np
import sklearn
import talks
from train_check import APART, FIGURES, STRENGTH, Model, Row, curve, items_of, macro, parts, rows

from escuela_core.checking.judge import JUDGE_NAMES
from escuela_core.checking.judging import DENIED_FROM, DOUBTED_BELOW, HEARD_FROM, STATEMENT_FROM, stated

FOLDS = 8
GROUPS = {
    "meaning (vectors)": ("meaning", "meaning_around", "answer_meaning", "given_meaning"),
    "words backed": ("answer_words", "answer_backed", "given_backed_best", "given_unseen", "answer_missing_best"),
    "what tells the key from the options": ("margin_words", "telling_backed", "slot_nearest"),
    "words aligned in their context": ("answer_aligned", "rival_aligned", "answer_apart"),
    "numbers": ("quantity_same", "number_here", "number_near", "number_best", "number_anywhere", "number_rival"),
    "opposites and roles": ("opposite_clashing", "role_same"),
    "denied or set aside": ("slot_refused", "slot_rival_refused"),
    "kind of item": ("is_statement", "is_open"),
    "the judge": JUDGE_NAMES,
}


def folds(data: list[Row], shown: int | None = None) -> tuple[np.ndarray, list[tuple[np.ndarray, np.ndarray]]]:
    """Talks dealt into folds; ``shown`` keeps only so many talks for training in each."""
    names = sorted({r.talk for r in data})
    talk = np.array([names.index(r.talk) for r in data])
    cuts = []
    for fold in range(FOLDS):
        left_out = talk % FOLDS == fold
        others = [n for n in range(len(names)) if n % FOLDS != fold][:shown]
        cuts.append((np.where(np.isin(talk, others))[0], np.where(left_out)[0]))
    return talk, cuts


def guessed(data: list[Row], columns: list[int], shown: int | None = None) -> np.ndarray:
    """The likelihoods of each claim by a model that has not seen its talk, shape (claims, 3)."""
    guess = np.zeros((len(data), 3))
    for train, test in folds(data, shown)[1]:
        guess[test] = Model([data[n] for n in train], columns).told([data[n] for n in test])
    return guess


def line(name: str, likely: np.ndarray, labels: np.ndarray) -> str:
    f1, each = macro(likely.argmax(axis=1), labels)
    truth = np.eye(3)[labels]
    brier = float(((likely - truth) ** 2).sum(axis=1).mean())
    loss = float(-np.log(np.maximum(likely[np.arange(len(labels)), labels], 1e-9)).mean())
    cells = " | ".join(f"{e:.2f}" for e in each)
    return f"| {name} | {f1:.3f} | {cells} | {brier:.3f} | {loss:.3f} |"


def reliability(likely: np.ndarray, labels: np.ndarray) -> list[str]:
    told = np.array([stated(heard) for heard in likely[:, 0]])
    brier = np.mean((told - (labels == 0)) ** 2)
    lines = [f"Brier score of the likelihood as it is said {brier:.3f}.\n"]
    lines += ["| said to be right | items | mean likelihood | really right |", "|---|---|---|---|"]
    for low in np.arange(0, 1, 0.1):
        inside = (told >= low) & (told < low + 0.1 + 1e-9 * (low > 0.85))
        if inside.any():
            right = (labels[inside] == 0).mean()
            lines.append(f"| {low:.1f} to {low + 0.1:.1f} | {inside.sum()} | {told[inside].mean():.2f} | {right:.2f} |")
    return lines


def bar(row: Row) -> float:
    """From how likely on an item passes; whether a clash can be named is not looked at here."""
    statement = DENIED_FROM if row.denied else STATEMENT_FROM
    return statement if row.kind == "true_false" else HEARD_FROM


def traps(data: list[Row], likely: np.ndarray, labels: np.ndarray) -> list[str]:
    """Of the wrong items of each trap how many are not passed, and of the right ones how many are."""
    kinds: dict[str, list[tuple[bool, bool]]] = defaultdict(list)
    for row, told, label in zip(data, likely[:, 0], labels, strict=True):
        kinds[row.trap].append((label == 0, told >= bar(row)))
    lines = ["| trap | wrong items caught | right items passed |", "|---|---|---|"]
    for trap, seen in sorted(kinds.items()):
        wrong, right = [p for good, p in seen if not good], [p for good, p in seen if good]
        caught = f"{len(wrong) - sum(wrong)} of {len(wrong)}" if wrong else ""
        lines.append(f"| {trap} | {caught} | {f'{sum(right)} of {len(right)}' if right else ''} |")
    return lines


def main() -> None:
    data = [row for name in talks.training() for row in rows(name)]
    every = list(range(len(FIGURES)))
    likely, labels = items_of(data, guessed(data, every))
    head = "| | macro-F1 | heard | contradicted | not heard | Brier | log loss |\n|---|---|---|---|---|---|---|"
    say = [
        "# The check's model",
        "",
        f"A multinomial logistic model (L2, C = {STRENGTH}, within each kind of item every verdict weighing alike) "
        f"over {len(FIGURES)} figures, each "
        f"counted once for all kinds of items and once more, times {APART}, for its own (Daumé III 2007), "
        f"trained on the {len({r.talk for r in data})} English talks that are not for reporting, six of them our own "
        f"({len(data)} items, {sum(r.everyday for r in data)} of them everyday ones), by "
        "`python core/training/train_check.py --write`; no randomness. The weights are "
        "`core/src/escuela_core/checking/weights.json`. This card is written by `core/training/check_model.py` "
        f"(scikit-learn {sklearn.__version__}, numpy {np.__version__}, Python {platform.python_version()}). Every "
        f"figure here is cross-validated by talk in {FOLDS} folds; those on talks that nothing was tuned on are in "
        "`benchmarks.md`.",
        "",
        f"A key is taken as heard from {HEARD_FROM} on, a statement marked true from {STATEMENT_FROM}, one marked "
        f"false from {DENIED_FROM} (from {HEARD_FROM} where the clash can be named), and as contradicted or not heard "
        f"below {DOUBTED_BELOW}.",
        "",
        *(f"Catching and passing, {title}: {curve(likely[part], labels[part])}.\n" for title, part in parts(data)),
        "## Each group of figures left out",
        "",
        head,
        line("all", likely, labels),
    ]
    for name, group in GROUPS.items():
        kept = [n for n in every if FIGURES[n] not in group]
        if kept == every:
            continue
        say.append(line(f"without {name}", *items_of(data, guessed(data, kept))))
    say += ["", "## By number of talks to learn from", "", head]
    for shown in (3, 6, 10, 14, 19):
        say.append(line(f"{shown} talks", *items_of(data, guessed(data, every, shown))))
    for title, part in parts(data):
        some = [r for r, inside in zip(data, part, strict=True) if inside]
        say += ["", f"## Is it as sure as it says, {title}", "", *reliability(likely[part], labels[part])]
        say += ["", f"## By trap, {title}", "", *traps(some, likely[part], labels[part]), ""]
    sys.stdout.write("\n".join(say))


if __name__ == "__main__":
    main()
