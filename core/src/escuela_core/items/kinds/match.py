"""Match: what stands on the left is joined to what belongs to it on the right; each pair earns its share."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from random import Random
from typing import Any, ClassVar

from escuela_core.items import shape
from escuela_core.items.claim import Claim, joined
from escuela_core.items.kinds.arranged import arranged, share_in_place, shuffled
from escuela_core.items.model import Item, Response
from escuela_core.items.paper import Paper, letter
from escuela_core.items.splitting import cut

MOST_PAIRS = 12


@dataclass(frozen=True, slots=True)
class Pair:
    left: str
    right: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Match(Item):
    kind: ClassVar[str] = "match"
    part_word: ClassVar[str] = "Pair"
    own_keys: ClassVar[set[str]] = {"prompt", "pairs"}
    prompt: str
    pairs: tuple[Pair, ...]

    @classmethod
    def read(cls, data: dict[str, Any], path: str, shared: dict[str, Any]) -> Match:
        pairs = tuple(
            Pair(shape.text(row, "left", where), shape.text(row, "right", where))
            for where, row in shape.tables(data, "pairs", path, {"left", "right"}, most=MOST_PAIRS)
        )
        return cls(prompt=shape.text(data, "prompt", path), pairs=pairs, **shared)

    def own_json(self) -> dict[str, Any]:
        return {"prompt": self.prompt, "pairs": [{"left": p.left, "right": p.right} for p in self.pairs]}

    @property
    def has_key(self) -> bool:
        return len(self.pairs) > 1

    @property
    def targets(self) -> list[str]:
        return [p.left for p in self.pairs]

    @property
    def parts(self) -> Sequence[str]:
        return [f"{p.left} → {p.right}" if p.left.strip() and p.right.strip() else "" for p in self.pairs]

    @property
    def shown(self) -> list[str]:
        return [p.right for p in self.pairs]

    def order(self, chance: Random, *, shuffle: bool) -> list[int]:
        return shuffled(len(self.pairs), chance)

    @property
    def key_texts(self) -> list[str]:
        return [f"{p.left} → {p.right}" for p in self.pairs]

    def on_paper(self, order: Sequence[int]) -> Paper:
        place = {n: at for at, n in enumerate(order)}
        return Paper(
            "join",
            tuple(self.shown[n] for n in order),
            tuple(self.targets),
            key=tuple(f"{n + 1} {letter(place[n])}" for n in range(len(self.pairs))),
        )

    @property
    def said_right(self) -> list[str]:
        return self.key_texts

    def claims(self) -> list[Claim]:
        return [joined(p.left, p.right) for p in self.pairs if p.left.strip() and p.right.strip()]

    def halves(self) -> tuple[Match, Match] | None:
        pairs = cut(self.pairs)
        return pairs and (replace(self, pairs=pairs[0]), replace(self, pairs=pairs[1]))

    def response(self, data: dict[str, Any]) -> Response:
        return arranged(data, len(self.pairs))

    def share(self, response: Response, language: str = "en") -> float:
        rights = [p.right for p in self.pairs]
        return share_in_place([rights[n] for n in response.arranged], rights)

    def said(self, response: Response) -> list[str]:
        rights = [self.pairs[n].right for n in response.arranged]
        return [f"{p.left} → {right}" for p, right in zip(self.pairs, rights, strict=True)]
