"""One student's way through an edition: a state machine over the answers given so far and the stretches watched."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from escuela_core.errors import EscuelaError
from escuela_core.items import Item
from escuela_core.study.marking import Outcome
from escuela_core.study.policy import Policy, State
from escuela_core.timeline import Span

# The client reports what it played every few seconds; an answer may arrive before its last report.
REPORT_GRACE_MS = 15_000


class AssignmentShutError(EscuelaError):
    code = "assignment_shut"

    def __init__(self, state: State) -> None:
        when = "is not open yet" if state == "not_yet" else "is closed"
        super().__init__(f"This assignment {when}, so the answer was not taken.", state=state)


class NoSuchItemError(EscuelaError):
    code = "no_such_item"

    def __init__(self) -> None:
        super().__init__("This lesson has no such item.")


class NotReachedError(EscuelaError):
    code = "not_reached"

    def __init__(self) -> None:
        super().__init__("The recording has not reached this item yet.")


class NoTriesLeftError(EscuelaError):
    code = "no_tries_left"

    def __init__(self, attempts: int) -> None:
        super().__init__("This item has been answered and has no tries left.", attempts=attempts)


class NotSureNotOfferedError(EscuelaError):
    code = "not_sure_not_offered"

    def __init__(self) -> None:
        super().__init__("“Not sure” is not offered in this assignment.")


@dataclass(frozen=True, slots=True)
class Tried:
    """The outcomes of one item's tries, in order."""

    outcomes: tuple[Outcome, ...] = ()

    @property
    def settled(self) -> bool:
        """Right, waiting for the teacher, not sure, out of time, or merely read: no further try makes sense."""
        return bool(self.outcomes) and self.outcomes[-1] != "wrong"


def tries_left(item: Item, tried: Tried, policy: Policy) -> int:
    if tried.settled:
        return 0
    allowed = policy.attempts if item.is_marked else 1
    return max(0, allowed - len(tried.outcomes))


def is_done(item: Item, tried: Tried, policy: Policy) -> bool:
    return bool(tried.outcomes) and tries_left(item, tried, policy) == 0


def may_answer(item: Item, tried: Tried, policy: Policy, state: State, reached_ms: int, *, not_sure: bool) -> None:
    """Raises the reason why not, and nothing where the answer can be taken.

    ``reached_ms`` is the furthest instant played; it binds only where the policy keeps students from skipping.
    """
    if state in ("not_yet", "closed"):
        raise AssignmentShutError(state)
    if policy.skipping != "freely" and (item.pause_ms or 0) > reached_ms + REPORT_GRACE_MS:
        raise NotReachedError
    if tries_left(item, tried, policy) == 0:
        raise NoTriesLeftError(policy.attempts)
    if not_sure and not policy.offer_not_sure:
        raise NotSureNotOfferedError


def reached(watched: Sequence[Span]) -> int:
    return max((s.end_ms for s in watched), default=0)


def shows_key(item: Item, tried: Tried, policy: Policy, *, finished: bool, state: State) -> bool:
    """Whether this student may see the item's key and explanation now."""
    if not policy.show_key:
        return False
    if policy.feedback == "at_end" and not finished and state != "closed":
        return False
    return is_done(item, tried, policy) or finished or state == "closed"


def shows_outcome(policy: Policy, *, finished: bool, state: State) -> bool:
    """Whether this student may know now if an answer was right."""
    return policy.feedback == "at_once" or finished or state == "closed"
