"""An item's JSON walked whole: the texts that somebody reads, and the files that are named, wherever they stand."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from typing import Any

_FILES = {"image", "sound"}
_STEP = re.compile(r"[^.\[\]]+")
# Names of things, not words to be read.
_NAMES = {"id", "kind", "depth", "purpose", "tag", "at"} | _FILES


def with_texts(content: dict[str, Any], change: Callable[[str], str]) -> dict[str, Any]:
    """``content`` (the item list file's shape) with ``change`` made to each text that is read; nothing else changes."""
    return {key: value if key in _NAMES else _changed(value, change) for key, value in content.items()}


def texts_at(value: Any, at: str = "") -> Iterator[tuple[str, str]]:
    """Each text below ``value`` that is read, with its place (``options[0].text``)."""
    if isinstance(value, str):
        yield at, value
    elif isinstance(value, list):
        for number, row in enumerate(value):
            yield from texts_at(row, f"{at}[{number}]")
    elif isinstance(value, dict):
        for key, row in value.items():
            if key not in _NAMES:
                yield from texts_at(row, f"{at}.{key}".lstrip("."))


def put_text(data: Any, at: str, text: str) -> None:
    """Set the text at a place that ``texts_at`` named."""
    *way, last = (int(step) if step.isdigit() else step for step in _STEP.findall(at))
    for step in way:
        data = data[step]
    data[last] = text


def files(content: dict[str, Any]) -> Iterator[str]:
    """The files that ``content`` names: its pictures and its voice note."""
    for key, value in content.items():
        if key in _FILES:
            yield from filter(None, [value])
        elif isinstance(value, list):
            for row in value:
                yield from files(row) if isinstance(row, dict) else ()


def without_files(content: dict[str, Any]) -> dict[str, Any]:
    """``content`` naming none."""
    return {key: _without_files(value) for key, value in content.items() if key not in _FILES}


def _without_files(value: Any) -> Any:
    if isinstance(value, list):
        return [_without_files(row) for row in value]
    return without_files(value) if isinstance(value, dict) else value


def _changed(value: Any, change: Callable[[str], str]) -> Any:
    if isinstance(value, str):
        return change(value)
    if isinstance(value, list):
        return [_changed(row, change) for row in value]
    return with_texts(value, change) if isinstance(value, dict) else value


def with_files(content: dict[str, Any], names: dict[str, str]) -> dict[str, Any]:
    """``content`` with each file under its new name; one that has none is named no more."""
    return {key: _with_files(value, names, key) for key, value in content.items()}


def _with_files(value: Any, names: dict[str, str], key: str) -> Any:
    if key in _FILES:
        return names.get(value, "")
    if isinstance(value, list):
        return [with_files(row, names) if isinstance(row, dict) else row for row in value]
    return value
