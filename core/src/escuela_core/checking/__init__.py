"""Every item against what was really said: claims, evidence, verdicts, findings."""

from escuela_core.checking.report import Evidence, Finding, ItemReport, Mend, Verdict, check

__all__ = ["Evidence", "Finding", "ItemReport", "Mend", "Verdict", "check"]
