"""What a teacher has done about a student's lessons since the student last looked at the class's page."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal

from apps.study.models import Student
from escuela_core.study import Policy

# Each sort of news, in the order in which it is told.
Sort = Literal["given", "returned", "comment", "look", "dates"]
# Those that are counted.
_COUNTED: tuple[Sort, ...] = ("returned", "comment", "look")
Facts = dict[str, Any]


def facts(studies: Sequence[Student], policy: Policy) -> Facts:
    """What the teacher has done so far, as far as the student may know of it: how much was given back, said and looked
    at again, and until when there is time."""
    answers = [a for study in studies for a in study.answers.all()]
    known = [a for a in answers if a.outcome != "waiting" or a.returned_at is not None]
    ends = [at.isoformat() if at else "" for at in (policy.due_at, policy.closes_at)]
    return {
        "returned": sum(1 for a in known if a.returned_at is not None),
        "comment": sum(1 for a in known if a.comment) + sum(1 for s in studies if s.remark),
        "look": sum(1 for a in answers if a.look_verdict),
        "dates": ends,
    }


def news(seen: dict[str, Facts] | None, code: str, now: Facts) -> list[Sort]:
    """Which sorts of news there are of the lesson with ``code``; none for somebody who has seen nothing so far."""
    if seen is None:
        return []
    before = seen.get(code)
    if before is None:
        return ["given"]
    found = [sort for sort in _COUNTED if now[sort] > before.get(sort, 0)]
    return [*found, "dates"] if now["dates"] != before.get("dates", now["dates"]) else found
