"""The class sheet as CSV (RFC 4180, UTF-8 with mark, so that spreadsheets read its letters right)."""

from __future__ import annotations

import csv
import io
from typing import Any


def sheet_csv(data: dict[str, Any]) -> str:
    """One row a student: watched, marks, minutes, then state and share of each item."""
    out = io.StringIO()
    out.write("\ufeff")
    # All in quotes: whatever a spreadsheet takes for the separator, no cell begins inside another.
    writer = csv.writer(out, quoting=csv.QUOTE_ALL)
    prompts = [i["prompt"] for i in data["items"]]
    writer.writerow([neutral(c) for c in ["Student", "Watched %", "Marks", "Minutes", "Finished", "Late", *prompts]])
    for student in data["students"]:
        cells = [_cell(c) for c in student["cells"]]
        head = [student["nickname"], round(100 * student["coverage"]), student["marks"], student["minutes"]]
        flags = ["yes" if student["finished"] else "no", "yes" if student["late"] else "no"]
        writer.writerow([neutral(c) for c in [*head, *flags, *cells]])
    return out.getvalue()


def _cell(cell: dict[str, Any]) -> str:
    words = str(cell["state"]).replace("_", " ")
    if cell["state"] == "right" and cell["tries"] > 1:
        words = f"right at try {cell['tries']}"
    if cell["state"] == "marked":
        words = f"marked {100 * cell['share']:.0f} %"
    return words


def neutral(value: object) -> object:
    """A nickname or prompt that a spreadsheet would take for a formula is written as text."""
    if isinstance(value, str) and value.lstrip()[:1] in ("=", "+", "-", "@", "\t", "\r"):
        return "'" + value
    return value
