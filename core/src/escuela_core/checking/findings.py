"""What else can be wrong with an item: its form, its pause, a twin. Each has a code, a severity and a sentence."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Literal

from escuela_core.checking.claims import key_claims
from escuela_core.items import Item
from escuela_core.items.model import GAP_MARK
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import lemmas
from escuela_core.language.vectors import encoder
from escuela_core.placing.pause import inside_word
from escuela_core.timeline import Span, clock
from escuela_core.transcripts.model import Transcript

Severity = Literal["error", "look", "hint"]
# Ends of sentences are known to about a quarter of a second from captions.
EARLY_MS = 250
TWIN_MEANING = 0.86


@dataclass(frozen=True, slots=True)
class Finding:
    """``option`` is the number of the option meant, ``other`` the id of the other item, where there is one."""

    code: str
    severity: Severity
    message: str
    option: int | None = None
    other: str | None = None
    params: dict[str, str] = field(default_factory=dict)


def form_findings(item: Item) -> list[Finding]:
    """What is wrong with an item whatever the talk says."""
    found: list[Finding] = []
    if not item.asked.replace(GAP_MARK, "").strip():
        found.append(Finding("empty_prompt", "error", "Nothing is asked yet."))
    if not item.has_key:
        weaker: Severity = "look" if item.waits else "error"
        found.append(Finding("no_key", weaker, "No right answer is given."))
    if item.image and not item.image_alt.strip():
        message = "Nothing says what the picture shows for those who cannot see it."
        found.append(Finding("no_alternative", "look", message))
    return found + _part_findings(item)


def _part_findings(item: Item) -> list[Finding]:
    """Options, pairs or steps that are empty or the same; a choice with fewer than two."""
    found = []
    seen: dict[str, int] = {}
    for number, part in enumerate(item.parts):
        text = " ".join(part.lower().split())
        if not text:
            params = {"letter": _letter(item, number)}
            message = f"{_PARTS[item.kind]} {params['letter']} is empty."
            found.append(Finding("empty_option", "error", message, option=number, params=params))
        elif text in seen:
            params = {"first": _letter(item, seen[text]), "letter": _letter(item, number)}
            message = f"{_PARTS[item.kind]} {params['letter']} is the same as {params['first']}."
            found.append(Finding("same_option", "error", message, option=number, params=params))
        seen.setdefault(text, number)
    if item.kind == "choice" and len(item.parts) < 2:
        found.append(Finding("too_few_options", "error", "A choice needs two options or more."))
    return found


_PARTS = {"choice": "Option", "gap": "Word", "match": "Pair", "order": "Step"}


def _letter(item: Item, number: int) -> str:
    return "abcdefghijklmnopqrstuvwxyz"[number % 26] if item.kind == "choice" else str(number + 1)


def pause_findings(
    item: Item, resting: Sequence[Span], transcript: Transcript, silences: Sequence[Span]
) -> list[Finding]:
    """Whether the item's pause comes before its evidence ends, or cuts a word."""
    if item.pause_ms is None:
        return []
    found = []
    end_ms = max(s.end_ms for s in resting)
    if item.purpose == "check" and item.pause_ms < end_ms - EARLY_MS:
        message = f"The pause at {clock(item.pause_ms)} comes before the answer has been said, at {clock(end_ms)}."
        params = {"pause": clock(item.pause_ms), "end": clock(end_ms)}
        found.append(Finding("too_early", "look", message, params=params))
    if inside_word(item.pause_ms, transcript, silences):
        message = f"The pause at {clock(item.pause_ms)} falls inside a word."
        found.append(Finding("inside_speech", "look", message, params={"pause": clock(item.pause_ms)}))
    return found


def _asked_for(answer: str, language: str) -> frozenset[str]:
    """What an answer consists of: its content words, and its numbers however they are written."""
    return lemmas(answer, language) | {f"={q.low:g}" for q in quantities(answer, language)}


def twins(items: Sequence[Item], resting: Sequence[Sequence[Span]], language: str) -> dict[int, Finding]:
    """Items that ask the same as an earlier one, by number: same key and meaning, in whatever words or segment."""
    keys = [key_claims(item, language) for item in items]
    texts = [" ".join(c.text for c in claims) or item.asked for item, claims in zip(items, keys, strict=True)]
    answers = [frozenset().union(*(_asked_for(c.answer, language) for c in claims)) for claims in keys]
    if len(items) < 2:
        return {}
    alike = (vectors := encoder().embed(texts)) @ vectors.T
    found: dict[int, Finding] = {}
    for later in range(1, len(items)):
        for earlier in range(later):
            if not (items[later].is_marked and items[earlier].is_marked):
                continue
            same_place = bool(set(resting[later]) & set(resting[earlier]))
            shared = len(answers[later] & answers[earlier]) / (len(answers[later] | answers[earlier]) or 1)
            if alike[later, earlier] >= TWIN_MEANING - 0.1 * (same_place and shared >= 0.34) - 0.08 * shared:
                prompt = items[earlier].asked
                found[later] = Finding(
                    "twin",
                    "look",
                    f"Asks the same as “{prompt}”",
                    other=items[earlier].id,
                    params={"prompt": prompt},
                )
                break
    return found
