"""How often the segment that a simulated class did not understand is found, and how often one is named where none is.

Answers follow a Rasch model (abilities and difficulties normal, in logits); in the lost segment the chance of being
right first time is lower by ``effect``. usage: ``python core/benchmarks/report_teaching.py``
"""

from __future__ import annotations

import math
import random
import sys

from escuela_core.results.sheet import Tally
from escuela_core.results.teaching import needs

CLASSES, SEGMENTS, ITEMS = 400, 5, 2
LOST, BASE, ABILITY = 2, 1.25, 0.8
PLAIN_RATE, PLAIN_GAP = 0.6, 0.15


def simulated(chance: random.Random, students: int, effect: float, differ: float) -> list[list[bool | None]]:
    difficulty = [chance.gauss(0, differ) for _ in range(SEGMENTS * ITEMS)]
    rows: list[list[bool | None]] = []
    for _ in range(students):
        ability = chance.gauss(0, ABILITY)
        row: list[bool | None] = []
        for n, hard in enumerate(difficulty):
            right = 1 / (1 + math.exp(hard - ability - BASE))
            row.append(chance.random() < (max(0.02, right - effect) if n // ITEMS == LOST else right))
        rows.append(row)
    return rows


def sure(rows: list[list[bool | None]], segments: list[int]) -> list[int]:
    return [n.segment for n in needs(rows, segments, {}) if n.sure]


def plain(rows: list[list[bool | None]], segments: list[int]) -> list[int]:
    """The baseline: a rate below 60 % and 15 points below the others', worst first, whatever chance does."""
    tallies = []
    for number in range(SEGMENTS):
        here = [f for row in rows for f, s in zip(row, segments, strict=True) if s == number and f is not None]
        rest = [f for row in rows for f, s in zip(row, segments, strict=True) if s != number and f is not None]
        tallies.append((Tally(len(here), sum(here)), Tally(len(rest), sum(rest))))
    gaps = [((a.rate or 0.0) - (b.rate or 0.0), n, a.rate or 0.0) for n, (a, b) in enumerate(tallies)]
    return [n for gap, n, rate in sorted(gaps) if rate < PLAIN_RATE and gap <= -PLAIN_GAP]


def main() -> None:
    segments = [n // ITEMS for n in range(SEGMENTS * ITEMS)]
    out = sys.stdout.write
    out("| items differ (logits) | students | named where none is lost | found first: 0.2 | 0.3 | 0.4 lower |\n")
    out("|---|---|---|---|---|---|\n")
    for differ in (0.3, 0.5):
        for students in (8, 15, 25, 60):
            cells = []
            for effect in (0.0, 0.2, 0.3, 0.4):
                chance = random.Random(f"{differ} {students} {effect}")
                hits = [0, 0]
                for _ in range(CLASSES):
                    rows = simulated(chance, students, effect, differ)
                    for way, told in enumerate((sure(rows, segments), plain(rows, segments))):
                        hits[way] += bool(told) if not effect else told[:1] == [LOST]
                cells.append(f"{hits[0] / CLASSES:.2f} ({hits[1] / CLASSES:.2f})")
            out(f"| {differ} | {students} | {' | '.join(cells)} |\n")
    out("in brackets: a rate below 60 % and 15 points below the others'\n")


if __name__ == "__main__":
    main()
