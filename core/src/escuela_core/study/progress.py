"""One student's way through an edition: a state machine over the answers given so far and the stretches watched."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from escuela_core.errors import EscuelaError
from escuela_core.items import Item
from escuela_core.study.marking import Outcome
from escuela_core.study.policy import Policy, State
from escuela_core.study.room import NotAskedError, Room
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


class KeyShownError(EscuelaError):
    code = "key_shown"

    def __init__(self) -> None:
        super().__init__("The right answer has been shown, so what was answered before stays as it is.")


@dataclass(frozen=True, slots=True)
class Tried:
    """The outcomes of one item's tries, in order; ``key_shown`` once its key or explanation was let out."""

    outcomes: tuple[Outcome, ...] = ()
    key_shown: bool = False


@dataclass(frozen=True, slots=True)
class Standing:
    """Where one student stands with an assignment at a moment: what decides what they may do, and be told.

    ``all_in``: closed, and no answer given before can still arrive. ``room``: it is being played in the room, where the
    teacher decides instead of the policy; ``told``: the items whose answer this student was told there.
    """

    policy: Policy
    state: State
    finished: bool = False
    all_in: bool = False
    room: Room | None = None
    told: frozenset[str] = frozenset()

    @classmethod
    def at(
        cls,
        policy: Policy,
        now: datetime,
        *,
        finished: bool,
        room: Room | None = None,
        told: frozenset[str] = frozenset(),
    ) -> Standing:
        return cls(policy, policy.state(now), finished, policy.all_in(now), room, told)

    def speaks_of(self, item: Item) -> bool:
        """Whether the student may know now if an answer to ``item`` was right."""
        if self.room is not None:
            return item.id in self.room.told
        return self.speaks or item.id in self.told

    @property
    def speaks(self) -> bool:
        """Whether the policy says now if answers were right."""
        if self.policy.feedback == "at_once" or self.all_in:
            return True
        return self.policy.feedback == "at_end" and self.finished


def tries_left(item: Item, tried: Tried, standing: Standing) -> int:
    """How often the item may still be answered.

    While nothing is said of right and wrong, a right answer leaves as many tries as a wrong one: the number would
    tell. "Not sure yet" is a try like another. What waits for the teacher, ran out of time or was merely read takes no
    further try.
    """
    if tried.key_shown or (standing.room is not None and not standing.room.takes(item.id)):
        return 0
    again = ("wrong", "not_sure") if standing.speaks_of(item) else ("wrong", "not_sure", "right")
    if tried.outcomes and tried.outcomes[-1] not in again:
        return 0
    allowed = standing.policy.attempts if item.is_marked else 1
    return max(0, allowed - len(tried.outcomes))


def is_done(item: Item, tried: Tried, standing: Standing) -> bool:
    """Whether nothing more can be answered: settled, or its key has been shown."""
    return (tried.key_shown or bool(tried.outcomes)) and tries_left(item, tried, standing) == 0


def may_answer(item: Item, tried: Tried, standing: Standing, unseen_ms: int, *, not_sure: bool) -> None:
    """Raises the reason why not, and nothing where the answer can be taken.

    ``unseen_ms`` is how much before the item's pause was not played; it binds only where the policy keeps students
    from skipping.
    """
    policy = standing.policy
    if standing.state in ("not_yet", "closed"):
        raise AssignmentShutError(standing.state)
    if standing.room is not None and not standing.room.takes(item.id):
        raise NotAskedError
    if standing.room is None and policy.skipping != "freely" and unseen_ms > REPORT_GRACE_MS:
        raise NotReachedError
    if tries_left(item, Tried(tried.outcomes), standing) == 0:
        raise NoTriesLeftError(policy.attempts)
    if tried.key_shown:
        raise KeyShownError
    if not_sure and not policy.offer_not_sure:
        raise NotSureNotOfferedError


def reached(watched: Sequence[Span]) -> int:
    """The furthest instant played."""
    return max((s.end_ms for s in watched), default=0)


def unseen_before(item: Item, watched: Sequence[Span], stretches: Sequence[Span]) -> int:
    """How much of the lesson's ``stretches`` before the item's pause was not played (``watched`` is merged)."""
    pause_ms = item.pause_ms or 0
    before = [Span(s.start_ms, min(s.end_ms, pause_ms)) for s in stretches if s.start_ms < pause_ms]
    return sum(part.length_ms - sum(part.overlap_ms(w) for w in watched) for part in before)


def shows_key(item: Item, tried: Tried, standing: Standing) -> bool:
    """Whether this student may see the item's key and explanation now."""
    if standing.room is not None:
        return item.id in standing.room.told
    if item.id in standing.told and standing.policy.show_key:
        return True
    if not standing.policy.show_key or not standing.speaks:
        return False
    return standing.finished or standing.all_in or is_done(item, tried, standing)
