"""Order: steps are put in the order the talk gives them; each step in its place earns its share."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from random import Random
from typing import Any, ClassVar

from escuela_core.items import shape
from escuela_core.items.claim import Claim
from escuela_core.items.kinds.arranged import arranged, share_in_place, shuffled
from escuela_core.items.model import Item, Response
from escuela_core.items.paper import Paper
from escuela_core.items.splitting import cut

MOST_STEPS = 12


@dataclass(frozen=True, slots=True, kw_only=True)
class Order(Item):
    kind: ClassVar[str] = "order"
    part_word: ClassVar[str] = "Step"
    own_keys: ClassVar[set[str]] = {"prompt", "steps"}
    prompt: str
    steps: tuple[str, ...]

    @classmethod
    def read(cls, data: dict[str, Any], path: str, shared: dict[str, Any]) -> Order:
        return cls(
            prompt=shape.text(data, "prompt", path), steps=shape.texts(data, "steps", path, most=MOST_STEPS), **shared
        )

    def own_json(self) -> dict[str, Any]:
        return {"prompt": self.prompt, "steps": list(self.steps)}

    @property
    def has_key(self) -> bool:
        return len(self.steps) > 1

    @property
    def parts(self) -> Sequence[str]:
        return self.steps

    @property
    def shown(self) -> list[str]:
        return list(self.steps)

    def order(self, chance: Random, *, shuffle: bool) -> list[int]:
        return shuffled(len(self.steps), chance)

    @property
    def key_texts(self) -> list[str]:
        return list(self.steps)

    def on_paper(self, order: Sequence[int]) -> Paper:
        return Paper("number", tuple(self.steps[n] for n in order), key=tuple(str(n + 1) for n in order))

    @property
    def said_right(self) -> list[str]:
        return self.said(Response(arranged=tuple(range(len(self.steps)))))

    def claims(self) -> list[Claim]:
        return [Claim(step, "", step) for step in self.steps if step.strip()]

    def halves(self) -> tuple[Order, Order] | None:
        steps = cut(self.steps)
        return steps and (replace(self, steps=steps[0]), replace(self, steps=steps[1]))

    def response(self, data: dict[str, Any]) -> Response:
        return arranged(data, len(self.steps))

    def share(self, response: Response, language: str = "en") -> float:
        return share_in_place([self.steps[n] for n in response.arranged], self.steps)

    def said(self, response: Response) -> list[str]:
        return [f"{place}. {self.steps[n]}" for place, n in enumerate(response.arranged, 1)]
