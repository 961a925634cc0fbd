"""What a page tells of itself to those who list links: Open Graph, and schema.org as JSON-LD (``app.html``)."""

from __future__ import annotations

import json
from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True, slots=True)
class About:
    """``data``: the JSON-LD, without its context."""

    title: str
    about: str
    language: str
    data: dict[str, Any]

    @property
    def json_ld(self) -> str:
        """As JSON that cannot end the element it stands in."""
        text = json.dumps({"@context": "https://schema.org"} | self.data, ensure_ascii=False)
        return text.replace("<", "\\u003c").replace(">", "\\u003e").replace("&", "\\u0026")
