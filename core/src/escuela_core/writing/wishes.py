"""What a teacher wants proposed, and what of their remarks the built-in writer can follow."""

from __future__ import annotations

import re
from dataclasses import dataclass

from escuela_core.items.model import Depth
from escuela_core.timeline import Span

KINDS = ("choice", "true_false", "gap", "match", "order", "open")
MOST_REMARK_LETTERS = 2_000
MOST_GOALS, MOST_GOAL_LETTERS = 30, 400


@dataclass(frozen=True, slots=True)
class Wishes:
    """``count`` None: as many as the recording bears. Empty ``depths``: any. ``about`` and ``words``: marked sentences
    and words. ``mistakes``: what students get wrong, a line each."""

    count: int | None = None
    kinds: tuple[str, ...] = KINDS
    level: str = ""
    depths: tuple[Depth, ...] = ()
    goals: tuple[str, ...] = ()
    remarks: str = ""
    about: tuple[Span, ...] = ()
    words: tuple[str, ...] = ()
    mistakes: tuple[str, ...] = ()
    seed: int = 1


@dataclass(frozen=True, slots=True)
class Remarks:
    """What was understood of a teacher's remarks; ``ignored`` are the parts that were not, as written."""

    without_kinds: frozenset[str] = frozenset()
    only_kinds: frozenset[str] = frozenset()
    without: frozenset[str] = frozenset()
    about: tuple[str, ...] = ()
    avoid: tuple[str, ...] = ()
    followed: tuple[str, ...] = ()
    ignored: tuple[str, ...] = ()

    def allows(self, kind: str) -> bool:
        return kind not in self.without_kinds and (not self.only_kinds or kind in self.only_kinds)


_KIND_NAMES = {
    "true_false": r"true[ /-]*(?:or[ /-]*)?false|verdadero(?:s)?[ /-]*(?:o[ /-]*)?falso(?:s)?|statements?|afirmaciones",
    "choice": r"multiple[ -]choice|choices?|opci[oó]n m[uú]ltiple|opciones",
    "gap": r"gaps?|blanks?|cloze|huecos?",
    "match": r"match(?:ing)?|emparejar|relacionar",
    "order": r"order(?:ing)?|steps|ordenar|orden",
    "open": r"open(?: questions?)?|abiertas?|preguntas abiertas",
}
_NO = (
    r"(?:no|not|nothing|without|avoid|skip|leave out|don't (?:ask|use|want)(?: about| for)?|never|"
    r"sin|nada(?: de)?|evita[r]?|deja fuera|ning[uú]n[oa]?s?)"
)
_ONLY = r"(?:only|just|solo|s[oó]lo|solamente|[uú]nicamente)"
_ABOUT = (
    r"(?:(?:ask |questions? |items? )?(?:more )?(?:about|on)|focus on|pregunta[r]? (?:m[aá]s )?(?:sobre|por)|sobre|"
    r"c[eé]ntrate en)"
)
_QUALITIES = {
    "quantities": r"numbers?|figures|dates?|years|n[uú]meros?|cifras|fechas|a[nñ]os",
    "names": r"(?:proper )?names?|nombres?(?: propios)?",
}


def read_remarks(text: str) -> Remarks:
    """Remarks in English or Spanish, part by part; what is not understood is said, never guessed."""
    without_kinds: set[str] = set()
    only_kinds: set[str] = set()
    without: set[str] = set()
    about: list[str] = []
    avoid: list[str] = []
    followed: list[str] = []
    ignored: list[str] = []
    for part in re.split(r"[.;\n]+|,\s+(?=(?:no|but|only|sin|solo|s[oó]lo|pero)\b)", text[:MOST_REMARK_LETTERS]):
        said = part.strip(" -•*\t")
        if not said:
            continue
        bare = re.sub(r"^(?:please|but|and|por favor|pero|y)\s+", "", said, flags=re.IGNORECASE).lower()
        refused, limited = re.match(rf"{_NO}\b", bare), re.match(rf"{_ONLY}\b", bare)
        kinds = {k for k, names in _KIND_NAMES.items() if re.search(rf"\b(?:{names})\b", bare)}
        qualities = {q for q, names in _QUALITIES.items() if re.search(rf"\b(?:{names})\b", bare)}
        topic = re.match(rf"(?:{_NO}\s+)?(?:{_ONLY}\s+)?{_ABOUT}\s+(.+)", bare) or re.match(rf"{_NO}\s+(.+)", bare)
        if kinds and refused:
            without_kinds |= kinds
        elif kinds and limited:
            only_kinds |= kinds
        elif qualities and refused:
            without |= qualities
        elif topic and refused:
            avoid.append(_bare_topic(topic.group(1)))
        elif topic:
            about.append(_bare_topic(topic.group(1)))
        else:
            ignored.append(said)
            continue
        followed.append(said)
    return Remarks(
        frozenset(without_kinds),
        frozenset(only_kinds),
        frozenset(without),
        tuple(about),
        tuple(avoid),
        tuple(followed),
        tuple(ignored),
    )


def _bare_topic(text: str) -> str:
    return re.sub(r"^(?:the|a|an|el|la|los|las|un|una)\s+", "", text).strip()
