"""Pasted items and the talk: each is put where its words are said; a time it came with is checked, never trusted."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from escuela_core.checking import check
from escuela_core.checking.report import Evidence, ItemReport
from escuela_core.items import Item
from escuela_core.placing import place
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Transcript

# Times that people and assistants give are often a few sentences early or late.
NEAR_BEFORE_MS, NEAR_AFTER_MS = 25_000, 15_000
MUCH_BETTER = 0.15


@dataclass(frozen=True, slots=True)
class Located:
    """An item with its evidence and pause; ``given_ms`` is the time it came with, ``found`` whether words back it."""

    item: Item
    given_ms: int | None
    found: bool


def located(items: Sequence[Item], transcript: Transcript, silences: Sequence[Span] = ()) -> list[Located]:
    """The items with the evidence that the talk has for them, in the order given.

    A sentence near the given time wins unless another says it much better; where no sentence speaks to the item the
    given time stays.
    """
    return [
        _located(item, report, transcript, silences)
        for item, report in zip(items, check(items, transcript, silences=silences), strict=True)
    ]


def _located(item: Item, report: ItemReport, transcript: Transcript, silences: Sequence[Span]) -> Located:
    given = item.evidence[0].start_ms if item.evidence else item.pause_ms
    best = _best(report.evidence, given) if item.is_marked and report.verdict != "not_heard" else None
    if best is None:
        pause_ms = None if item.pause_ms is None else min(item.pause_ms, transcript.duration_ms)
        return Located(replace(item, pause_ms=pause_ms), given, found=False)
    # What has several parts rests on the sentences of all of them.
    several = len(item.key_claims(transcript.language)) > 1
    spans = tuple(sorted(report.parts)) if several else (best.span,)
    pause = place(spans, transcript, silences, purpose=item.purpose)
    return Located(replace(item, evidence=spans, pause_ms=pause.at_ms), given, found=True)


def _best(evidence: Sequence[Evidence], given_ms: int | None) -> Evidence | None:
    if not evidence:
        return None
    first = evidence[0]
    if given_ms is None:
        return first
    near = [e for e in evidence if e.span.start_ms - NEAR_AFTER_MS <= given_ms <= e.span.end_ms + NEAR_BEFORE_MS]
    return near[0] if near and near[0].score >= first.score - MUCH_BETTER else first
