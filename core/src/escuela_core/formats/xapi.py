"""What students did as xAPI statements (ADL xAPI 1.0.3; IEEE 9274.1.1), one for each answer and one for handing in.

A statement's id is made of what it says: the same answer under the same mark is the same statement, sent however often;
marked again it is another, since a statement never changes.
"""

from __future__ import annotations

import json
import uuid
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Any

_VERBS = {name: f"http://adlnet.gov/expapi/verbs/{name}" for name in ("answered", "completed")}
_QUESTION = "http://adlnet.gov/expapi/activities/cmi.interaction"
_LESSON = "http://adlnet.gov/expapi/activities/lesson"


@dataclass(frozen=True, slots=True)
class Actor:
    """A student by an account of this site: ``name`` is a pseudonym, unless the teacher wants names."""

    site: str
    name: str


@dataclass(frozen=True, slots=True)
class Lesson:
    """What was given out: its address, title and language."""

    address: str
    title: str
    language: str


@dataclass(frozen=True, slots=True)
class Answered:
    """One try at an item; ``share`` None while it waits for marks."""

    actor: Actor
    item: str
    prompt: str
    said: str
    number: int
    share: float | None
    marks: float
    at: datetime


@dataclass(frozen=True, slots=True)
class Completed:
    """A student has handed in, ``took`` after coming, with so much of all marks."""

    actor: Actor
    share: float
    took: timedelta
    at: datetime


def statements(lesson: Lesson, done: Iterable[Answered | Completed]) -> Iterator[dict[str, Any]]:
    """Each as a statement, in the order given."""
    for one in done:
        told = _answered(lesson, one) if isinstance(one, Answered) else _completed(lesson, one)
        told["actor"] = {
            "objectType": "Agent",
            "account": {"homePage": one.actor.site, "name": one.actor.name},
        }
        told["timestamp"] = one.at.astimezone(UTC).isoformat(timespec="milliseconds").replace("+00:00", "Z")
        yield {"id": str(uuid.uuid5(uuid.NAMESPACE_URL, json.dumps(told, sort_keys=True))), **told}


def json_lines(rows: Iterable[dict[str, Any]]) -> str:
    return "".join(json.dumps(row, ensure_ascii=False) + "\n" for row in rows)


def _answered(lesson: Lesson, one: Answered) -> dict[str, Any]:
    result: dict[str, Any] = {"response": one.said}
    if one.share is not None:
        raw = round(one.share * one.marks, 4)
        score = {"scaled": round(one.share, 4), "raw": raw, "min": 0, "max": one.marks}
        result |= {"success": one.share >= 1.0, "score": score}
    return {
        "verb": _verb("answered"),
        "object": {
            "objectType": "Activity",
            "id": f"{lesson.address}/items/{one.item}",
            "definition": {"type": _QUESTION, "interactionType": "other", "name": {lesson.language: one.prompt}},
        },
        "result": result,
        "context": {
            "language": lesson.language,
            "contextActivities": {"parent": [_activity(lesson)]},
            "extensions": {f"{one.actor.site}/xapi/try": one.number},
        },
    }


def _completed(lesson: Lesson, one: Completed) -> dict[str, Any]:
    seconds = max(0, round(one.took.total_seconds()))
    return {
        "verb": _verb("completed"),
        "object": _activity(lesson),
        "result": {"completion": True, "score": {"scaled": round(one.share, 4)}, "duration": f"PT{seconds}S"},
        "context": {"language": lesson.language},
    }


def _activity(lesson: Lesson) -> dict[str, Any]:
    return {
        "objectType": "Activity",
        "id": lesson.address,
        "definition": {"type": _LESSON, "name": {lesson.language: lesson.title}},
    }


def _verb(name: str) -> dict[str, Any]:
    return {"id": _VERBS[name], "display": {"en": name}}
