"""How much a finding weighs, by how sure the engine is: one table for all that is not plain to see.

An error must be decided before the lesson is shared, a look is worth one, a hint is only said. Cross-validated by talk
on the development talks (``core/training/train_check.py``, ``train_findings.py``).
"""

from __future__ import annotations

from typing import Literal

Severity = Literal["error", "look", "hint"]

# From how likely on a finding weighs how much; below the last it is not made.
# Options that may be right instead of the key and twins are never errors: what is said beside the answer in the same
# sentence is not told from what answers surely enough.
GRADES: dict[str, tuple[tuple[float, Severity], ...]] = {
    "contradicted": ((0.6, "error"), (0.0, "look")),
    # Of everyday items that are not found every second is right all the same, however sure the engine is.
    "not_heard": ((0.0, "look"),),
    "also_right": ((0.5, "look"), (0.33, "hint")),
    "twin": ((0.4, "look"), (0.08, "hint")),
}


def graded(code: str, likely: float) -> Severity | None:
    """The severity of a finding that is this likely right; None where it is not worth saying."""
    return next((severity for least, severity in GRADES[code] if likely >= least), None)
