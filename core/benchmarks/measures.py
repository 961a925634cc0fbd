"""How far found boundaries and sentence ends are from the true ones."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence


def f1_at(found: Sequence[int], true: Sequence[int], tolerance_ms: int) -> float:
    """F1 of instants, each true one matched at most once, nearest first (ms)."""
    left = sorted(true)
    hits = 0
    for at in sorted(found):
        near = min(left, key=lambda t: abs(t - at), default=None)
        if near is not None and abs(near - at) <= tolerance_ms:
            left.remove(near)
            hits += 1
    return 2 * hits / max(1, len(found) + len(true))


def pk(found: Sequence[int], true: Sequence[int], duration_ms: int, step_ms: int = 1000) -> float:
    """P_k (Beeferman et al. 1999) over a grid of seconds; k is half the mean true segment length."""
    window = max(2, round(duration_ms / (len(true) + 1) / 2 / step_ms))
    size = duration_ms // step_ms

    def labels(bounds: Sequence[int]) -> list[int]:
        return [sum(1 for b in bounds if b <= n * step_ms) for n in range(size)]

    mine, theirs = labels(found), labels(true)
    wrong = sum((mine[i] == mine[i + window]) != (theirs[i] == theirs[i + window]) for i in range(size - window))
    return wrong / max(1, size - window)


def window_diff(found: Sequence[int], true: Sequence[int], duration_ms: int, step_ms: int = 1000) -> float:
    """WindowDiff (Pevzner & Hearst 2002) over a grid of seconds: windows whose numbers of boundaries differ."""
    window = max(2, round(duration_ms / (len(true) + 1) / 2 / step_ms))
    size = duration_ms // step_ms

    def within(bounds: Sequence[int], first: int) -> int:
        return sum(first * step_ms < b <= (first + window) * step_ms for b in bounds)

    wrong = sum(within(found, i) != within(true, i) for i in range(size - window))
    return wrong / max(1, size - window)


def text_tiling(texts: Sequence[frozenset[str]], count: int, block: int = 5) -> list[int]:
    """TextTiling (Hearst 1997): the ``count`` deepest valleys of word overlap between neighbouring blocks of sentences.

    Returns the numbers of the sentences that begin a new part.
    """
    alike = []
    for at in range(1, len(texts)):
        before = Counter(w for t in texts[max(0, at - block) : at] for w in t)
        after = Counter(w for t in texts[at : at + block] for w in t)
        norm = math.sqrt(sum(n * n for n in before.values()) * sum(n * n for n in after.values()))
        alike.append(sum(before[w] * after[w] for w in before) / norm if norm else 0.0)
    depth = [max(alike[: n + 1]) - value + max(alike[n:]) - value for n, value in enumerate(alike)]
    chosen: list[int] = []
    for n in sorted(range(len(depth)), key=lambda n: -depth[n]):
        if len(chosen) < count and all(abs(n - other) >= block for other in chosen):
            chosen.append(n)
    return sorted(n + 1 for n in chosen)
