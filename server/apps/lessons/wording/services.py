"""Writing an item's other words, and how all of a lesson's stand beside the original."""

from __future__ import annotations

from typing import Any

from apps.lessons.history.services import changing
from apps.lessons.items.services import changing_item, stored
from apps.lessons.models import Item, Lesson
from apps.lessons.writing.writers import service_name
from config.errors import SentenceError
from escuela_core.checking.other_words import doubts
from escuela_core.items import Item as CoreItem
from escuela_core.items.rewording import lines, tags_of, with_wording, without_wording
from escuela_core.items.wording import is_tag


def in_tag(lesson: Lesson, tag: str) -> dict[str, Any]:
    """Each item of the lesson, and of its pool, line by line beside its words in ``tag``. Raises ``wording_tag``."""
    require_tag(lesson, tag)
    rows = list(lesson.items.exclude(place=Item.Place.DROPPED))
    items = [(row, row.core()) for row in rows]
    language = lesson.recording.language
    return {
        "title": lesson.title,
        "language": language,
        "service": service_name(),
        "tags": tags_of([item for _, item in items]),
        "items": [_beside(row, item, tag, language) for row, item in sorted(items, key=lambda pair: _place(*pair))],
    }


def write(item: Item, tag: str, texts: dict[str, str]) -> dict[str, Any]:
    """Put ``texts`` (by their place in the item) into its wording ``tag``, an empty one away; the item as it is then.

    What else the wording says stays, so that two people at two lines do not overwrite each other.
    """
    require_tag(item.lesson, tag)
    with changing_item(item, "word_item", bout=True) as now:
        now.content = stored(with_wording(now.core(), tag, texts))
    return _beside(item, item.core(), tag, item.lesson.recording.language)


def drop(lesson: Lesson, tag: str) -> None:
    """Take a wording away from every item, as one change."""
    require_tag(lesson, tag)
    with changing(lesson, "drop_wording") as locked:
        for row in locked.items.all():
            item = row.core()
            if any(w.tag == tag for w in item.wordings):
                row.content = stored(without_wording(item, tag))
                row.version += 1
                row.save()


def require_tag(lesson: Lesson, tag: str) -> None:
    if not is_tag(tag) or tag == lesson.recording.language:
        raise SentenceError("wording_tag", "Choose plainer words, or a language other than the lesson's own.")


def _place(row: Item, item: CoreItem) -> tuple[bool, int, int]:
    return row.place != Item.Place.LESSON, item.pause_ms or 0, row.position


def _beside(row: Item, item: CoreItem, tag: str, language: str) -> dict[str, Any]:
    return {
        "id": row.id,
        "kind": item.kind,
        "place": row.place,
        "pause_ms": item.pause_ms,
        "lines": [
            {
                "at": line.at,
                "original": line.original,
                "text": line.text,
                "doubts": [{"code": d.code, "words": d.words} for d in doubts(line, language, tag)],
            }
            for line in lines(item, tag)
        ],
    }
