"""Sheets and gradebooks as CSV (RFC 4180, UTF-8 with mark, so that spreadsheets read its letters right)."""

from __future__ import annotations

import csv
import io
from typing import Any

from config.words import in_words

_HEAD = ("student", "watched", "marks", "minutes", "finished", "late")


def sheet_csv(data: dict[str, Any], language: str) -> str:
    """One row a student: watched, marks, minutes, then state and share of each item; heads and states in words."""
    prompts = [i["prompt"] for i in data["items"]]
    heads = [in_words(f"sheet.{name}", language) for name in _HEAD]
    rows: list[list[object]] = [[*heads, *prompts]]
    for student in data["students"]:
        cells = [_cell(c, language) for c in student["cells"]]
        head = [student["nickname"], round(100 * student["coverage"]), student["marks"], student["minutes"]]
        flags = [in_words("sheet.yes" if student[f] else "sheet.no", language) for f in ("finished", "late")]
        rows.append([*head, *flags, *cells])
    return _table(rows)


def gradebook_csv(data: dict[str, Any], language: str) -> str:
    """One row a student: marks in all, then those of each lesson; empty where it was not begun. The second row says how
    many there are to be had."""
    heads = [in_words("sheet.student", language), in_words("sheet.marks", language)]
    rows: list[list[object]] = [[*heads, *(row["title"] for row in data["lessons"])]]
    rows.append([in_words("sheet.most", language), data["most"], *(row["most"] for row in data["lessons"])])
    rows += [[row["name"], row["marks"], *(e["marks"] for e in row["entries"])] for row in data["rows"]]
    return _table(rows)


def _table(rows: list[list[object]]) -> str:
    out = io.StringIO()
    out.write("\ufeff")
    # All in quotes: whatever a spreadsheet takes for the separator, no cell begins inside another.
    writer = csv.writer(out, quoting=csv.QUOTE_ALL)
    for row in rows:
        writer.writerow([neutral(c) for c in row])
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
