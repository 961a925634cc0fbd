"""Note: something to read at the pause; it asks nothing and carries no marks."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, ClassVar

from escuela_core.items import shape
from escuela_core.items.model import Item, Response, ResponseShapeError
from escuela_core.items.paper import Paper


@dataclass(frozen=True, slots=True, kw_only=True)
class Note(Item):
    kind: ClassVar[str] = "note"
    is_marked: ClassVar[bool] = False
    asked_in: ClassVar[str] = "text"
    own_keys: ClassVar[set[str]] = {"text"}
    text: str

    @classmethod
    def read(cls, data: dict[str, Any], path: str, shared: dict[str, Any]) -> Note:
        return cls(text=shape.text(data, "text", path), **shared)

    def own_json(self) -> dict[str, Any]:
        return {"text": self.text}

    @property
    def has_key(self) -> bool:
        return True

    @property
    def key_texts(self) -> list[str]:
        return []

    def on_paper(self, order: Sequence[int]) -> Paper:
        return Paper("read")

    def response(self, data: dict[str, Any]) -> Response:
        if data:
            raise ResponseShapeError("a note takes no answer")
        return Response()

    def share(self, response: Response, language: str = "en") -> float:
        return 0.0

    def said(self, response: Response) -> list[str]:
        return []
