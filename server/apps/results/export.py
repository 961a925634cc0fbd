"""The class sheet as CSV (RFC 4180, UTF-8 with mark, so that spreadsheets read its letters right)."""

from __future__ import annotations

import csv
import io
from typing import Any

from config.words import in_words

_HEAD = ("student", "watched", "marks", "minutes", "finished", "late")


def sheet_csv(data: dict[str, Any], language: str) -> str:
    """One row a student: watched, marks, minutes, then state and share of each item; heads and states in words."""
    out = io.StringIO()
    out.write("\ufeff")
    # All in quotes: whatever a spreadsheet takes for the separator, no cell begins inside another.
    writer = csv.writer(out, quoting=csv.QUOTE_ALL)
    prompts = [i["prompt"] for i in data["items"]]
    heads = [in_words(f"sheet.{name}", language) for name in _HEAD]
    writer.writerow([neutral(c) for c in [*heads, *prompts]])
    for student in data["students"]:
        cells = [_cell(c, language) for c in student["cells"]]
        head = [student["nickname"], round(100 * student["coverage"]), student["marks"], student["minutes"]]
        flags = [in_words("sheet.yes" if student[f] else "sheet.no", language) for f in ("finished", "late")]
        writer.writerow([neutral(c) for c in [*head, *flags, *cells]])
    return out.getvalue()


def _cell(cell: dict[str, Any], language: str) -> str:
    later = cell["state"] == "right" and cell["tries"] > 1
    key = "sheet.right_later" if later else f"sheet.{cell['state']}"
    return in_words(key, language, tries=cell["tries"], share=f"{100 * (cell['share'] or 0):.0f}")


def neutral(value: object) -> object:
    """A nickname or prompt that a spreadsheet would take for a formula is written as text."""
    if isinstance(value, str) and value.lstrip()[:1] in ("=", "+", "-", "@", "\t", "\r"):
        return "'" + value
    return value
