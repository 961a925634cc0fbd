"""What a Spanish speaker gives a reason, a purpose or a condition for, in the speaker's own words.

"Antes de nada sueltas el freno, porque si no la cubierta no pasa": what is said to a "you", or points at something,
cannot be turned into a statement, but quoted it can be asked about.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import TYPE_CHECKING

from escuela_core.items import Item, Open
from escuela_core.language.parsing import parsed_in
from escuela_core.writing.clause import capital
from escuela_core.writing.spanish.forms.form import Talk, shared
from escuela_core.writing.spanish.statement import feature

if TYPE_CHECKING:
    from spacy.tokens import Doc

_BECAUSE = re.compile(r"^(?P<main>.+?),? (?P<why>porque .+)$", re.IGNORECASE)
_SO_THAT = re.compile(r"^(?P<main>.+?),? (?P<why>para (?:que )?\w+ .+)$", re.IGNORECASE)
_IF = re.compile(r"^(?:.*\b(?:y|pero|o),? )?(?P<when>si (?!no,)[^,]+), (?P<then>.+)$", re.IGNORECASE)
_LEADING = re.compile(
    r"^(?:(?:y|e|o sea(?: que)?|pero|pues|entonces|bueno|vale|venga|ahora|luego|mira|claro|total que|así que|este|"
    r"lo (?:último|primero)(?! que)(?: es)?|ojo|bien|que),? )+",
    re.IGNORECASE,
)
_TRAILING = re.compile(
    r"(?:,? (?:eh|vale|claro|por favor|por supuesto|ya está|y ya está|y ya|más o menos|de verdad|sabes|no|nunca|"
    r"eso también))+$",
    re.IGNORECASE,
)
# What a speaker feels, thinks or is about to show is not what the talk teaches.
OF_SELF = re.compile(
    r"\b(?:yo|me|mí|conmigo|creo|pienso|espero|quiero|quería|voy|vamos|vais|digo|decía|sé|he|hemos|habéis|gracias)\b",
    re.IGNORECASE,
)
# What is said of a thing that was named before, or of nothing.
_OF_ANOTHER = re.compile(r"(?:(?:el|la|los|las) (?:del?|que|m[íi][oa]s?)|menos|salvo|fue|era)\b", re.IGNORECASE)
# An end where nothing can end.
_TORN = re.compile(
    r"\b(?:el|la|los|las|un|una|unos|unas|de|del|a|al|en|con|por|para|y|o|que|si|porque|muy|más|se|lo|es|está)$",
    re.IGNORECASE,
)
_BROKEN = re.compile(r"[¿?¡!:;…—\"“”«»()]|\.\.\.|,\s*,")
_TOLD_TO = re.compile(
    r"^(?:(?:pues|entonces|ahí) )?(?:hay que|tienes que|tenéis que|debes|puedes|podéis)\b", re.IGNORECASE
)
SHORTEST_MAIN, LONGEST_MAIN, SHORTEST_REASON, LONGEST_REASON = 3, 16, 4, 24
Drafts = Iterator[tuple[str, Item]]


def spoken(text: str, sentence: int, talk: Talk) -> Drafts:
    """Open items on a whole sentence; nothing where its words do not read like something written."""
    said = text.strip().rstrip(".").strip()
    if _BROKEN.search(said):
        return
    yield from _explained("quoted_reason", "por qué", _BECAUSE.match(said), sentence, talk)
    yield from _explained("quoted_purpose", "para qué", _SO_THAT.match(said), sentence, talk)
    yield from _follows(_IF.match(said), sentence, talk)


def _explained(form: str, word: str, found: re.Match[str] | None, sentence: int, talk: Talk) -> Drafts:
    if found is None:
        return
    main, why = _last_that_says(tidy(found["main"])), _first_part(tidy(found["why"]))
    if not main or not _reads_well(why, SHORTEST_REASON, LONGEST_REASON) or OF_SELF.search(f"{main} {why}"):
        return
    asked = f"¿{capital(word)} {main}?" if _TOLD_TO.match(main) else f"“{capital(main)}”: ¿{word}?"
    yield form, Open(prompt=asked, model_answer=f"{capital(why)}.", **shared(sentence, talk, "reason"))


def _follows(found: re.Match[str] | None, sentence: int, talk: Talk) -> Drafts:
    if found is None:
        return
    when, then = tidy(found["when"]), _first_part(tidy(found["then"]))
    if not _reads_well(when, SHORTEST_MAIN, LONGEST_MAIN) or not _reads_well(then, 2, LONGEST_REASON):
        return
    doc = parsed_in("es", [then])[0]
    does = _TOLD_TO.match(then) or _has_verb(doc)
    if OF_SELF.search(f"{when} {then}") or not does or not _names(parsed_in("es", [when])[0]):
        return
    # "Empuja" may be an order, or what something does.
    asked = "¿Qué hay que hacer" if _tells_to(then, doc) else "¿Y" if doc[0].pos_ in {"VERB", "AUX"} else "¿Qué pasa"
    answer = f"{capital(then)}."
    yield "quoted_condition", Open(prompt=f"{asked} {when}?", model_answer=answer, **shared(sentence, talk, "reason"))


def tidy(text: str) -> str:
    """``text`` without what joins it to the words around it, in small letters."""
    said = _TRAILING.sub("", _LEADING.sub("", text.strip(" ,.;:"))).strip(" ,;")
    return said[:1].lower() + said[1:] if said else ""


def _last_that_says(text: str) -> str:
    """The end of ``text``, cut at a comma, that says something by itself; "" where none does."""
    parts = text.split(", ")
    for start in reversed(range(len(parts))):
        said = tidy(", ".join(parts[start:]))
        if not _reads_well(said, SHORTEST_MAIN, LONGEST_MAIN) or _OF_ANOTHER.match(said):
            continue
        doc = parsed_in("es", [said])[0]
        if _has_verb(doc) and _names(doc):
            return said
    return ""


def _first_part(text: str) -> str:
    """``text`` up to where the speaker goes on with something else: at a comma behind which another clause begins."""
    parts = text.split(", ")
    kept = [parts[0]]
    for part in parts[1:]:
        if re.match(r"(?:y|pero|que|así|por eso|o sea|esto|eso|aunque)\b", part, re.IGNORECASE):
            break
        kept.append(part)
    return tidy(", ".join(kept))


def _reads_well(text: str, shortest: int, longest: int) -> bool:
    words = text.split()
    return shortest <= len(words) <= longest and not _TORN.search(text) and text.count(",") * 4 <= len(words)


def _has_verb(doc: Doc) -> bool:
    """Whether something is done: a finite verb, or what is to be done at its head ("poner el piñón pequeño")."""
    finite = any(t.pos_ in {"VERB", "AUX"} and "Fin" in feature(t, "VerbForm") for t in doc)
    return finite or "Inf" in feature(doc[0], "VerbForm")


def _names(doc: Doc) -> bool:
    return any(t.pos_ in {"NOUN", "PROPN"} for t in doc)


def _tells_to(text: str, doc: Doc) -> bool:
    """Whether somebody is told what to do: an order, a "you", or what has to be done."""
    first = next((t for t in doc if t.pos_ in {"VERB", "AUX"}), None)
    if _TOLD_TO.match(text) or first is None:
        return first is not None
    return "Imp" in feature(first, "Mood") or "2" in feature(first, "Person")
