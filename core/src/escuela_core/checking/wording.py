"""What an item's wording gives away, takes for granted, or leaves to the picture; all worth a look, none an error."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence

from escuela_core.checking.findings import Finding
from escuela_core.items import Choice, Item
from escuela_core.items.stems import overlooked_not
from escuela_core.language.levels import above, too_long
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import lemmas

# A key this much longer than the longest wrong option is chosen for its length.
LONGER, LONGER_BY = 1.6, 12
MOST_NAMED = 6
CLOSEST_PAUSES_MS, SAME_PAUSE_MS = 8_000, 50
_SHOWN = re.compile(
    r"\b(?:as you (?:can )?see|you (?:can )?see (?:here|it|that)|look at (?:this|that|these|those|it)"
    r"|(?:over|right|up|down) here"
    r"|(?:on|in) (?:the|this) (?:screen|board|slide|picture|diagram|drawing|photo|map)"
    r"|como (?:veis|ven|ves|pod[eé]is ver|pueden ver)|aqu[ií] (?:mismo|arriba|abajo)|(?:este|esta|eso|esto) de aqu[ií]"
    r"|en (?:la|esta|el|este) (?:pantalla|pizarra|imagen|dibujo|foto|mapa|diapositiva))\b",
    re.IGNORECASE,
)
_ALL_OR_NONE = re.compile(
    r"^(?:all|none|both|neither)\b.*\b(?:above|these|them)\b|^(?:todas|ninguna|todos|ninguno)\b.*\b(?:anteriores|ellas|ellos)\b",
    re.IGNORECASE,
)
_LOADED = re.compile(
    r"\b(?:obviously|of course|as everyone knows|everybody knows|needless to say|stupid|silly|ridiculous"
    r"|obviamente|por supuesto|como todos saben|todo el mundo sabe|evidentemente|rid[ií]culo)\b",
    re.IGNORECASE,
)


def wording_findings(item: Item, evidence: str) -> list[Finding]:
    """What ``item`` alone shows; ``evidence`` is the sentence it rests on."""
    return [*_needs_picture(item, evidence), *_lopsided(item), *_loaded(item), *_overlooked(item)]


def _overlooked(item: Item) -> list[Finding]:
    words = overlooked_not(item)
    message = f"“{words}” is easily overlooked here; write it in capitals or bold."
    return [Finding("overlooked_not", "hint", message, params={"words": words})] if words else []


def _needs_picture(item: Item, evidence: str) -> list[Finding]:
    found = _SHOWN.search(item.asked) or _SHOWN.search(evidence)
    if not found:
        return []
    words = found.group()
    message = f"“{words}” points to what is shown, which the words alone do not tell."
    return [Finding("needs_picture", "look", message, params={"words": words})]


def _lopsided(item: Item) -> list[Finding]:
    if not isinstance(item, Choice) or len(item.options) < 2:
        return []
    for number, option in enumerate(item.options):
        if _ALL_OR_NONE.match(option.text.strip()):
            message = f"“{option.text}” is often right or often wrong for its form alone."
            return [Finding("lopsided", "hint", message, option=number, params={"text": option.text})]
    keys = [len(option.text) for option in item.options if option.correct]
    rest = [len(option.text) for option in item.options if not option.correct]
    if len(keys) == 1 and rest and keys[0] > LONGER * max(rest) and keys[0] - max(rest) >= LONGER_BY:
        message = "The right option is much longer than the others and is chosen for that."
        return [Finding("lopsided", "hint", message, option=item.key[0])]
    return []


def _loaded(item: Item) -> list[Finding]:
    found = _LOADED.search(item.asked)
    if not found:
        return []
    return [
        Finding(
            "loaded_wording",
            "hint",
            f"“{found.group()}” tells students what to think.",
            params={"words": found.group()},
        )
    ]


def given_away(items: Sequence[Item], language: str) -> dict[int, Finding]:
    """Items whose answer stands in their own question, or in the question of one asked before, by number."""
    asked = [_said(item.asked, language) for item in items]
    found = {}
    for number, item in enumerate(items):
        claims = [c for c in item.key_claims(language) if c.given]
        answer = frozenset().union(*(_said(c.answer, language) for c in claims))
        if len(claims) != 1 or not answer:
            continue
        if answer <= asked[number] and len(answer) > 1:
            found[number] = Finding("gives_away", "look", "The question gives its own answer away.")
            continue
        for other in range(number):
            shared = len(asked[other] & asked[number])
            if answer - asked[number] <= asked[other] and not answer <= asked[number] and shared >= 2:
                prompt = items[other].asked
                params = {"prompt": prompt}
                message = f"“{prompt}” tells the answer."
                found[number] = Finding("gives_away", "look", message, other=items[other].id, params=params)
                break
    return found


def _said(text: str, language: str) -> frozenset[str]:
    return lemmas(text, language) | {f"={q.low:g}" for q in quantities(text, language)}


def above_level(item: Item, level: str, talk: Iterable[str], language: str) -> list[Finding]:
    """Where an item's wording leaves the level of the class, with the words that do it; ``talk`` are those it uses."""
    texts = [item.asked, *item.shown, *item.key_texts]
    rare = list(dict.fromkeys(w for text in texts for w in above(text, level, language, known=talk)))
    found = []
    if rare:
        words = ", ".join(rare[:MOST_NAMED])
        message = f"Above level {level}: {words}."
        found.append(Finding("above_level", "hint", message, params={"level": level, "words": words}))
    if too_long(item.asked, level):
        message = f"The sentence is longer than level {level} reads with ease."
        found.append(Finding("above_level", "hint", message, params={"level": level, "words": ""}))
    return found


def out_of_order(items: Sequence[Item]) -> dict[int, Finding]:
    """Items that are asked before another although their words are spoken after its own, by number."""
    placed = [
        (item.pause_ms, max(s.end_ms for s in item.evidence), n)
        for n, item in enumerate(items)
        if item.pause_ms is not None and item.evidence and item.purpose == "check"
    ]
    found = {}
    latest: tuple[int, int] | None = None
    for _, end_ms, number in sorted(placed):
        if latest is not None and end_ms < latest[0]:
            prompt = items[latest[1]].asked
            message = f"“{prompt}” is asked before, but its words come after."
            found[number] = Finding(
                "out_of_order", "hint", message, other=items[latest[1]].id, params={"prompt": prompt}
            )
        if latest is None or end_ms > latest[0]:
            latest = (end_ms, number)
    return found


def crowded(items: Sequence[Item]) -> dict[int, Finding]:
    """Items whose pause comes soon after another's, by number; those that share a pause do not crowd it."""
    placed = sorted((item.pause_ms, n) for n, item in enumerate(items) if item.pause_ms is not None)
    found = {}
    for (before_ms, earlier), (at_ms, number) in zip(placed, placed[1:], strict=False):
        apart_ms = at_ms - before_ms
        if SAME_PAUSE_MS < apart_ms < CLOSEST_PAUSES_MS:
            seconds = f"{apart_ms / 1000:.1f}"
            message = f"The pause comes {seconds} s after the one before."
            params = {"seconds": seconds}
            found[number] = Finding("crowded", "hint", message, other=items[earlier].id, params=params)
    return found
