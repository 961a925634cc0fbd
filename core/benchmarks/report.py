"""The figures of docs/benchmarks.md for the core, each beside its baseline, on the twelve reporting talks.

usage: python core/benchmarks/report.py
"""

from __future__ import annotations

import re
import sys

import numpy as np
import report_check
import talks
from measures import f1_at, pk, text_tiling, window_diff

from escuela_core.language.terms import lemmas
from escuela_core.segments import divide

SENTENCE_TOLERANCE_MS = 600


def boundaries() -> None:
    rows: dict[str, list[float]] = {r: [] for r in ("punctuated", "unpunctuated", "cue ends")}
    parts: dict[str, list[tuple[float, float]]] = {r: [] for r in ("segments", "TextTiling", "even cuts")}
    for name in talks.names(reporting=True):
        for captions, row in (("captions.vtt", "punctuated"), ("captions.auto.vtt", "unpunctuated")):
            talk = talks.load(name, captions=captions)
            true = [s["end_ms"] for s in talk.truth["sentences"]]
            rows[row].append(f1_at([s.end_ms for s in talk.transcript.sentences], true, SENTENCE_TOLERANCE_MS))
        ends = cue_ends(name)
        rows["cue ends"].append(f1_at(ends, true, SENTENCE_TOLERANCE_MS))
        talk = talks.load(name)
        inner = [s["start_ms"] for s in talk.truth["sections"][1:]]
        length = talk.truth["duration_ms"]
        found = [s.span.start_ms for s in divide(talk.transcript)[1:]]
        count = len(inner) + 1
        words = [lemmas(s.text, talk.transcript.language) for s in talk.transcript.sentences]
        tiled = [talk.transcript.sentences[n].start_ms for n in text_tiling(words, len(inner))]
        even = [length * k // count for k in range(1, count)]
        for row, bounds in (("segments", found), ("TextTiling", tiled), ("even cuts", even)):
            parts[row].append((pk(bounds, inner, length), window_diff(bounds, inner, length)))
    print("\n| sentence ends, F1 at 600 ms | |\n|---|---|")
    for row in ("punctuated", "unpunctuated", "cue ends"):
        print(f"| {row} | {np.mean(rows[row]):.2f} |")
    print("\n| segments (lower is better) | P_k | WindowDiff |\n|---|---|---|")
    for row, each in parts.items():
        print(f"| {row} | {np.mean([p for p, _ in each]):.3f} | {np.mean([w for _, w in each]):.3f} |")


def cue_ends(name: str) -> list[int]:
    text = (talks.FOLDER / name / "captions.auto.vtt").read_text("utf-8")
    found = re.findall(r"--> (\d+):(\d+):(\d+)\.(\d+)", text)
    return [((int(h) * 60 + int(m)) * 60 + int(s)) * 1000 + int(ms) for h, m, s, ms in found]


if __name__ == "__main__":
    sys.stdout.reconfigure(line_buffering=True)  # type: ignore[union-attr]
    sys.stdout.write("\n".join(report_check.report(talks.names(reporting=True))) + "\n")
    boundaries()
