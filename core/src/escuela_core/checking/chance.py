"""How likely something is found of an item, by logistic models over named figures; weights in ``chances.json``.

The weights come from ``core/training/train_findings.py`` on the development talks.
"""

from __future__ import annotations

import json
import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from escuela_core.checking.judging import scaled


@dataclass(frozen=True)
class Chance:
    """What each figure counts, on the scale it is put on first; shape (figures,) throughout."""

    names: tuple[str, ...]
    mean: NDArray[np.float64]
    spread: NDArray[np.float64]
    weights: NDArray[np.float64]
    intercept: float

    def of(self, figures: Mapping[str, float]) -> float:
        """0 to 1; figures that are NaN speak neither way."""
        row = np.array([figures[name] for name in self.names], float)
        return 1 / (1 + math.exp(-float(self.weights @ scaled(row, self.mean, self.spread) + self.intercept)))


@lru_cache(maxsize=4)
def chance(of: str) -> Chance:
    """The model for findings with the code ``of``."""
    data = json.loads((Path(__file__).parent / "chances.json").read_text(encoding="utf-8"))[of]
    mean, spread, weights = (np.array(data[k], float) for k in ("mean", "spread", "weights"))
    return Chance(tuple(data["figures"]), mean, spread, weights, float(data["intercept"]))


def log_odds(likely: float) -> float:
    bounded = min(max(likely, 1e-4), 1 - 1e-4)
    return math.log(bounded / (1 - bounded))
