"""How the check does on everyday items: what an assistant or a hurried colleague writes, not an exam.

usage: python core/benchmarks/report_everyday.py [--development | --speech] [--auto] [--show]
Without a word the twelve reporting talks are read; with --development the others, with --speech the unrehearsed ones
(--auto: their captions without punctuation), of which --show prints what went wrong.
"""

from __future__ import annotations

import sys
from collections import Counter, defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
import talks
from report_check import by_overlap, share

from escuela_core.checking import ItemReport, check
from escuela_core.checking.standing import standing
from escuela_core.items import Item

GROUPS = ("wrong", "open", "confirmed")


@dataclass(frozen=True)
class Row:
    talk: talks.Talk
    item: Item
    right: bool
    trap: str
    evidence: list[int]
    report: ItemReport
    overlap: str

    @property
    def group(self) -> str:
        return standing(self.report)

    @property
    def named(self) -> bool:
        """Whether a clash is named: two fillers of one place that cannot both be so."""
        return any(f.code == "contradicted" and f.params.get("said") for f in self.report.findings)

    @property
    def found(self) -> bool:
        spans = [e.span for e in self.report.evidence[:1]]
        return any(talks.at_true_sentence(self.talk, s.start_ms, s.end_ms, self.evidence) for s in spans)


def rows_of(read: Iterable[talks.Talk]) -> list[Row]:
    rows = []
    for talk in read:
        told = check(talk.items, talk.transcript)
        for item, report, plain in zip(talk.items, told, by_overlap(talk.items, talk.transcript), strict=True):
            label = talk.labels[item.id]
            right = label["verdict"] == "heard"
            rows.append(Row(talk, item, right, label["trap"], label["evidence"], report, plain.verdict))
    return rows


def table(rows: list[Row], title: str) -> None:
    print(f"\n| {title} | items | look wrong | open | confirmed |\n|---|---|---|---|---|")
    parts: dict[str, list[Row]] = defaultdict(list)
    for row in rows:
        side = "right" if row.right else "wrong"
        for name in (side, f"{side}, {row.trap}", f"{side}, {row.item.kind}"):
            parts[name].append(row)
    for name in sorted(parts):
        counts, every = Counter(r.group for r in parts[name]), len(parts[name])
        print(f"| {name} | {every} | " + " | ".join(f"{counts[g] / every:.0%}" for g in GROUPS) + " |")


def summary(rows: list[Row]) -> None:
    wrong, right = [r for r in rows if not r.right], [r for r in rows if r.right]
    said, named = [r for r in rows if r.group == "wrong"], [r for r in rows if r.named]
    likely, true = np.array([r.report.support for r in rows]), np.array([r.right for r in rows], float)
    print(f"\n{len(rows)} items, {len(right)} right")
    print(f"- wrong ones stopped {share(r.group != 'confirmed' for r in wrong)}")
    print(f"- right ones confirmed {share(r.group == 'confirmed' for r in right)}")
    print(f"- of {len(said)} that look wrong {share(not r.right for r in said)} are")
    print(f"- of {len(named)} named clashes {share(not r.right for r in named)} stand at a wrong item")
    print(f"- evidence first {share(r.found for r in rows if r.evidence)}, Brier {np.mean((likely - true) ** 2):.3f}")
    print(f"- plain word overlap: stopped {share(r.overlap != 'heard' for r in wrong)}", end=", ")
    print(f"confirmed {share(r.overlap == 'heard' for r in right)}")


def show(rows: list[Row]) -> None:
    """What speaks against a right item, or for a wrong one."""
    for r in rows:
        if r.group == ("wrong" if r.right else "confirmed"):
            print(f"\n{r.talk.name} {r.item.id} {r.item.kind}, {r.trap}: {'right' if r.right else 'wrong'}, {r.group}")
            print(f"  {r.item.asked} => {r.item.key_texts} | {r.report.reason.message}")
            print(f"  {r.report.evidence[0].text if r.report.evidence else ''}")


def main() -> None:
    development, speech = "--development" in sys.argv, "--speech" in sys.argv
    if speech:
        captions = "captions.auto.vtt" if "--auto" in sys.argv else "captions.vtt"
        read = [talks.spoken(name, captions=captions) for name in talks.spoken_names()]
    else:
        read = [talks.everyday(name) for name in talks.names(reporting=not development)]
    rows = rows_of(read)
    summary(rows)
    table(rows, "everyday items")
    if (development or speech) and "--show" in sys.argv:
        show(rows)


if __name__ == "__main__":
    main()
