"""Where an item stands after the check, in the three groups that a teacher sees."""

from __future__ import annotations

from typing import Literal

from escuela_core.checking.report import ItemReport

Standing = Literal["wrong", "open", "confirmed"]


def standing(report: ItemReport) -> Standing:
    """``wrong``: something plain speaks against it; ``confirmed``: the talk says it and nothing is worth a look;
    ``open``: neither could be shown."""
    severities = {f.severity for f in report.findings}
    if "error" in severities:
        return "wrong"
    return "confirmed" if report.verdict == "heard" and "look" not in severities else "open"
