"""Train the weights of ``segments.titling`` on titles that people gave and report, cross-validated by talk. Needs
scikit-learn.

usage: PYTHONPATH=core/benchmarks python core/training/train_titles.py [--write] [--show] [--reporting]

Each true section of the English development talks and of the unrehearsed ones has a title by whoever made the talk. A
phrase is worth the cosine of its meaning with that title, and more where both share words; of each section the phrase
taken first counts. ``--reporting`` shows the titles that the shipped weights give on the reporting talks.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path

import numpy as np
import talks
from sklearn.linear_model import Ridge
from sklearn.model_selection import GroupKFold

from escuela_core.language.terms import lemmas
from escuela_core.language.vectors import encoder
from escuela_core.segments import titling
from escuela_core.transcripts import Transcript

STRENGTH, FOLDS, SHUFFLES = 5.0, 8, 5
# What all words shared with the title are worth beside the cosine.
SHARED = 0.3


@dataclass(frozen=True)
class Section:
    """``figures`` of its phrases, shape (phrases, titling.NAMES), and what each is ``worth``."""

    talk: str
    title: str
    phrases: list[str]
    figures: np.ndarray
    worth: np.ndarray


def sections(name: str, transcript: Transcript, truth: dict[str, list[dict[str, int | str]]]) -> Iterator[Section]:
    middle = np.array([(s.start_ms + s.end_ms) / 2 for s in transcript.sentences])
    parts = [(str(p["title"]), int(np.searchsorted(middle, int(p["start_ms"])))) for p in truth["sections"]]
    ends = [first for _, first in parts[1:]] + [len(middle)]
    kept = [
        (title, [s.text for s in transcript.sentences[first:end]])
        for (title, first), end in zip(parts, ends, strict=True)
        if first < end
    ]
    rests = titling.rests([own for _, own in kept])
    for (title, own), rest in zip(kept, rests, strict=True):
        phrases = titling.phrases(own)
        if phrases:
            figures = titling.figures(phrases, own, rest)
            yield Section(name, title, [p.text for p in phrases], figures, worth([p.text for p in phrases], title))


def worth(phrases: list[str], title: str) -> np.ndarray:
    [wanted] = encoder().embed([title])
    words = set(lemmas(title, "en"))
    own = [set(lemmas(phrase, "en")) for phrase in phrases]
    shared = [2 * len(words & of) / max(len(words) + len(of), 1) for of in own]
    return np.asarray(encoder().embed(phrases) @ wanted + SHARED * np.array(shared))


def loaded(names: list[str], load: Callable[[str], talks.Talk]) -> list[Section]:
    data = ((name, load(name)) for name in names)
    return [
        s
        for name, talk in data
        if talk.transcript.language == "en"
        for s in sections(name, talk.transcript, talk.truth)
    ]


def fitted(data: list[Section]) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Weights, mean and spread of the figures; each section weighs alike."""
    x = np.vstack([s.figures for s in data])
    mean, spread = x.mean(axis=0), np.maximum(x.std(axis=0), 1e-6)
    y = np.concatenate([s.worth - s.worth.mean() for s in data])
    each = np.concatenate([np.full(len(s.worth), 1 / len(s.worth)) for s in data])
    return Ridge(STRENGTH).fit((x - mean) / spread, y, sample_weight=each).coef_, mean, spread


def order(section: Section, weights: np.ndarray, mean: np.ndarray, spread: np.ndarray) -> np.ndarray:
    return np.argsort(-((section.figures - mean) / spread @ weights))


def main() -> None:
    if "--reporting" in sys.argv:
        weights, mean, spread = titling.learnt()
        unseen = loaded(talks.names(reporting=True), talks.load)
        taken = [s.worth[order(s, weights, mean, spread)[0]] for s in unseen]
        print(f"{len(unseen)} sections of the reporting talks: {np.mean(taken):.3f}")
        return
    data = loaded(talks.names(reporting=False), talks.load) + loaded(talks.spoken_names(), talks.spoken)
    groups = np.array([s.talk for s in data])
    taken, first = [], {}
    for seed in range(SHUFFLES):
        for train, test in GroupKFold(FOLDS, shuffle=True, random_state=seed).split(groups, groups=groups):
            learnt = fitted([data[n] for n in train])
            for n in test:
                first[n] = order(data[n], *learnt)
                taken.append(data[n].worth[first[n][0]])
    best, chance = np.mean([s.worth.max() for s in data]), np.mean([s.worth.mean() for s in data])
    print(f"{len(data)} sections of {len(set(groups))} talks: worth of the phrase taken, cross-validated by talk")
    print(f"  {np.mean(taken):.3f}; the best there is {best:.3f}, one by chance {chance:.3f}")
    if "--show" in sys.argv:
        for n, section in enumerate(data):
            print(f"{section.talk}\t{section.title}\t{' / '.join(section.phrases[m] for m in first[n][:3])}")
    if "--write" in sys.argv:
        told = {
            label: dict(zip(titling.NAMES, np.round(values, 4).tolist(), strict=True))
            for label, values in zip(("weights", "mean", "spread"), fitted(data), strict=True)
        }
        Path(titling.__file__).with_name("titling.json").write_text(json.dumps(told, indent=1) + "\n", "utf-8")


if __name__ == "__main__":
    main()
