"""Every text of an item's JSON that somebody reads, wherever it stands: to change words in all of them at once."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

# Names of things, not words to be read.
_NAMES = {"id", "kind", "depth", "purpose", "image", "sound"}


def with_texts(content: dict[str, Any], change: Callable[[str], str]) -> dict[str, Any]:
    """``content`` (the item list file's shape) with ``change`` made to each text that is read; nothing else changes."""
    return {key: value if key in _NAMES else _changed(value, change) for key, value in content.items()}


def _changed(value: Any, change: Callable[[str], str]) -> Any:
    if isinstance(value, str):
        return change(value)
    if isinstance(value, list):
        return [_changed(row, change) for row in value]
    return with_texts(value, change) if isinstance(value, dict) else value
