"""How an item stands on paper: what is marked, filled in, joined, numbered or sorted, and its key in the same order."""

from __future__ import annotations

from dataclasses import dataclass
from string import ascii_lowercase
from typing import Literal

# What is done with ``offered``: one or several are marked, each is joined to one of ``fixed``, each gets its number,
# each is sorted below one of ``fixed``, one is written into the gap; or words are written on lines of one's own.
Act = Literal["read", "mark_one", "mark_several", "mark_truth", "join", "number", "sort", "fill", "write"]


@dataclass(frozen=True, slots=True)
class Paper:
    """``offered`` in the order of this sheet, ``fixed`` what never moves; ``images`` the picture of each offered."""

    act: Act
    offered: tuple[str, ...] = ()
    fixed: tuple[str, ...] = ()
    images: tuple[str, ...] = ()
    key: tuple[str, ...] = ()


def letter(place: int) -> str:
    """``a`` for 0, as things to choose are told apart."""
    return ascii_lowercase[place % len(ascii_lowercase)]
