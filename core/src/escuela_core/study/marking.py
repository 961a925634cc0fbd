"""Marking one response against one item. The server alone calls this; open answers wait for the teacher."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from escuela_core.items import Item, Response, ResponseShapeError
from escuela_core.items.rewording import in_wording
from escuela_core.items.wording import language_in
from escuela_core.study.policy import Policy

Outcome = Literal["right", "wrong", "not_sure", "out_of_time", "waiting", "read"]


@dataclass(frozen=True, slots=True)
class Mark:
    """``share`` of the item's marks earned, 0 to 1; None while the teacher has not marked."""

    outcome: Outcome
    share: float | None


OUT_OF_TIME = Mark("out_of_time", 0.0)


def response_from_json(data: object, item: Item) -> Response:
    """Read ``{"not_sure": true}``, ``{"out_of_time": true}`` or what the kind takes. Raises ResponseShapeError."""
    if not isinstance(data, dict):
        raise ResponseShapeError("it must be an object")
    if data.get("not_sure") is True and set(data) == {"not_sure"}:
        return Response(not_sure=True)
    if data.get("out_of_time") is True and set(data) == {"out_of_time"}:
        return Response(out_of_time=True)
    return item.response(data)


def credit(given: Mark, number: int, policy: Policy) -> float | None:
    """The share of an item's marks that its ``number``-th try (from 1) is worth under ``policy``, -1 to 1.

    None while the teacher has not marked. What the teacher marks by hand counts as it is marked.
    """
    share = given.share
    if given.outcome not in ("right", "wrong") or share is None:
        return share
    if share == 0:
        return policy.wrong_share
    return share * (policy.retry_share if number > 1 else 1.0)


def mark(item: Item, response: Response, language: str = "en") -> Mark:
    """The mark of ``response`` to an item in ``language``; what is typed may be in the words of any of its wordings.

    What earns less than all the marks is not right, but keeps what it earned.
    """
    if not item.is_marked:
        return Mark("read", None)
    if response.not_sure:
        return Mark("not_sure", 0.0)
    if response.out_of_time:
        return OUT_OF_TIME
    if item.waits:
        return Mark("waiting", None)
    share = item.share(response, language)
    if share < 1 and response.text:
        worded = ((in_wording(item, w.tag), language_in(w.tag, language)) for w in item.wordings)
        share = max((w.share(response, its) for w, its in worded), default=share)
    return Mark("right" if share == 1 else "wrong", share)
