"""What a teacher may want to look at in how a student went through a lesson: figures, never a verdict.

And where each student stands, for picking out those who need something.
"""

from __future__ import annotations

import re
from collections import defaultdict, deque
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from escuela_core.items import Item
from escuela_core.results.sheet import Cell
from escuela_core.timeline import Span, merged

SignCode = Literal["unheard", "over_reported", "in_seconds", "same_words"]
Flag = Literal["not_started", "unfinished", "late", "stuck", "unsure", "waiting", "signs"]
FLAGS: tuple[Flag, ...] = ("not_started", "unfinished", "late", "stuck", "unsure", "waiting", "signs")

# Reports of what was played may come this long after the answer.
REPORTED_WITHIN_S = 30.0
HEARD_FROM = 0.5
# Nearly full marks, taking less than this for each item, from so many items on.
SECONDS_AN_ITEM, NEARLY_FULL, ITEMS_FROM = 3.0, 0.9, 4
# Two students may well come to the same short answer.
SAME_FROM_WORDS = 6
# What more than these have written was said, or stood on the board.
SAME_UP_TO = 3
STUCK_AFTER_S, HERE_WITHIN_S = 180.0, 900.0
UNSURE_FROM, UNSURE_SHARE = 3, 1 / 3


@dataclass(frozen=True, slots=True)
class Given:
    """An answer: to which item by its place, when (seconds on the server's clock), and in which own words, if any."""

    item: int
    at_s: float
    text: str = ""


@dataclass(frozen=True, slots=True)
class Doing:
    """One student's way: first answers in order, what was played and when that was reported, the share of all marks."""

    given: tuple[Given, ...]
    played: tuple[tuple[float, Span], ...]
    marks_share: float
    over_reported: bool = False


@dataclass(frozen=True, slots=True)
class Sign:
    """``items`` by their places; ``seconds`` for ``in_seconds``; ``others`` gave the same words, by their places among
    the students."""

    code: SignCode
    items: tuple[int, ...] = ()
    seconds: float = 0.0
    others: tuple[int, ...] = ()


def signs(doings: Sequence[Doing], items: Sequence[Item]) -> list[list[Sign]]:
    """For each student what may be worth a look, in the order of SignCode."""
    alike = _same_words(doings)
    return [
        [
            *_unheard(doing, items),
            *([Sign("over_reported")] if doing.over_reported else []),
            *_in_seconds(doing),
            *alike[n],
        ]
        for n, doing in enumerate(doings)
    ]


def _unheard(doing: Doing, items: Sequence[Item]) -> list[Sign]:
    """Answers given while most of the words that settle them had not been played; not where students should predict."""
    reports, early = deque(sorted(doing.played, key=lambda report: report[0])), []
    heard: list[Span] = []
    for given in sorted(doing.given, key=lambda g: g.at_s):
        new = []
        while reports and reports[0][0] <= given.at_s + REPORTED_WITHIN_S:
            new.append(reports.popleft()[1])
        heard = merged([*heard, *new]) if new else heard
        item = items[given.item]
        evidence = [s for s in item.evidence if s.start_ms < (item.pause_ms or s.end_ms)]
        overlap = sum(h.overlap_ms(e) for h in heard for e in evidence)
        if evidence and overlap < HEARD_FROM * sum(e.length_ms for e in evidence):
            early.append(given.item)
    return [Sign("unheard", tuple(sorted(early)))] if early else []


def _in_seconds(doing: Doing) -> list[Sign]:
    count = len(doing.given)
    if count < ITEMS_FROM or doing.marks_share < NEARLY_FULL:
        return []
    seconds = max(g.at_s for g in doing.given) - min(g.at_s for g in doing.given)
    return [Sign("in_seconds", seconds=seconds)] if seconds < SECONDS_AN_ITEM * (count - 1) else []


def _same_words(doings: Sequence[Doing]) -> list[list[Sign]]:
    """The same longer answer in two students' words."""
    who: dict[tuple[int, tuple[str, ...]], list[int]] = defaultdict(list)
    for n, doing in enumerate(doings):
        for given in doing.given:
            words = tuple(re.findall(r"\w+", given.text.casefold()))
            if len(words) >= SAME_FROM_WORDS:
                who[given.item, words].append(n)
    items: dict[int, set[int]] = defaultdict(set)
    others: dict[int, set[int]] = defaultdict(set)
    for (item, _), students in who.items():
        if 1 < len(students) <= SAME_UP_TO:
            for n in students:
                items[n].add(item)
                others[n] |= set(students) - {n}
    return [
        [Sign("same_words", tuple(sorted(items[n])), others=tuple(sorted(others[n])))] if n in items else []
        for n in range(len(doings))
    ]


def flags(cells: Sequence[Cell], *, finished: bool, late: bool, seen_s: float, has_signs: bool) -> list[Flag]:
    """Where a student stands; ``seen_s``: how many seconds ago something was last heard of them."""
    tried = [c for c in cells if c.tries]
    unsure = sum(1 for c in tried if c.state == "not_sure")
    done = finished or all(c.tries for c in cells)
    told: dict[Flag, bool] = {
        "not_started": not tried and not finished,
        "unfinished": bool(tried) and not done,
        "late": late,
        # Nothing from them for some minutes, and yet they were here just now.
        "stuck": not done and STUCK_AFTER_S <= seen_s <= HERE_WITHIN_S,
        "unsure": unsure >= UNSURE_FROM and unsure >= UNSURE_SHARE * len(tried),
        "waiting": any(c.state == "waiting" for c in cells),
        "signs": has_signs,
    }
    return [flag for flag in FLAGS if told[flag]]
