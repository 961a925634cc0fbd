"""How the check does on labelled talks, each figure beside plain word overlap in the same run.

usage: python core/benchmarks/report_check.py [--development]
Without the word the twelve reporting talks are read; with it those that it was developed on, to find what to mend.
"""

from __future__ import annotations

import re
import sys
import time
from collections import defaultdict
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
import talks

from escuela_core.checking import ItemReport, check
from escuela_core.items import Item
from escuela_core.items.claim import Claim
from escuela_core.timeline import Span
from escuela_core.transcripts import Transcript

CLASSES = ("heard", "contradicted", "not_heard")
WORD = re.compile(r"[\w']+")
# Two questions with their answers that share so many of their words are twins to the baseline.
ALIKE = 0.5


@dataclass(frozen=True)
class Told:
    """What is said of one item by the check or by a baseline."""

    verdict: str
    likely: float
    places: tuple[Span, ...]
    also_right: frozenset[int]
    twin_of: str | None
    pause_ms: int


@dataclass(frozen=True)
class Judged:
    """One labelled item, what the check and the baseline say of it, and the talk it is about."""

    talk: talks.Talk
    item: Item
    label: dict[str, Any]
    check: Told
    plain: Told


def words(text: str) -> set[str]:
    return set(WORD.findall(text.lower()))


def shares(claim: Claim, transcript: Transcript) -> list[float]:
    """How much of the claim's words each sentence has."""
    mine = words(claim.text)
    return [len(mine & words(s.text)) / max(1, len(mine)) for s in transcript.sentences]


def by_overlap(items: Sequence[Item], transcript: Transcript) -> list[Told]:
    """Heard from 0.6 of the claim's words in a sentence, not heard below 0.4, else contradicted; options likewise."""
    found: list[Told] = []
    asked: dict[str, set[str]] = {}
    for item in items:
        claim = item.key_claims()[0]
        share = shares(claim, transcript)
        best = sorted(range(len(share)), key=lambda n: -share[n])[:3]
        top = share[best[0]]
        verdict = "heard" if top >= 0.6 else "not_heard" if top < 0.4 else "contradicted"
        if claim.denied and verdict != "not_heard":
            verdict = "contradicted" if verdict == "heard" else "heard"
        options = frozenset(o.option or 0 for o in item.option_claims() if max(shares(o, transcript)) >= 0.6)
        mine = words(claim.text)
        twin = next((i for i, w in asked.items() if len(mine & w) / max(1, len(mine | w)) >= ALIKE), None)
        asked[item.id] = mine
        spans = tuple(transcript.sentences[n].span for n in best)
        found.append(Told(verdict, top, spans, options, twin, spans[0].end_ms))
    return found


def by_check(reports: Iterable[ItemReport]) -> list[Told]:
    return [
        Told(
            r.verdict,
            r.support,
            tuple(e.span for e in r.evidence),
            frozenset(f.option for f in r.findings if f.code == "also_right" and f.option is not None),
            next((f.other for f in r.findings if f.code == "twin"), None),
            r.pause_ms or 0,
        )
        for r in reports
    ]


def judged(names: Iterable[str]) -> list[Judged]:
    rows: list[Judged] = []
    for name in names:
        talk = talks.load(name)
        told = zip(talk.items, by_check(check(talk.items, talk.transcript)), strict=True)
        plain = by_overlap(talk.items, talk.transcript)
        rows += [Judged(talk, i, talk.labels[i.id], t, p) for (i, t), p in zip(told, plain, strict=True)]
    return rows


def share(hits: Iterable[bool]) -> str:
    found = list(hits)
    return f"{sum(found) / len(found):.0%}" if found else "–"


def macro_f1(pairs: Sequence[tuple[str, str]]) -> tuple[float, dict[str, float]]:
    each = {}
    for c in CLASSES:
        hit = sum(g == c == t for g, t in pairs)
        each[c] = 2 * hit / max(1, sum(g == c for g, _ in pairs) + sum(t == c for _, t in pairs))
    return sum(each.values()) / 3, each


def at_evidence(row: Judged, told: Told, count: int) -> bool:
    return any(
        talks.at_true_sentence(row.talk, span.start_ms, span.end_ms, row.label["evidence"])
        for span in told.places[:count]
    )


Of = Callable[[Judged], Told]
WAYS: dict[str, Of] = {"the check": lambda r: r.check, "plain word overlap": lambda r: r.plain}


def summary(name: str, rows: Sequence[Judged], of: Of) -> str:
    macro, each = macro_f1([(of(r).verdict, r.label["verdict"]) for r in rows])
    bad = [of(r).verdict != "heard" for r in rows if r.label["verdict"] != "heard"]
    good = [of(r).verdict == "heard" for r in rows if r.label["verdict"] == "heard"]
    resting = [r for r in rows if r.label["evidence"]]
    first, three = ([at_evidence(r, of(r), count) for r in resting] for count in (1, 3))
    shown = ", ".join(f"{c} {each[c]:.2f}" for c in CLASSES)
    return f"| {name} | {macro:.2f} ({shown}) | {share(bad)} | {share(good)} | {share(first)} | {share(three)} |"


def curve(rows: Sequence[Judged], of: Of) -> str:
    """How many good items pass where so many bad ones are caught, by the likelihood alone."""
    bad = np.sort([of(r).likely for r in rows if r.label["verdict"] != "heard"])
    good = np.array([of(r).likely for r in rows if r.label["verdict"] == "heard"])
    at = {c: bad[int(np.ceil(c * len(bad))) - 1] for c in (0.95, 0.90, 0.85, 0.80, 0.70)}
    return ", ".join(f"{c:.0%} caught {np.mean(good > t):.0%} passed" for c, t in at.items())


def reliability(rows: Sequence[Judged]) -> list[str]:
    """The Brier score of the stated likelihood, and how often the items of each band were really right."""
    likely = np.array([r.check.likely for r in rows])
    right = np.array([r.label["verdict"] == "heard" for r in rows], float)
    base = np.mean((right - right.mean()) ** 2)
    lines = [f"Brier {np.mean((likely - right) ** 2):.3f} (always the mean: {base:.3f})\n"]
    lines += ["| said to be right | items | mean likelihood | really right |", "|---|---|---|---|"]
    for low in np.arange(0, 1, 0.2):
        band = (likely >= low) & (likely < low + 0.2 + 1e-9 * (low > 0.7))
        if band.any():
            told = f"| {band.sum()} | {likely[band].mean():.2f} | {right[band].mean():.2f} |"
            lines.append(f"| {low:.1f} to {low + 0.2:.1f} {told}")
    return lines


def both_right(rows: Sequence[Judged], of: Of) -> str:
    """Options that are right though they are marked wrong: how many are named, and how many others for each item."""
    choices = [r for r in rows if r.item.kind == "choice"]
    true = sum(len(r.label["also_right"]) for r in choices)
    hit = sum(len(of(r).also_right & set(r.label["also_right"])) for r in choices)
    false = sum(len(of(r).also_right - set(r.label["also_right"])) for r in choices)
    return f"{hit} of {true} ({hit / max(1, true):.2f}), {false / max(1, len(choices)):.2f} false an item"


def twins(rows: Sequence[Judged], of: Of) -> str:
    """Pairs of twins: how many are named at either of the two, and how many others are."""
    true = {(r.talk.name, frozenset({r.item.id, r.label["twin_of"]})) for r in rows if r.label["twin_of"]}
    told = {(r.talk.name, frozenset({r.item.id, other})) for r in rows if (other := of(r).twin_of)}
    return f"{len(true & told)} of {len(true)} ({len(true & told) / max(1, len(true)):.2f}), {len(told - true)} others"


def pauses(rows: Sequence[Judged], of: Of) -> str:
    """How far the pause is from the end of the last labelled sentence, and whether it is before the next one."""
    apart, within = [], []
    for row in rows:
        if not row.label["evidence"]:
            continue
        sentences = row.talk.truth["sentences"]
        ends = {n: s["end_ms"] for n, s in enumerate(sentences)}
        last = max(row.label["evidence"])
        at = of(row).pause_ms
        following = sentences[last + 1]["start_ms"] if last + 1 in ends else row.talk.truth["duration_ms"]
        apart.append(abs(at - ends[last]))
        # The true ends are those of words; what is said is over a little before they are.
        within.append(ends[last] - 50 <= at <= following + 50)
    return f"{share(within)} in the silence after it, median {np.median(apart):.0f} ms from its end"


def grouped(rows: Sequence[Judged], by: Callable[[Judged], str]) -> dict[str, list[Judged]]:
    found: dict[str, list[Judged]] = defaultdict(list)
    for row in rows:
        found[by(row)].append(row)
    return dict(sorted(found.items(), key=lambda pair: -len(pair[1])))


def traps(rows: Sequence[Judged]) -> list[str]:
    lines = ["| trap | wrong items caught | right items passed |", "|---|---|---|"]
    for trap, group in grouped(rows, lambda r: r.label["trap"]).items():
        bad = [r.check.verdict != "heard" for r in group if r.label["verdict"] != "heard"]
        good = [r.check.verdict == "heard" for r in group if r.label["verdict"] == "heard"]
        shown = [f"{sum(g)} of {len(g)}" if g else "" for g in (bad, good)]
        lines.append(f"| {trap} | {shown[0]} | {shown[1]} |")
    return lines


def report(names: Sequence[str]) -> list[str]:
    began = time.perf_counter()
    rows = judged(names)
    head = "| | macro-F1 (by verdict) | bad caught | good passed | evidence first | in the first three |"
    lines = [head, "|---|---|---|---|---|---|", *(summary(name, rows, of) for name, of in WAYS.items())]
    apart = grouped(rows, lambda r: f"the check, {r.talk.transcript.language}")
    apart |= grouped(rows, lambda r: f"the check, {r.item.kind}")
    lines += [summary(name, group, WAYS["the check"]) for name, group in apart.items()]
    lines.append(f"\n{len(rows)} items in {time.perf_counter() - began:.1f} s.\n")
    lines += [f"{name}, by how likely: {curve(rows, of)}" for name, of in WAYS.items()]
    lines += ["", *reliability(rows), "", *traps(rows), ""]
    for title, of_rows in (("also right", both_right), ("twins", twins), ("pauses, by captions", pauses)):
        lines += [f"{title}, {name}: {of_rows(rows, of)}" for name, of in WAYS.items()]
    return lines


if __name__ == "__main__":
    lines = report(talks.names(reporting="--development" not in sys.argv))
    sys.stdout.write("\n".join(lines) + "\n")
