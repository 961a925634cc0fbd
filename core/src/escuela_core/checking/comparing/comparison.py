"""What comes out of comparing one fact."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Outcome = Literal["same", "clashing", "silent", "missing"]


@dataclass(frozen=True, slots=True)
class Comparison:
    """One fact compared. ``claimed`` and ``said`` are the words on both sides, empty where there is none."""

    outcome: Outcome
    claimed: str = ""
    said: str = ""

    def or_else(self, other: Comparison) -> Comparison:
        """Itself where it clashes, else ``other``."""
        return self if self.outcome == "clashing" else other


SILENT = Comparison("silent")
