"""A lesson played in the room: what stands before everybody, when answers count, what may come next.

The teacher holds the pace. An item is asked, its spread shown where the teacher wants that, and its answer told; from
the spread on no answer counts, unless the item is asked again before it was told.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from escuela_core.errors import EscuelaError
from escuela_core.items import Item

Phase = Literal["playing", "held", "asking", "hearing", "spread", "told"]
Step = Literal["play", "hold", "ask", "hear", "back", "spread", "tell", "go_on"]
PHASES: tuple[Phase, ...] = ("playing", "held", "asking", "hearing", "spread", "told")
STEPS: tuple[Step, ...] = ("play", "hold", "ask", "hear", "back", "spread", "tell", "go_on")
# Items whose pauses are no further apart are asked at one stop, one after the other.
TOGETHER_MS = 50

_FROM: dict[Step, tuple[Phase, ...]] = {
    "play": PHASES,
    "hold": ("playing", "held"),
    "ask": PHASES,
    "hear": ("asking", "spread", "told"),
    "back": ("hearing",),
    "spread": ("asking", "hearing"),
    "tell": ("asking", "hearing", "spread"),
    "go_on": ("asking", "hearing", "spread", "told"),
}


class RoomStepError(EscuelaError):
    code = "room_step"

    def __init__(self, step: Step) -> None:
        super().__init__("That does not come next in the room; look at the screen first.", step=step)


class NotAskedError(EscuelaError):
    code = "not_asked"

    def __init__(self) -> None:
        super().__init__("The room is not asking this now, so the answer was not counted.")


@dataclass(frozen=True, slots=True)
class Room:
    """``item`` is the one before everybody, empty while the recording plays; ``told`` are the items whose answer has
    been shown; ``after`` is where hearing a part again leads back to."""

    phase: Phase = "held"
    item: str = ""
    told: frozenset[str] = frozenset()
    after: Phase = "asking"

    def takes(self, item: str) -> bool:
        """Whether an answer to ``item`` counts now."""
        asking = self.phase == "asking" or (self.phase == "hearing" and self.after == "asking")
        return asking and item == self.item

    def stepped(self, step: Step, items: Sequence[Item], item: str = "") -> Room:
        """The room after ``step``; ``item`` is the one to ask. ``items`` are those of the lesson, in order.

        Raises RoomStepError for what does not come next, and for an item that the lesson does not have.
        """
        if self.phase not in _FROM[step] or (step == "ask" and item not in {i.id for i in items}):
            raise RoomStepError(step)
        if step == "go_on":
            following = self._beside(items)
            return self._asking(following) if following else replace(self, phase="playing", item="")
        if step == "ask":
            return self._asking(item)
        if step == "hear":
            return replace(self, phase="hearing", after=self.phase)
        if step == "back":
            return replace(self, phase=self.after)
        if step == "spread":
            return replace(self, phase="spread")
        if step == "tell":
            return replace(self, phase="told", told=self.told | {self.item})
        return replace(self, phase="playing" if step == "play" else "held", item="")

    def _asking(self, item: str) -> Room:
        """An item that was told before is shown with its answer: it takes no more."""
        return replace(self, phase="told" if item in self.told else "asking", item=item)

    def _beside(self, items: Sequence[Item]) -> str:
        """The next item at the same pause that was not told yet; empty where there is none."""
        at = next((n for n, i in enumerate(items) if i.id == self.item), len(items))
        near = (
            i.id
            for i in items[at + 1 :]
            if abs((i.pause_ms or 0) - (items[at].pause_ms or 0)) < TOGETHER_MS and i.id not in self.told
        )
        return next(near, "")
