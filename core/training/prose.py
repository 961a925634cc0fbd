"""The paragraphs of freely licensed English prose, as HTML or text, anywhere below a folder."""

from __future__ import annotations

import html
import re
from collections.abc import Iterator
from pathlib import Path


def paragraphs(folder: Path) -> Iterator[str]:
    for path in sorted(p for p in folder.rglob("*") if p.is_file() and p.suffix in {".html", ".txt", ""}):
        text = path.read_text("utf-8", errors="ignore")
        if path.suffix == ".html":
            text = re.sub(r"(?is)<(script|style|pre|head).*?</\1>", " ", text)
            parts = re.split(r"(?i)</?(?:p|li|blockquote|h\d|dd|dt|td|div)[^>]*>", text)
            yield from (html.unescape(re.sub(r"<[^>]+>", " ", part)) for part in parts)
        else:
            yield from re.split(r"\n%\n|\n\n", text)
