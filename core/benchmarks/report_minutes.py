"""The minutes of a careful reader over a pasted set of everyday items, with the check and without it.

usage: python core/benchmarks/report_minutes.py [--development]

A model, not a person: words are read at 230 a minute (Brysbaert 2019, silent reading of English), and a press takes a
second. Without the check the whole talk is read once, then every item. With it, of what is not confirmed the item, the
reason and the nearest sentence are read, with two presses (decide, the next one); confirmed items are folded away, or
each is read by itself with one press. Mending takes as long either way and is left out.
"""

from __future__ import annotations

import sys
from collections.abc import Iterable
from dataclasses import dataclass

import talks
from report_everyday import Row, rows_of

WORDS_A_MINUTE, SECONDS_A_PRESS = 230, 1.0


@dataclass(frozen=True)
class Effort:
    """What is read and pressed; ``minutes`` of it."""

    words: int = 0
    presses: int = 0

    @property
    def minutes(self) -> float:
        return self.words / WORDS_A_MINUTE + self.presses * SECONDS_A_PRESS / 60

    def __add__(self, other: Effort) -> Effort:
        return Effort(self.words + other.words, self.presses + other.presses)


def words(*texts: str) -> int:
    return sum(len(text.split()) for text in texts)


def item_words(row: Row) -> int:
    options = [o.text for o in getattr(row.item, "options", ())]
    return words(row.item.asked, *(options or row.item.key_texts))


def without(rows: list[Row]) -> Effort:
    """The whole talk, then each item, decided by one press."""
    talk = words(*(s.text for s in rows[0].talk.transcript.sentences))
    return Effort(talk + sum(item_words(r) for r in rows), len(rows))


def with_check(rows: list[Row], *, confirmed_too: bool) -> Effort:
    effort = Effort()
    for row in rows:
        if row.group != "confirmed":
            nearest = row.report.evidence[0].text if row.report.evidence else ""
            # On the screen the sentence stands once, beneath the reason.
            reason = row.report.reason.message.split("“")[0]
            effort += Effort(item_words(row) + words(reason, nearest), 2)
        elif confirmed_too:
            effort += Effort(item_words(row), 1)
    return effort


def table(names: Iterable[str]) -> None:
    print("| talk | items | not confirmed | without | with, confirmed folded away | with, confirmed read too |")
    print("|---|---|---|---|---|---|")
    sums = [0.0, 0.0, 0.0]
    for name in names:
        rows = rows_of([talks.everyday(name)])
        told = [without(rows), with_check(rows, confirmed_too=False), with_check(rows, confirmed_too=True)]
        sums = [s + e.minutes for s, e in zip(sums, told, strict=True)]
        shown = " | ".join(f"{e.minutes:.1f} min, {e.presses} presses" for e in told)
        print(f"| {name} | {len(rows)} | {sum(r.group != 'confirmed' for r in rows)} | {shown} |")
    print("| share of it | | | 100 % | " + " | ".join(f"{s / sums[0]:.0%}" for s in sums[1:]) + " |")


if __name__ == "__main__":
    table(talks.names(reporting="--development" not in sys.argv))
