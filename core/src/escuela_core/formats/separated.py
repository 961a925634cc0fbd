"""Tables as separated values (RFC 4180), which no spreadsheet takes for more than they say."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from datetime import datetime


def as_csv(rows: Sequence[Sequence[object]]) -> str:
    """RFC 4180, UTF-8 with a mark, so that spreadsheets read its letters right."""
    out = io.StringIO()
    out.write("\ufeff")
    # All in quotes: whatever a spreadsheet takes for the separator, no cell begins inside another.
    writer = csv.writer(out, quoting=csv.QUOTE_ALL)
    for row in rows:
        writer.writerow([neutral(c) for c in row])
    return out.getvalue()


def neutral(value: object) -> object:
    """A nickname or prompt that a spreadsheet would take for a formula is written as text."""
    if isinstance(value, str) and value.lstrip()[:1] in ("=", "+", "-", "@", "\t", "\r"):
        return "'" + value
    return value.isoformat(timespec="seconds") if isinstance(value, datetime) else value
