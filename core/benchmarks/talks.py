"""The labelled talks: which report and which develop, and how one is loaded.

Those in ``talks`` were given, with captions and true times. Those in ``labelled`` are our own, one text file each: the
sentences, one a line, and the items, one a line as ``kind|verdict|trap|sentences|prompt|key``, kind and verdict by
their first letters, the sentences counted from 1. Options are parted by bars, and the one marked right has a star.
"""

from __future__ import annotations

import json
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from escuela_core.items import Item, items_from_json
from escuela_core.transcripts import Sentence, Transcript, Word, read_captions

FOLDER = Path(__file__).parent / "talks"
OWN = Path(__file__).parent / "labelled"
SPEECH = Path(__file__).parent / "speech"
VERDICTS = {"H": "heard", "C": "contradicted", "N": "not_heard"}
WORD_MS, GAP_MS = 300, 500
# These twelve are for reporting only: nothing is tuned, trained or looked at on them.
REPORTING = (
    "ice-floats soap-works sharp-knife floor-plan hill-railway first-coins three-averages bar-chart "
    "food-label short-talk reloj-sol ferry-crew"
).split()


@dataclass(frozen=True)
class Talk:
    name: str
    transcript: Transcript
    items: list[Item]
    labels: dict[str, Any]
    truth: dict[str, Any]


def names(*, reporting: bool) -> list[str]:
    every = sorted(p.parent.name for p in FOLDER.glob("*/talk.json"))
    return [n for n in every if (n in REPORTING) == reporting]


def own() -> list[str]:
    return sorted(p.stem for p in OWN.glob("*.txt"))


def spoken_names() -> list[str]:
    return sorted(p.parent.name for p in SPEECH.glob("*/everyday.txt"))


def training() -> list[str]:
    return [*names(reporting=False), *own()]


def load(name: str, *, captions: str = "captions.vtt", items: str = "items", labels: str = "labels") -> Talk:
    """One talk; ``natural.items`` with ``natural.labels`` are the everyday items, the others the exam."""
    if (OWN / f"{name}.txt").exists():
        return _own(name)
    folder = FOLDER / name
    transcript, truth = recorded(folder, captions)
    asked, told = (json.loads((folder / f"{part}.json").read_text("utf-8")) for part in (items, labels))
    return Talk(name, transcript, items_from_json(asked), told, truth)


def everyday(name: str) -> Talk:
    """One talk with its everyday items."""
    return load(name, items="natural.items", labels="natural.labels")


def recorded(folder: Path, captions: str) -> tuple[Transcript, dict[str, Any]]:
    """What is said in the talk of a folder, by one of its captions, and the true times."""
    about, truth = (json.loads((folder / f"{part}.json").read_text("utf-8")) for part in ("talk", "truth"))
    said = (folder / captions).read_bytes()
    return read_captions(said, language=about["language"], duration_ms=truth["duration_ms"]), truth


def spoken(name: str, *, captions: str = "captions.vtt") -> Talk:
    """An unrehearsed talk of ``speech`` with its everyday items, whose sentences count from 0 as in its facts."""
    folder = SPEECH / name
    transcript, truth = recorded(folder, captions)
    return Talk(name, transcript, *_asked((folder / "everyday.txt").read_text("utf-8"), first=0), truth)


def at_true_sentence(talk: Talk, start_ms: int, end_ms: int, wanted: list[int]) -> bool:
    """Whether a stretch overlaps one of the labelled sentences by more than half of either."""
    rows = [talk.truth["sentences"][i] for i in wanted]
    overlaps = [min(end_ms, r["end_ms"]) - max(start_ms, r["start_ms"]) for r in rows]
    shortest = [min(end_ms - start_ms, r["end_ms"] - r["start_ms"]) for r in rows]
    return any(o > s / 2 for o, s in zip(overlaps, shortest, strict=True))


def _own(name: str) -> Talk:
    head, spoken, asked = (OWN / f"{name}.txt").read_text("utf-8").strip().split("\n\n")
    about = dict(line.split(": ", 1) for line in head.splitlines())
    sentences: list[Sentence] = []
    now = GAP_MS
    for text in spoken.splitlines():
        words = tuple(Word(now + n * WORD_MS, now + (n + 1) * WORD_MS, w, "given") for n, w in enumerate(text.split()))
        sentences.append(Sentence(words, None))
        now = words[-1].end_ms + GAP_MS
    transcript = Transcript(about["language"], now, tuple(sentences))
    truth = {"duration_ms": now, "sentences": [{"start_ms": s.start_ms, "end_ms": s.end_ms} for s in sentences]}
    return Talk(name, transcript, *_asked(asked, first=1), truth)


def _asked(lines: str, *, first: int) -> tuple[list[Item], dict[str, Any]]:
    """Items and their labels of a text with one item a line; ``first`` is the number of a talk's first sentence."""
    items, labels = [], {}
    for number, line in enumerate(lines.splitlines(), start=1):
        kind, verdict, trap, rests_on, prompt, *key = line.split("|")
        name_of = f"q{number:02}"
        items.append({"id": name_of, "prompt": prompt} | keyed(kind, key))
        places = [int(n) - first for n in rests_on.split(",") if n]
        labels[name_of] = {"verdict": VERDICTS[verdict], "evidence": places, "trap": trap}
    return items_from_json({"items": items}), labels


def keyed(kind: str, key: list[str]) -> dict[str, Any]:
    match kind:
        case "c":
            return {"kind": "choice", "options": [{"text": k.lstrip("*"), "correct": k.startswith("*")} for k in key]}
        case "t":
            return {"kind": "true_false", "answer": key[0] == "true"}
        case "g":
            return {"kind": "gap", "answers": key[0].split("/")}
        case _:
            return {"kind": "open", "model_answer": key[0]}
