"""Open: waits for the teacher's marks; model answer and criteria are for the teacher and, later, the student."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any, ClassVar

from escuela_core.items import shape
from escuela_core.items.claim import Claim, answered
from escuela_core.items.kinds.typed import typed
from escuela_core.items.model import Item, Response
from escuela_core.items.splitting import cut

MOST_CRITERIA = 20


@dataclass(frozen=True, slots=True)
class Criterion:
    """What an answer should show, and the marks for it."""

    text: str
    marks: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Open(Item):
    kind: ClassVar[str] = "open"
    waits: ClassVar[bool] = True
    own_keys: ClassVar[set[str]] = {"prompt", "model_answer", "criteria"}
    prompt: str
    model_answer: str = ""
    criteria: tuple[Criterion, ...] = ()

    @classmethod
    def read(cls, data: dict[str, Any], path: str, shared: dict[str, Any]) -> Open:
        criteria = tuple(
            Criterion(shape.text(row, "text", where), shape.number(row.get("marks", 1), f"{where}.marks"))
            for where, row in shape.tables(data, "criteria", path, {"text", "marks"}, most=MOST_CRITERIA, needed=False)
        )
        return cls(
            prompt=shape.text(data, "prompt", path),
            model_answer=shape.text(data, "model_answer", path, needed=False),
            criteria=criteria,
            **shared,
        )

    def own_json(self) -> dict[str, Any]:
        criteria = [{"text": c.text, "marks": c.marks} for c in self.criteria]
        return {"prompt": self.prompt, "model_answer": self.model_answer} | ({"criteria": criteria} if criteria else {})

    @property
    def has_key(self) -> bool:
        return bool(self.model_answer.strip() or self.criteria)

    @property
    def key_texts(self) -> list[str]:
        return [self.model_answer] if self.model_answer else [c.text for c in self.criteria]

    def claims(self) -> list[Claim]:
        texts = [self.model_answer] if self.model_answer.strip() else [c.text for c in self.criteria]
        return [answered(self.prompt, text) for text in texts if text.strip()]

    def key_reworded(self, change: Callable[[str], str]) -> Open:
        return replace(self, model_answer=change(self.model_answer))

    def halves(self) -> tuple[Open, Open] | None:
        criteria = cut(self.criteria, fewest=1)
        return criteria and (replace(self, criteria=criteria[0]), replace(self, criteria=criteria[1]))

    def response(self, data: dict[str, Any]) -> Response:
        return typed(data)

    def share(self, response: Response, language: str = "en") -> float:
        raise NotImplementedError("an open answer waits for the teacher")

    def said(self, response: Response) -> list[str]:
        return [response.text.strip()]
