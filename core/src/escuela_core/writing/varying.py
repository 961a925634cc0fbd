"""One item again from the same words of the talk: another version or kind, easier, harder, other wrong options."""

from __future__ import annotations

import random
from collections.abc import Sequence
from dataclasses import replace
from typing import Literal

from escuela_core.items import Choice, Item, Open, Option
from escuela_core.language.languages import language_of
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import lemmas
from escuela_core.language.vectors import encoder
from escuela_core.timeline import Span
from escuela_core.transcripts.model import Transcript
from escuela_core.writing.picking import bears_out, spoils
from escuela_core.writing.proposing import candidates
from escuela_core.writing.talk import TOO_ALIKE
from escuela_core.writing.wishes import KINDS, Wishes

Want = Literal["another", "easier", "harder", "distractors"]
# From what is recognised to what is brought forth; a step along it is easier or harder.
_LADDER = ("true_false", "match", "choice", "order", "gap", "open")
_SEEDS = 4
# Where the item's own sentences carry nothing more, its neighbours may.
_NEAR_MS = 20_000


def vary(
    item: Item,
    transcript: Transcript,
    *,
    want: Want = "another",
    kind: str = "",
    existing: Sequence[Item] = (),
    silences: Sequence[Span] = (),
    seed: int = 1,
) -> Item | None:
    """Another item on what ``item`` asks about; None where the talk's words there carry no other.

    ``kind`` asks for just that kind, of the very sentences that ``item`` rests on. ``existing`` are the lesson's other
    items, which it may not repeat.
    """
    if not language_of(transcript.language).has_grammar or not item.evidence:
        return None
    if want == "distractors":
        return _with_others(item, transcript, silences, seed) if isinstance(item, Choice) else None
    kinds = (kind,) if kind else _kinds(item.kind, want)
    near = Span(max(0, item.evidence[0].start_ms - _NEAR_MS), item.evidence[-1].end_ms + _NEAR_MS)
    seen = {(item.asked, *item.key_texts)}
    for number in range(_SEEDS):
        wishes = Wishes(kinds=kinds, seed=seed + number)
        found = candidates(transcript, wishes, stretches=[near], silences=silences)
        if kind:
            # The same words another way: the neighbours are about something else.
            found = [c for c in found if set(c.item.evidence) & set(item.evidence)]
        found.sort(key=lambda c: (not set(c.item.evidence) & set(item.evidence), kinds.index(c.item.kind), -c.worth))
        for candidate in found:
            new = candidate.item
            fresh = (new.asked, *new.key_texts) not in seen and not spoils(new, existing, transcript.language)
            if fresh and bears_out(new, transcript, silences):
                return replace(new, id=item.id, marks=item.marks, goal=item.goal)
    return _opened(item) if kind == "open" else None


def _opened(item: Item) -> Open | None:
    """The same question without anything to choose from; None for what is no question."""
    if not item.asked.rstrip().endswith("?") or not item.key_texts or isinstance(item, Open):
        return None
    shared = {f: getattr(item, f) for f in ("id", "explanation", "evidence", "pause_ms", "marks", "goal", "depth")}
    return Open(prompt=item.asked, model_answer="; ".join(item.key_texts), **shared)


def _kinds(kind: str, want: Want) -> tuple[str, ...]:
    """The kinds to try, the likeliest first."""
    if want == "another" or kind not in _LADDER:
        return (kind, *(k for k in KINDS if k != kind)) if kind in KINDS else KINDS
    step = _LADDER.index(kind)
    return tuple(reversed(_LADDER[:step])) if want == "easier" else _LADDER[step + 1 :]


def _with_others(item: Choice, transcript: Transcript, silences: Sequence[Span], seed: int) -> Item | None:
    """``item`` with wrong options that stand in other choices on the talk, of the key's own shape and none seen yet."""
    whole = [Span(0, max(1, transcript.duration_ms))]
    choices = candidates(transcript, Wishes(kinds=("choice",), seed=seed), stretches=whole)
    key = item.options[item.key[0]].text if item.key else ""
    old = {o.text.lower() for o in item.options}
    texts = dict.fromkeys(o.text for c in choices if isinstance(c.item, Choice) for o in c.item.options)
    asked = lemmas(item.asked, transcript.language)
    fitting = [
        t
        for t in texts
        if t.lower() not in old and _shape(t) == _shape(key) and not lemmas(t, transcript.language) & asked
    ]
    wanted = len(item.options) - len(item.key)
    fresh = _nearest(key, fitting, wanted)
    if not fresh:
        return None
    wrong = [o for o in item.options if not o.correct]
    options = [*(o for o in item.options if o.correct), *(Option(t, False) for t in fresh), *wrong[len(fresh) :]]
    random.Random(seed).shuffle(options)
    changed = replace(item, options=tuple(options))
    return changed if bears_out(changed, transcript, silences) else None


def _nearest(key: str, texts: Sequence[str], wanted: int) -> list[str]:
    """The texts nearest in meaning to ``key`` that do not say the same."""
    if not texts:
        return []
    near = encoder().embed(list(texts)) @ encoder().embed([key])[0]
    order = sorted(range(len(texts)), key=lambda i: -float(near[i]))
    return [texts[i] for i in order if near[i] < TOO_ALIKE][:wanted]


def _shape(text: str) -> tuple[str, bool, int]:
    """How an option begins, whether it is a number, and about how long it is."""
    words = text.lower().split()
    opening = words[0] if words and words[0] in {"because", "a", "an", "the", "is", "are"} else ""
    return opening, bool(quantities(text)), min(3, (len(words) + 1) // 3)
