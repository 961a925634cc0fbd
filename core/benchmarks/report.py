"""The figures of docs/benchmarks.md for the core, each beside its baseline, on the twelve reporting talks.

usage: python core/benchmarks/report.py
"""

from __future__ import annotations

import re
import sys
import time
from collections import Counter

import numpy as np
import talks
from measures import f1_at, pk, text_tiling, window_diff

from escuela_core.checking import check
from escuela_core.checking.claims import key_claims
from escuela_core.items import Item
from escuela_core.language.terms import lemmas
from escuela_core.segments import divide
from escuela_core.transcripts import Transcript

CLASSES = ("heard", "contradicted", "not_heard")
WORD = re.compile(r"[\w']+")
SENTENCE_TOLERANCE_MS = 600


def overlap_verdict(item: Item, transcript: Transcript) -> tuple[str, int]:
    """Plain word overlap: heard from 0.6 of the claim's words in a sentence, not heard below 0.4, else contradicted."""
    claim = key_claims(item)[0]
    mine = set(WORD.findall(claim.text.lower()))
    shares = [len(mine & set(WORD.findall(s.text.lower()))) / max(1, len(mine)) for s in transcript.sentences]
    best = int(np.argmax(shares))
    verdict = "heard" if shares[best] >= 0.6 else "not_heard" if shares[best] < 0.4 else "contradicted"
    if claim.denied and verdict != "not_heard":
        verdict = "contradicted" if verdict == "heard" else "heard"
    return verdict, best


def macro_f1(pairs: list[tuple[str, str]]) -> tuple[float, dict[str, float]]:
    each = {}
    for c in CLASSES:
        hit = sum(g == c == t for g, t in pairs)
        each[c] = 2 * hit / max(1, sum(g == c for g, _ in pairs) + sum(t == c for _, t in pairs))
    return sum(each.values()) / 3, each


def summary(name: str, pairs: list[tuple[str, str]], first: list[bool]) -> str:
    macro, each = macro_f1(pairs)
    bad = [g for g, t in pairs if t != "heard"]
    good = [g for g, t in pairs if t == "heard"]
    caught, passed = sum(g != "heard" for g in bad) / len(bad), sum(g == "heard" for g in good) / len(good)
    shown = ", ".join(f"{c} {each[c]:.2f}" for c in CLASSES)
    return f"| {name} | {macro:.2f} ({shown}) | {caught:.0%} | {passed:.0%} | {sum(first) / len(first):.0%} |"


def verdicts() -> None:
    mine, plain = [], []
    mine_first, plain_first = [], []
    traps: Counter[str] = Counter()
    caught: Counter[str] = Counter()
    spent = 0.0
    for name in talks.names(reporting=True):
        talk = talks.load(name)
        began = time.perf_counter()
        reports = check(talk.items, talk.transcript)
        spent += time.perf_counter() - began
        for item, report in zip(talk.items, reports, strict=True):
            label = talk.labels[item.id]
            mine.append((report.verdict, label["verdict"]))
            verdict, best = overlap_verdict(item, talk.transcript)
            plain.append((verdict, label["verdict"]))
            if label["evidence"]:
                e, s = report.evidence[0].span, talk.transcript.sentences[best]
                mine_first.append(talks.at_true_sentence(talk, e.start_ms, e.end_ms, label["evidence"]))
                plain_first.append(talks.at_true_sentence(talk, s.start_ms, s.end_ms, label["evidence"]))
            if label["verdict"] != "heard":
                traps[label["trap"]] += 1
                caught[label["trap"]] += report.verdict != "heard"
    print("| | macro-F1 (by verdict) | bad caught | good passed | evidence first |\n|---|---|---|---|---|")
    print(summary("the check", mine, mine_first))
    print(summary("plain word overlap", plain, plain_first))
    print(f"\n{len(mine)} items in {spent:.1f} s. Bad items caught by trap:")
    print(", ".join(f"{t} {caught[t]}/{n}" for t, n in traps.most_common()))


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
    verdicts()
    boundaries()
