"""Picking items among drafts: what the check bears out and what leaves the others alone, over kinds and stretches."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence, Set
from dataclasses import dataclass
from heapq import nlargest

from escuela_core.checking.report import ItemReport, check
from escuela_core.checking.twins import alike
from escuela_core.checking.wording import given_away
from escuela_core.items import Item, TrueFalse
from escuela_core.items.claim import GAP_MARK
from escuela_core.language.quantities import quantities
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Transcript

# An item is proposed only where its own evidence bears it out at least this likely.
SUPPORT_FROM = 0.66
# Drafts are checked so many at a time.
BATCH = 8
# What one more of a kind, or one more on a stretch, costs beside the others picked.
SAME_KIND, SAME_STRETCH = 0.7, 0.5
_CLASHES = frozenset({"clash", "steps"})
_HARMFUL = frozenset({"also_right", "same_option", "no_key"})


@dataclass(frozen=True, slots=True)
class Candidate:
    """A placed item with its place in the talk and how good it is likely to be."""

    item: Item
    sentences: tuple[int, ...]
    worth: float


def pick(
    ranked: Sequence[Candidate],
    wanted: int,
    sound: Sound,
    *,
    stretches: Sequence[Span],
    existing: Sequence[Item],
    marked: Set[int] = frozenset(),
) -> list[Candidate]:
    """The best of ``ranked`` that the check bears out and that leave each other alone, spread over kinds and stretches;
    at most ``wanted``."""
    picked: list[Candidate] = []
    left = dict(enumerate(ranked))
    while len(picked) < wanted and left:
        spread = Spread(picked, stretches)
        upcoming = nlargest(BATCH, left, key=lambda n: left[n].worth - spread.cost(left[n]))
        best = upcoming[0]
        candidate = left.pop(best)
        others = [*existing, *(p.item for p in picked)]
        if sound.holds(best, upcoming) and not spoils(candidate.item, others, sound.language):
            picked.append(candidate)
            # One a sentence, but for those that were marked to be asked about.
            asked = set(candidate.sentences) - marked
            left = {n: c for n, c in left.items() if not set(c.sentences) & asked}
    return picked


class Sound:
    """The check's own word on candidates, asked for in batches, best first, and only as far as they are wanted."""

    def __init__(self, ranked: Sequence[Candidate], transcript: Transcript, silences: Sequence[Span]) -> None:
        self._ranked, self._transcript, self._silences = ranked, transcript, silences
        self._known: dict[int, bool] = {}

    def holds(self, number: int, upcoming: Sequence[int]) -> bool:
        """Whether the check bears a candidate out; those ``upcoming`` are checked along with it."""
        if number not in self._known:
            batch = [n for n in upcoming if n not in self._known]
            items = [self._ranked[n].item for n in batch]
            reports = check(items, self._transcript, silences=self._silences)
            self._known |= {n: _holds(r, i) for n, r, i in zip(batch, reports, items, strict=True)}
        return self._known[number]

    @property
    def language(self) -> str:
        return self._transcript.language

    @property
    def refused(self) -> int:
        return sum(not holds for holds in self._known.values())


def bears_out(item: Item, transcript: Transcript, silences: Sequence[Span] = ()) -> bool:
    """The check's own word on one item."""
    return _holds(check([item], transcript, silences=silences)[0], item)


def _holds(report: ItemReport, item: Item) -> bool:
    """Nothing found against the item alone, and its evidence where it was taken from."""
    found = {f.code for f in report.findings if f.severity != "hint"}
    if report.reason.code in _CLASHES or _HARMFUL & found:
        return False
    if report.reason.code == "language":
        return True
    return report.support >= SUPPORT_FROM and bool(report.evidence) and report.evidence[0].span in item.evidence


def spoils(item: Item, others: Sequence[Item], language: str) -> bool:
    """Whether an item asks what another asks or for the same word, or one of the two gives the other away."""
    asked_for = _asked_for(item, language)
    if not others or any(asked_for & _asked_for(o, language) for o in others):
        return bool(others)
    every = [*others, item]
    doubled = alike(every, [i.evidence for i in every], language)
    return any(later == len(others) for later, _ in doubled) or any(
        given_away([other, item], language) for other in others
    )


def _asked_for(item: Item, language: str) -> frozenset[str]:
    """The word that an item leaves out, in small letters; a number may be left out of several."""
    if GAP_MARK not in item.asked:
        return frozenset()
    return frozenset(
        k.lower() for k in item.key_texts[:1] if not any(c.isdigit() for c in k) and not quantities(k, language)
    )


class Spread:
    """What is taken off a candidate for being one more of its kind or one more on its stretch."""

    def __init__(self, picked: Sequence[Candidate], stretches: Sequence[Span]) -> None:
        self._stretches = stretches
        self._kinds = Counter(_sort(p.item) for p in picked)
        self._places = Counter(_stretch(p.item, stretches) for p in picked)
        self._count = max(1, len(picked))

    def cost(self, candidate: Candidate) -> float:
        kinds = SAME_KIND * self._kinds[_sort(candidate.item)]
        places = SAME_STRETCH * self._places[_stretch(candidate.item, self._stretches)]
        return (kinds + places) / self._count


def _sort(item: Item) -> str:
    """The kind; true and false statements count apart, so that both come."""
    return f"{item.kind}-{item.answer}" if isinstance(item, TrueFalse) else item.kind


def _stretch(item: Item, stretches: Iterable[Span]) -> int:
    at_ms = item.evidence[0].start_ms
    return next((n for n, s in enumerate(stretches) if s.holds(at_ms)), 0)
