"""How a process that serves looks for memory to free."""

from __future__ import annotations

import gc

# Python's own are 700, 10, 10: with these an answer of many thousand parts was looked through time and again while it
# was made.
THRESHOLDS = (20_000, 20, 20)


def settle() -> None:
    """What is loaded by now stays as long as the process does: it is not looked through for what can go any more
    (``gc.freeze``), and what comes later is more seldom. A large class sheet takes half the time
    (``docs/benchmarks.md``)."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(*THRESHOLDS)
