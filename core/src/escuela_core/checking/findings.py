"""What else can be wrong with an item: its form and its pause. Each has a code, a severity and a sentence."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from escuela_core.checking.severity import Severity
from escuela_core.items import Item
from escuela_core.items.claim import GAP_MARK
from escuela_core.placing.pause import inside_word
from escuela_core.timeline import Span, clock
from escuela_core.transcripts.model import Transcript

# Ends of sentences are known to about a quarter of a second from captions.
EARLY_MS = 250


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
    return [*found, *_part_findings(item), *(Finding(code, "error", message) for code, message in item.lacking)]


def _part_findings(item: Item) -> list[Finding]:
    """Options, pairs or steps that are empty or the same."""
    found = []
    seen: dict[str, int] = {}
    for number, part in enumerate(item.parts):
        text = " ".join(part.lower().split())
        if not text:
            params = {"letter": _letter(item, number), "sort": item.part_word.lower()}
            message = f"{item.part_word} {params['letter']} is empty."
            found.append(Finding("empty_option", "error", message, option=number, params=params))
        elif text in seen:
            first = _letter(item, seen[text])
            params = {"first": first, "letter": _letter(item, number), "sort": item.part_word.lower()}
            message = f"{item.part_word} {params['letter']} is the same as {params['first']}."
            found.append(Finding("same_option", "error", message, option=number, params=params))
        seen.setdefault(text, number)
    return found


def _letter(item: Item, number: int) -> str:
    return "abcdefghijklmnopqrstuvwxyz"[number % 26] if item.lettered else str(number + 1)


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
