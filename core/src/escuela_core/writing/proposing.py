"""Proposing items for the chosen stretches of a talk: the best candidates, checked, spread over the segments."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from escuela_core.checking.report import check
from escuela_core.items import Item
from escuela_core.language.parsing import parsed_all, speaks
from escuela_core.language.vectors import encoder
from escuela_core.placing import place
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Transcript
from escuela_core.writing.candidates import Candidate, candidates, talk_of
from escuela_core.writing.statements import clause_of

KINDS = ("choice", "true_false", "gap")
MS_PER_ITEM = 75_000
MOST_ITEMS = 200
# An item is proposed only where its own evidence bears it out at least this likely.
SUPPORT_FROM = 0.4


@dataclass(frozen=True, slots=True)
class Proposal:
    """Items in order of time, how many were wanted, and a code that says why there are fewer."""

    items: tuple[Item, ...]
    wanted: int
    short_because: str = ""


def propose(
    transcript: Transcript,
    *,
    count: int | None = None,
    kinds: Sequence[str] = KINDS,
    stretches: Sequence[Span] = (),
    existing: Sequence[Item] = (),
    silences: Sequence[Span] = (),
    seed: int = 1,
) -> Proposal:
    """Up to ``count`` items (None: about one per 75 s) on ``stretches``, none asking what ``existing`` ask.

    Each has key, explanation, evidence and pause. Same arguments, same items.
    """
    chosen = list(stretches) or [Span(0, max(1, transcript.duration_ms))]
    wanted = min(MOST_ITEMS, count if count is not None else _as_many_as_borne(chosen))
    if not speaks(transcript.language):
        return Proposal((), wanted, "language")
    ranked = _ranked(transcript, chosen, kinds, existing, seed)
    picked: list[Item] = []
    mix: Counter[str] = Counter()
    used: Counter[int] = Counter()
    tested: dict[int, bool] = {}
    sentences: set[int] = set()
    while len(picked) < wanted:
        best = max(
            (i for i in range(len(ranked)) if tested.get(i, True) and ranked[i].sentence not in sentences),
            key=lambda i: (
                ranked[i].worth
                - 0.35 * mix[ranked[i].item.kind] / max(1, len(picked))
                - 0.5 * used[_stretch(ranked[i], chosen, transcript)] / max(1, len(picked))
            ),
            default=None,
        )
        if best is None:
            break
        item = _placed(ranked[best].item, transcript, silences)
        tested[best] = False
        if _holds(item, [*existing, *picked], transcript, silences):
            picked.append(item)
            sentences.add(ranked[best].sentence)
            mix[item.kind] += 1
            used[_stretch(ranked[best], chosen, transcript)] += 1
    picked.sort(key=lambda item: item.pause_ms or 0)
    return Proposal(tuple(picked), wanted, "" if len(picked) >= wanted else "no_more_good_ones")


def _as_many_as_borne(stretches: Sequence[Span]) -> int:
    return max(1, round(sum(s.length_ms for s in stretches) / MS_PER_ITEM))


def _stretch(candidate: Candidate, stretches: Sequence[Span], transcript: Transcript) -> int:
    at_ms = transcript.sentences[candidate.sentence].start_ms
    return next((n for n, s in enumerate(stretches) if s.holds(at_ms)), 0)


def _ranked(
    transcript: Transcript, stretches: Sequence[Span], kinds: Sequence[str], existing: Sequence[Item], seed: int
) -> list[Candidate]:
    sentences = transcript.sentences
    docs = parsed_all([s.text for s in sentences])
    talk = talk_of(docs, [s.span for s in sentences])
    vectors = encoder().embed([s.text for s in sentences])
    centre = vectors.mean(axis=0)
    central = vectors @ (centre / max(1e-9, float(np.linalg.norm(centre))))
    taken = {s for item in existing for s in item.evidence}
    prompts = {item.asked.lower() for item in existing}
    found: list[Candidate] = []
    for number, sentence in enumerate(sentences):
        if sentence.span in taken or not any(s.holds(sentence.start_ms) for s in stretches):
            continue
        clause = clause_of(number, docs[number])
        if clause is not None:
            found += candidates(clause, talk, float(central[number]), kinds, seed)
    fresh = [c for c in found if c.item.asked.lower() not in prompts]
    return sorted(fresh, key=lambda c: (-c.worth, c.sentence, c.item.asked))


def _placed(item: Item, transcript: Transcript, silences: Sequence[Span]) -> Item:
    return replace(item, pause_ms=place(item.evidence, transcript, silences, purpose=item.purpose).at_ms)


def _holds(item: Item, others: Sequence[Item], transcript: Transcript, silences: Sequence[Span]) -> bool:
    """The check's own word on a candidate: nothing found against it, and its evidence where it was taken from."""
    report = check([*others, item], transcript, silences=silences)[-1] if others else check([item], transcript)[0]
    codes = {f.code for f in report.findings}
    if report.verdict in ("contradicted", "not_heard") or codes & {"twin", "also_right", "same_option", "no_key"}:
        return False
    return report.support >= SUPPORT_FROM and report.evidence[0].span in item.evidence
