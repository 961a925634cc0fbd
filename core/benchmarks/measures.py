"""How far found boundaries and sentence ends are from the true ones."""

from __future__ import annotations

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
