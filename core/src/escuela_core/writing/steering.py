"""How well candidates fit what the teacher wants: level, depth, goals, remarks, marked sentences."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from escuela_core.items import Item
from escuela_core.items.model import DEPTHS
from escuela_core.language.levels import above, too_long
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import lemmas, names
from escuela_core.language.vectors import encoder
from escuela_core.transcripts.model import Sentence
from escuela_core.writing.mistakes import statements
from escuela_core.writing.wishes import MOST_GOALS, Remarks, Wishes, read_remarks
from escuela_core.writing.worded import gaps

# From this likeness on a sentence speaks to a goal (MiniLM, cosine).
SPOKEN_TO = 0.38
TO_GOAL, ABOVE_LEVEL, TOO_LONG, ON_TOPIC, MARKED = 0.6, 0.25, 0.4, 0.8, 1.0


@dataclass(frozen=True, slots=True)
class Goal:
    """A learning goal and the sentences, by number, that speak to it; none where the recording does not."""

    text: str
    sentences: tuple[int, ...]


class Steering:
    """What one set of wishes means for one script."""

    def __init__(self, wishes: Wishes, sentences: Sequence[Sentence], language: str) -> None:
        self.wishes = wishes
        self.remarks: Remarks = read_remarks(wishes.remarks)
        self.goals = _spoken_to(wishes.goals[:MOST_GOALS], sentences)
        self.mistaken = tuple(statements(wishes.mistakes, sentences, language))
        self.worded = tuple(gaps(wishes.words, sentences, language))
        self._language = language
        self._known = {w for s in sentences for w in s.text.lower().split()}
        self.marked = {n for n, s in enumerate(sentences) if any(s.span.overlap_ms(m) for m in wishes.about)}
        self._about = [lemmas(topic, language) for topic in self.remarks.about]
        self._avoid = [lemmas(topic, language) for topic in self.remarks.avoid]

    def allows(self, item: Item, sentences: Sequence[int]) -> bool:
        """Whether an item is of a wanted kind and depth and speaks of nothing that was ruled out."""
        wanted = item.kind in self.wishes.kinds and self.remarks.allows(item.kind)
        # What goes further than the recording is only for those who ask for it.
        depths = self.wishes.depths or tuple(d for d in DEPTHS if d != "extend")
        if not wanted or item.depth not in depths:
            return False
        if self.marked and not self.marked & set(sentences):
            return False
        text = " ".join([item.asked, *item.key_texts])
        if "quantities" in self.remarks.without and any(quantities(k) for k in item.key_texts):
            return False
        if "names" in self.remarks.without and any(names(k) for k in item.key_texts):
            return False
        said = lemmas(text, self._language) if self._avoid else frozenset()
        return not any(topic and topic <= said for topic in self._avoid)

    def gain(self, item: Item, sentences: Sequence[int]) -> float:
        """What the wishes add to an item's worth."""
        gain = 0.0
        if self.wishes.level:
            gain -= ABOVE_LEVEL * len(above(item.asked, self.wishes.level, self._language, known=self._known))
            gain -= TOO_LONG * too_long(item.asked, self.wishes.level)
        if self.goal_of(sentences) is not None:
            gain += TO_GOAL
        if self._about:
            said = lemmas(" ".join([item.asked, *item.key_texts]), self._language)
            gain += ON_TOPIC * any(topic & said for topic in self._about)
        return gain

    def goal_of(self, sentences: Sequence[int]) -> Goal | None:
        return next((g for g in self.goals if set(g.sentences) & set(sentences)), None)


def _spoken_to(goals: Sequence[str], sentences: Sequence[Sentence]) -> list[Goal]:
    if not goals or not sentences:
        return [Goal(g, ()) for g in goals]
    alike = encoder().embed(list(goals)) @ encoder().embed([s.text for s in sentences]).T
    return [
        Goal(g, tuple(int(n) for n in np.flatnonzero(row >= SPOKEN_TO))) for g, row in zip(goals, alike, strict=True)
    ]
