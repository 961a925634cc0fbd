"""Putting an item into other words: which texts it has, what stands for each in a wording, and the item with them."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import TypeVar

from escuela_core.items.model import Item
from escuela_core.items.reading import item_from_json, item_to_json
from escuela_core.items.texts import put_text, texts_at
from escuela_core.items.wording import WordedText, Wording

# What students read of an item, beside what its kind has.
_SHARED = ("explanation", "image_alt")
AnyItem = TypeVar("AnyItem", bound=Item)


@dataclass(frozen=True, slots=True)
class Line:
    """A text of an item (``original`` at the place ``at``) beside its ``text`` in a wording, empty where there is none;
    ``of`` is the original as it was then."""

    at: str
    original: str
    text: str = ""
    of: str = ""

    @property
    def stale(self) -> bool:
        """Whether the original has changed since."""
        return bool(self.text) and self.of != self.original


def lines(item: Item, tag: str) -> list[Line]:
    """Every text of ``item`` in the order it is read. What only moved (an option further up) keeps its other words."""
    originals = texts_of(item)
    written = next((w.texts for w in item.wordings if w.tag == tag), ())
    at_place = {t.at: t for t in written}
    of_words = {t.of: t for t in reversed(written)}
    found = []
    for at, original in originals.items():
        there = at_place.get(at)
        if there is None or there.of != original:
            moved = of_words.get(original)
            still_needed = there is not None and there.of in originals.values()
            there = moved or (None if still_needed else there)
        found.append(Line(at, original, there.text, there.of) if there else Line(at, original))
    return found


def texts_of(item: Item) -> dict[str, str]:
    """Each text that somebody reads, by its place in the item's JSON; empty ones are left out."""
    own = {key: value for key, value in item.own_json().items() if isinstance(value, str | list)}
    shared = {key: getattr(item, key) for key in _SHARED}
    return {at: text for at, text in texts_at(own | shared) if text.strip()}


@lru_cache(maxsize=4_096)
def in_wording(item: AnyItem, tag: str) -> AnyItem:
    """``item`` in the words of ``tag``, its own where there are none; structure, key and marks are the same."""
    if not any(w.tag == tag for w in item.wordings):
        return item
    data = {key: value for key, value in item_to_json(item).items() if key != "wordings"}
    for line in lines(item, tag):
        if line.text.strip():
            put_text(data, line.at, line.text)
    worded = item_from_json(data)
    assert type(worded) is type(item)
    return worded


def with_wording(item: AnyItem, tag: str, texts: dict[str, str]) -> AnyItem:
    """``item`` with ``texts`` (by place) in its wording ``tag``, the others of it as they were; an empty one goes.

    Places that the item has not are passed over.
    """
    written = tuple(
        WordedText(line.at, text, line.original if line.at in texts else line.of)
        for line in lines(item, tag)
        if (text := texts.get(line.at, line.text).strip())
    )
    bare = without_wording(item, tag)
    return replace(bare, wordings=(*bare.wordings, Wording(tag, written))) if written else bare


def without_wording(item: AnyItem, tag: str) -> AnyItem:
    return replace(item, wordings=tuple(w for w in item.wordings if w.tag != tag))


def tags_of(items: list[Item]) -> list[str]:
    """The wordings that any of ``items`` has, each once, in the order they come."""
    return list(dict.fromkeys(w.tag for item in items for w in item.wordings if w.texts))
