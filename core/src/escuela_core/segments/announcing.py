"""Where a speaker announces what comes next, and what it is called: "Right, paths", "Now the zone", "Number two"."""

from __future__ import annotations

import re

from escuela_core.language.languages import language_of

_OPENING = {
    "en": r"(?:(?:okay|ok|right|now|so|well|and|then|alright|um|uh|er|like|then),? )*",
    "es": r"(?:(?:bueno|vale|venga|pues|y|entonces|eh|a ver|ahora),? )*",
}
_ANNOUNCING = {
    "en": r"(?:now then|moving on|next up|next|number (?:one|two|three|four|five)|"
    r"last (?:one|thing|stop|of all)|"
    r"first (?:thing|of all)|the (?:first|second|third|next|last) (?:\w+ )?(?:is|thing|one|step|stage)|"
    r"another thing|one (?:more|last) thing|finally|step (?:one|two|three|four|five)|now for|"
    r"let's (?:look at|turn to|talk about|move on|start|begin|find|go)|(?:that|which) brings (?:us|me) to)\b",
    "es": r"(?:lo primero|lo segundo|lo siguiente|lo último|ahora (?:sí|viene|vamos)|pasemos|vamos (?:a|con)|"
    r"por último|primer paso|segundo paso|y ahora)\b",
}
# "Right, paths, er, ...", "Okay, butter, so ...", "Now the zone, so ...": two openers, or one and a pause, then a name.
_NAMED = {
    "en": r"^(?:okay|ok|right|now|so)\b,? (?:(?:okay|now|so|then|um|uh|er|where was i),? )*"
    r"(?P<name>(?:the )?[a-z][a-z-]{3,}(?: [a-z]{4,})?)[,.](?: |$)",
    "es": r"^(?:bueno|vale|venga|ahora|pues)\b,? (?:(?:ahora|sí|entonces|eh|pues),? )*"
    r"(?P<name>(?:el|la|los|las) [a-záéíóúñ]{4,})[,.](?: |$)",
}
_NO_NAMES = frozenset(
    "then this that here there what okay right well yeah everybody good guys first another more like stop wait left "
    "look come thanks sorry listen time".split()
)


def announces(text: str, language: str) -> bool:
    """Whether a sentence opens a new part."""
    code = language_of(language).code
    if code not in _ANNOUNCING:
        return False
    return bool(re.match(_OPENING[code] + _ANNOUNCING[code], text, re.IGNORECASE)) or bool(announced(text, language))


def announced(text: str, language: str) -> str:
    """What a sentence says that comes next, as it is said: "paths", "the zone"; empty where it names nothing."""
    code = language_of(language).code
    found = re.match(_NAMED[code], text, re.IGNORECASE) if code in _NAMED else None
    if found is None or _NO_NAMES & set(found["name"].lower().split()):
        return ""
    return found["name"]
