"""Groups: things are sorted into two to four named groups; each thing in its group earns its share."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from random import Random
from typing import Any, ClassVar

from escuela_core.items import shape
from escuela_core.items.claim import Claim, joined
from escuela_core.items.kinds.arranged import shuffled
from escuela_core.items.model import Item, Response, ResponseShapeError
from escuela_core.items.paper import Paper
from escuela_core.items.splitting import cut

MOST_GROUPS, MOST_THINGS = 4, 12


@dataclass(frozen=True, slots=True)
class Group:
    """``things`` all belong to it and to no other group of the item."""

    name: str
    things: tuple[str, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Groups(Item):
    """The things of all groups count through in the order of the groups."""

    kind: ClassVar[str] = "groups"
    part_word: ClassVar[str] = "Thing"
    own_keys: ClassVar[set[str]] = {"prompt", "groups"}
    prompt: str
    groups: tuple[Group, ...]

    @classmethod
    def read(cls, data: dict[str, Any], path: str, shared: dict[str, Any]) -> Groups:
        groups = tuple(
            Group(shape.text(row, "name", where), shape.texts(row, "things", where, most=MOST_THINGS))
            for where, row in shape.tables(data, "groups", path, {"name", "things"}, most=MOST_GROUPS)
        )
        if sum(len(g.things) for g in groups) > MOST_THINGS:
            raise shape.ItemShapeError(f"{path}.groups", f"may hold at most {MOST_THINGS} things together")
        return cls(prompt=shape.text(data, "prompt", path), groups=groups, **shared)

    def own_json(self) -> dict[str, Any]:
        return {"prompt": self.prompt, "groups": [{"name": g.name, "things": list(g.things)} for g in self.groups]}

    @property
    def has_key(self) -> bool:
        return len(self.groups) > 1 and len(self.shown) > 1

    @property
    def parts(self) -> Sequence[str]:
        return self.shown

    @property
    def lacking(self) -> list[tuple[str, str]]:
        names = [" ".join(g.name.lower().split()) for g in self.groups]
        found = [("unnamed_group", "A group has no name.")] if not all(names) else []
        return found + ([("same_group", "Two groups have the same name.")] if len(set(names)) < len(names) else [])

    @property
    def shown(self) -> list[str]:
        return [thing for group in self.groups for thing in group.things]

    @property
    def targets(self) -> list[str]:
        return [g.name for g in self.groups]

    def order(self, chance: Random, *, shuffle: bool) -> list[int]:
        return shuffled(len(self.shown), chance)

    @property
    def key(self) -> tuple[int, ...]:
        """For each thing the number of its group."""
        return tuple(n for n, group in enumerate(self.groups) for _ in group.things)

    @property
    def key_texts(self) -> list[str]:
        return [f"{g.name}: {', '.join(g.things)}" for g in self.groups]

    def on_paper(self, order: Sequence[int]) -> Paper:
        things = tuple(self.shown[n] for n in order)
        return Paper("sort", things, tuple(self.targets), key=tuple(self.key_texts))

    @property
    def said_right(self) -> list[str]:
        return self.said(Response(grouped=self.key))

    def claims(self) -> list[Claim]:
        return [
            joined(thing, group.name)
            for group in self.groups
            for thing in group.things
            if thing.strip() and group.name.strip()
        ]

    def key_reworded(self, change: Callable[[str], str]) -> Groups:
        groups = tuple(replace(g, things=tuple(change(t) for t in g.things)) for g in self.groups)
        return replace(self, groups=groups)

    def halves(self) -> tuple[Groups, Groups] | None:
        """Half of each group's things in each; only where no group would be left empty."""
        halves = [cut(g.things, fewest=1) for g in self.groups]
        if not halves or None in halves:
            return None
        first, second = (
            replace(self, groups=tuple(replace(g, things=h[n]) for g, h in zip(self.groups, halves, strict=True) if h))
            for n in (0, 1)
        )
        return first, second

    def response(self, data: dict[str, Any]) -> Response:
        given = data.get("grouped")
        known = range(len(self.groups))
        is_list = isinstance(given, list) and all(isinstance(n, int) and not isinstance(n, bool) for n in given)
        if set(data) != {"grouped"} or not isinstance(given, list) or not is_list or len(given) != len(self.shown):
            raise ResponseShapeError("grouped must name a group for each of the things shown")
        if any(n not in known for n in given):
            raise ResponseShapeError("there is no such group")
        return Response(grouped=tuple(given))

    def share(self, response: Response, language: str = "en") -> float:
        return sum(a == b for a, b in zip(response.grouped, self.key, strict=True)) / max(1, len(self.key))

    def said(self, response: Response) -> list[str]:
        placed = zip(self.shown, response.grouped, strict=True)
        return [f"{thing} → {self.groups[n].name}" for thing, n in placed]
