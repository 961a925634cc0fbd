"""True or false: one statement; ``answer`` is None while it is not decided."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, ClassVar

from escuela_core.items import shape
from escuela_core.items.claim import Claim
from escuela_core.items.model import Item, KeyWordsError, Response, ResponseShapeError
from escuela_core.items.paper import Paper


@dataclass(frozen=True, slots=True, kw_only=True)
class TrueFalse(Item):
    kind: ClassVar[str] = "true_false"
    own_keys: ClassVar[set[str]] = {"prompt", "answer"}
    prompt: str
    answer: bool | None

    @classmethod
    def read(cls, data: dict[str, Any], path: str, shared: dict[str, Any]) -> TrueFalse:
        answer = data.get("answer")
        if answer is not None and not isinstance(answer, bool):
            raise shape.ItemShapeError(f"{path}.answer", "must be true or false")
        return cls(prompt=shape.text(data, "prompt", path), answer=answer, **shared)

    def own_json(self) -> dict[str, Any]:
        return {"prompt": self.prompt, "answer": self.answer}

    @property
    def has_key(self) -> bool:
        return self.answer is not None

    @property
    def key_texts(self) -> list[str]:
        return [] if self.answer is None else [str(self.answer).lower()]

    @property
    def choosable(self) -> list[str]:
        return ["true", "false"]

    @property
    def said_right(self) -> list[str]:
        return self.key_texts

    def key_shown(self, order: Sequence[int]) -> dict[str, Any]:
        return {"truth": self.answer}

    def on_paper(self, order: Sequence[int]) -> Paper:
        return Paper("mark_truth", key=tuple(self.key_texts))

    @property
    def correctable(self) -> bool:
        return True

    def with_key(self, key: Sequence[str]) -> TrueFalse:
        if list(key) not in (["true"], ["false"]):
            raise KeyWordsError
        return replace(self, answer=key[0] == "true")

    def claims(self) -> list[Claim]:
        return [] if self.answer is None else [Claim(self.prompt, "", self.prompt, denied=not self.answer)]

    def response(self, data: dict[str, Any]) -> Response:
        if set(data) != {"truth"} or not isinstance(data["truth"], bool):
            raise ResponseShapeError("truth must be true or false")
        return Response(truth=data["truth"])

    def share(self, response: Response, language: str = "en") -> float:
        return float(response.truth == self.answer)

    def said(self, response: Response) -> list[str]:
        return [str(response.truth).lower()]
