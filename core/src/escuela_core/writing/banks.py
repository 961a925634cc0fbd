"""For beginners: gaps get words to choose among, taken from the other gaps of the same talk."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from escuela_core.items import Gap, Item
from escuela_core.language.quantities import quantities

# Levels of the CEFR at which a word is chosen rather than written.
LEVELS = ("A1", "A2")
FEWEST, MOST = 2, 3


def with_banks(items: Sequence[Item], level: str) -> list[Item]:
    """``items`` with wrong words beside each gap, of its own sort; unchanged at higher levels or for want of words."""
    if level not in LEVELS:
        return list(items)
    keys = [i.answers[0] for i in items if isinstance(i, Gap)]
    return [_banked(i, keys) if isinstance(i, Gap) and not i.bank else i for i in items]


def _banked(gap: Gap, keys: Sequence[str]) -> Gap:
    key = gap.answers[0]
    said = f"{gap.asked} {' '.join(gap.answers)}".lower()
    fit = dict.fromkeys(k for k in keys if k.lower() not in said and _sort(k) == _sort(key))
    chosen = list(fit)[:MOST]
    return replace(gap, bank=tuple(chosen)) if len(chosen) >= FEWEST else gap


def _sort(word: str) -> tuple[bool, bool, bool]:
    """Whether it counts something, is a name, is several words."""
    return bool(quantities(word)), word[:1].isupper(), " " in word
