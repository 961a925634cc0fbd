"""Gap: a sentence with one gap, ``___``, and every filling that counts."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, ClassVar

from escuela_core.items import shape
from escuela_core.items.kinds.typed import same_answer, typed
from escuela_core.items.model import GAP_MARK, Item, Response

MOST_ANSWERS = 30


@dataclass(frozen=True, slots=True, kw_only=True)
class Gap(Item):
    kind: ClassVar[str] = "gap"
    own_keys: ClassVar[set[str]] = {"prompt", "answers"}
    prompt: str
    answers: tuple[str, ...]

    @classmethod
    def read(cls, data: dict[str, Any], path: str, shared: dict[str, Any]) -> Gap:
        answers = shape.texts(data, "answers", path, most=MOST_ANSWERS)
        return cls(prompt=shape.text(data, "prompt", path), answers=answers, **shared)

    def own_json(self) -> dict[str, Any]:
        return {"prompt": self.prompt, "answers": list(self.answers)}

    @property
    def asked(self) -> str:
        return self.prompt

    @property
    def has_key(self) -> bool:
        return GAP_MARK in self.prompt and bool(self.answers) and all(a.strip() for a in self.answers)

    @property
    def key_texts(self) -> list[str]:
        return list(self.answers)

    def response(self, data: dict[str, Any]) -> Response:
        return typed(data)

    def share(self, response: Response) -> float:
        return float(any(same_answer(response.text, answer) for answer in self.answers))

    def said(self, response: Response) -> list[str]:
        return [response.text.strip()]
