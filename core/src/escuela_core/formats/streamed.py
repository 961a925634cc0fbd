"""JSON out of what a text-generation service answers: the whole objects of a list, whatever stands around them."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from typing import Any

_GAP = re.compile(r"[\s,]*")


class Listed:
    """The objects of the list under ``name`` in a text that arrives in pieces, each as soon as it is whole."""

    def __init__(self, name: str) -> None:
        self._opening = re.compile(rf'"{name}"\s*:\s*\[')
        self._text = ""
        self._at: int | None = None

    def feed(self, piece: str) -> Iterator[Any]:
        """What became whole with ``piece``."""
        self._text += piece
        if self._at is None:
            opening = self._opening.search(self._text)
            if opening is None:
                return
            self._at = opening.end()
        decoder = json.JSONDecoder()
        while True:
            gap = _GAP.match(self._text, self._at)
            self._at = gap.end() if gap else self._at
            if not self._text.startswith("{", self._at):
                return
            try:
                data, self._at = decoder.raw_decode(self._text, self._at)
            except (ValueError, RecursionError):
                return
            yield data

    @property
    def length(self) -> int:
        return len(self._text)

    @property
    def begun(self) -> bool:
        """Whether the list's opening was found."""
        return self._at is not None

    @property
    def ended(self) -> bool:
        """Whether nothing but the list's end follows the last whole object."""
        return self._at is not None and bool(re.match(r"[\s,]*\]", self._text[self._at :]))


def whole_objects(text: str, name: str) -> list[dict[str, Any]]:
    """The whole JSON objects of the list under ``name`` in a text that is there at once."""
    return [data for data in Listed(name).feed(text) if isinstance(data, dict)]
