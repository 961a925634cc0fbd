"""A claim beside the passage that speaks to it, compared like with like: one module for each sort of fact.

Each returns a ``Comparison``: the two sides say the ``same``, are ``clashing``, the passage is ``silent``, or what the
claim says is ``missing`` from it. The words on both sides come along, so that a verdict can name them.
"""

from escuela_core.checking.comparing.comparison import SILENT, Comparison, Outcome
from escuela_core.checking.comparing.facts import Facts, compare
from escuela_core.checking.comparing.passage import Passage

__all__ = ["SILENT", "Comparison", "Facts", "Outcome", "Passage", "compare"]
