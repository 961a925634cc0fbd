"""What a student's browser gets. Keys, explanations and marking are put in only when the policy says so."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import Any

from apps.assignments.models import Assignment, frozen
from apps.lessons.attachments import address_of
from apps.study.models import Answer, Student
from apps.study.services import watched
from escuela_core.items import Choice, Item, Match, TrueFalse
from escuela_core.items.kinds.arranged import display_order
from escuela_core.study import Policy
from escuela_core.study.policy import State
from escuela_core.study.progress import Tried, is_done, shows_key, shows_outcome, tries_left

# Outcomes that tell nothing about the key.
KNOWN_ANYWAY = ("waiting", "not_sure", "out_of_time", "read")


def lesson_for(
    content: dict[str, Any], items: Sequence[Item], recording_url: dict[str, Any], *, shuffled_for: str = ""
) -> dict[str, Any]:
    """A lesson without anything a student must not know yet; ``shuffled_for`` names whose order of options it has."""
    return {
        "title": content["title"],
        "language": content["language"],
        "start_ms": content["start_ms"],
        "end_ms": content["end_ms"],
        "stretches": content.get("stretches") or [{"start_ms": content["start_ms"], "end_ms": content["end_ms"]}],
        "segments": content["segments"],
        "sentences": content["sentences"],
        "items": [question(item, shuffled_for) for item in items],
        "materials": materials_for(content, ("before", "during")),
    } | recording_url


def materials_for(content: dict[str, Any], places: Sequence[str]) -> list[dict[str, Any]]:
    """The materials of an edition that belong to ``places``; older editions have none.

    Words come with their meaning; what else stands beside a line is the teacher's.
    """
    return [
        m if m["kind"] == "glossary" else m | {"lines": [line | {"meaning": ""} for line in m["lines"]]}
        for m in content.get("materials", [])
        if m["place"] in places
    ]


def media_of(recording: Any) -> dict[str, Any]:
    return {
        "media_url": recording.media_url,
        "media_type": recording.media_type,
        "has_picture": recording.has_picture,
        "player_url": recording.player_url,
        "player_dialect": recording.player_dialect,
        "tracks": recording.tracks.all(),
    }


def question(item: Item, shuffled_for: str = "") -> dict[str, Any]:
    """What is asked, and nothing that answers it. ``order`` is how the options are shown; answers count as written."""
    shuffles = bool(shuffled_for) and isinstance(item, Choice)
    several = isinstance(item, Choice) and len(item.key) > 1
    left = item.left if isinstance(item, Match) else []
    return {
        "id": item.id,
        "kind": item.kind,
        "prompt": item.asked,
        "left": left,
        "options": item.shown,
        "option_image_urls": [address_of(o.image) for o in item.options] if isinstance(item, Choice) else [],
        "order": display_order(item.shown, shuffled_for + item.id) if shuffles else list(range(len(item.shown))),
        "several": several,
        "marks": item.marks,
        "time_limit_s": item.time_limit_s,
        "pause_ms": item.pause_ms or 0,
        "hear_from_ms": min((s.start_ms for s in item.evidence), default=None),
        "image_url": address_of(item.image),
        "image_alt": item.image_alt,
        "sound_url": address_of(item.sound),
    }


def state_of(student: Student, assignment: Assignment, now: datetime) -> dict[str, Any]:
    """One student's way so far: three queries."""
    policy = assignment.policy()
    state = policy.state(now)
    edition = frozen(assignment.edition_id)
    items = edition.items
    answers: dict[str, list[Answer]] = {}
    for given in student.answers.all():
        answers.setdefault(str(given.item_id), []).append(given)
    played = watched(student)
    finished = student.finished_at is not None
    return {
        "nickname": student.nickname,
        "finished": finished,
        "state": state,
        "items": [progress(i, answers.get(i.id, []), policy, state, finished=finished) for i in items],
        "materials": materials_for(edition.content, ("after",)) if finished else [],
        "watched": [{"start_ms": s.start_ms, "end_ms": s.end_ms} for s in played],
    }


def progress(item: Item, answers: list[Answer], policy: Policy, state: State, *, finished: bool) -> dict[str, Any]:
    """One item's tries, with what may be told of them now."""
    tried = Tried(tuple(a.outcome for a in answers))  # type: ignore[misc]
    told = shows_outcome(policy, finished=finished, state=state)
    keyed = shows_key(item, tried, policy, finished=finished, state=state)
    return {
        "item": item.id,
        "done": is_done(item, tried, policy),
        "tries_left": tries_left(item, tried, policy),
        "answers": [
            {
                "id": a.id,
                "response": a.response,
                "outcome": a.outcome if told or a.outcome in KNOWN_ANYWAY else "taken",
                "share": a.share if told else None,
                "comment": a.comment,
            }
            for a in answers
        ],
        "key": key_of(item) if keyed else None,
    }


def key_of(item: Item) -> dict[str, Any]:
    """The key and explanation, for when the policy has let them go."""
    shown: dict[str, Any] = {"correct": [], "truth": None, "texts": [], "feedback": [], "explanation": item.explanation}
    if isinstance(item, Choice):
        shown["correct"] = list(item.key)
        shown["feedback"] = [o.feedback for o in item.options]
    elif isinstance(item, TrueFalse):
        shown["truth"] = item.answer
    else:
        shown["texts"] = item.key_texts
    shown["evidence"] = [{"start_ms": s.start_ms, "end_ms": s.end_ms} for s in item.evidence]
    return shown
