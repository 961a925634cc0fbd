"""Find and replace with everything shown before it is changed: over the script, the items, or both."""

from __future__ import annotations

import re
from collections.abc import Collection
from dataclasses import dataclass, field
from typing import Any, Literal

from apps.lessons.history.services import changing
from apps.lessons.items import services as items
from apps.lessons.models import Item, Lesson
from apps.lessons.script import services as script
from config.api import whole_number
from config.errors import SentenceError
from escuela_core.items.texts import with_texts

Where = Literal["script", "items", "both"]
MOST_REPLACED = 2_000


@dataclass(frozen=True, slots=True)
class Replacing:
    """What is looked for and what comes in its place, as it stands: neither is a pattern. Raises ``find_empty``."""

    find: str
    replacement: str
    whole_words: bool = True
    match_case: bool = False

    def __post_init__(self) -> None:
        if not self.find.strip():
            raise SentenceError("find_empty", "Say what to find.")

    def in_text(self, text: str) -> str:
        literal = re.escape(self.find)
        pattern = rf"(?<!\w){literal}(?!\w)" if self.whole_words else literal
        return re.sub(pattern, lambda _m: self.replacement, text, flags=0 if self.match_case else re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Match:
    """One sentence or item that would change; ``before`` and ``after`` show how, ``content`` is an item's new one."""

    id: str
    before: str
    after: str
    content: dict[str, Any] = field(default_factory=dict)


def matches(lesson: Lesson, what: Replacing, where: Where) -> list[Match]:
    """What replacing would change."""
    found = [
        *(_in_script(lesson, what) if where != "items" else ()),
        *(_in_items(lesson, what) if where != "script" else ()),
    ]
    return found[:MOST_REPLACED]


def replace(lesson: Lesson, what: Replacing, where: Where, chosen: Collection[str]) -> None:
    """Replace in the sentences or items named, as one change."""
    # Sentences are known by numbers, items by longer names.
    named = [number for i in chosen if (number := whole_number(i)) is not None] or None
    with changing(lesson, "replace", script=named):
        rows = {m.id: m for m in matches(lesson, what, where) if m.id in set(chosen)}
        for sentence in lesson.recording.sentences.filter(pk__in=[i for i in rows if i.isdigit()]):
            script.rewrite(sentence, rows[str(sentence.pk)].after)
        for item in lesson.items.filter(id__in=[i for i in rows if not i.isdigit()]):
            items.rewrite(item, rows[str(item.id)].content)


def _in_script(lesson: Lesson, what: Replacing) -> list[Match]:
    found = []
    for sentence in lesson.recording.sentences.all():
        after = " ".join(what.in_text(sentence.text).split())
        if after and after != sentence.text:
            found.append(Match(str(sentence.pk), sentence.text, after))
    return found


def _in_items(lesson: Lesson, what: Replacing) -> list[Match]:
    found = []
    for item in lesson.items.exclude(place=Item.Place.DROPPED):
        changed: dict[str, str] = {}

        def change(text: str, changed: dict[str, str] = changed) -> str:
            after = what.in_text(text)
            return after if after == text else changed.setdefault(text, after)

        content = with_texts(item.content, change)
        if changed:
            found.append(Match(str(item.id), " · ".join(changed), " · ".join(changed.values()), content))
    return found
