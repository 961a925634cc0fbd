"""What the server itself says to people, in their language: mails and the heads of tables.

What the pages say stands in the web's catalogues; an error goes there as a code with its values.
"""

from __future__ import annotations

import json
from functools import cache
from pathlib import Path


@cache
def catalogue() -> dict[str, dict[str, str]]:
    """Every key with its words in each language."""
    read: dict[str, dict[str, str]] = json.loads(Path(__file__).with_suffix(".json").read_text("utf-8"))
    return read


def in_words(key: str, language: str, **values: object) -> str:
    """The words of ``key``, in English where ``language`` is not there."""
    words = catalogue()[key]
    return words.get(language, words["en"]).format(**values)
