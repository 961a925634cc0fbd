"""Items as rows of a table, as the reader of pasted items and spreadsheets takes them."""

from __future__ import annotations

from collections.abc import Sequence

from escuela_core.formats.workbook import workbook
from escuela_core.items.kinds import Choice, Gap, Groups, Match, Note, Open, Order, TrueFalse
from escuela_core.items.model import Item
from escuela_core.items.paper import letter
from escuela_core.items.rich import runs
from escuela_core.language.languages import language_of
from escuela_core.timeline import clock

MOST_OPTIONS = 8
_HEADS = {
    "en": ("Question", "Kind", "Option", "Answer", "Explanation", "Marks", "Goal", "Time"),
    "es": ("Pregunta", "Tipo", "Opción", "Respuesta", "Explicación", "Puntos", "Objetivo", "Tiempo"),
}
# Words by which the reader knows a kind, in both languages.
_KINDS: dict[type[Item], str] = {
    Choice: "multiple choice",
    TrueFalse: "true/false",
    Gap: "gap",
    Open: "open",
    Match: "matching",
    Order: "ordering",
    Groups: "sort into groups",
    Note: "note",
}


def lost(item: Item) -> list[str]:
    """What a table does not hold of ``item``, by codes: it has no place for notes at all."""
    if isinstance(item, Note):
        return ["note"]
    found = [code for code, so in (("picture", bool(item.image)), ("sound", bool(item.sound))) if so]
    if item.depth != "recall" or item.purpose != "check" or item.time_limit_s is not None:
        found.append("settings")
    found += ["wordings"] if item.wordings else []
    texts = [item.asked, item.explanation, _key(item), *_options(item)]
    if any(run.style in {"strong", "emphasis"} for text in texts for run in runs(text)):
        found.append("emphasis")
    match item:
        case Choice():
            found += ["feedback"] if any(o.feedback for o in item.options) else []
            found += ["options"] if len(item.options) > MOST_OPTIONS else []
        case Gap():
            found += ["bank"] if item.bank else []
        case Open():
            found += ["criteria"] if item.criteria else []
    return found


def rows(items: Sequence[Item], language: str) -> list[list[str]]:
    """The heads and a row for each item that asks something."""
    asked = [i for i in items if not isinstance(i, Note)]
    most = min(MOST_OPTIONS, max([4, *(len(_options(i)) for i in asked)]))
    question, kind, option, *rest = _HEADS.get(language_of(language).code, _HEADS["en"])
    heads = [question, kind, *(f"{option} {letter(n).upper()}" for n in range(most)), *rest]
    return [heads, *(_row(i, most) for i in asked)]


def _row(item: Item, most: int) -> list[str]:
    options = [*_options(item)[:most]]
    at_ms = item.pause_ms
    return [
        _line(item.asked),
        _KINDS[type(item)],
        *(_line(o) for o in options),
        *([""] * (most - len(options))),
        _line(_key(item)),
        _line(item.explanation),
        f"{item.marks:g}",
        _line(item.goal),
        clock(at_ms) if at_ms is not None else "",
    ]


def _line(text: str) -> str:
    return " ".join(text.split())


def _options(item: Item) -> list[str]:
    match item:
        case Choice() | Order():
            return item.shown
        case Match():
            return [f"{p.left} → {p.right}" for p in item.pairs]
        case Groups():
            return [f"{g.name} → {', '.join(g.things)}" for g in item.groups]
    return []


def _key(item: Item) -> str:
    match item:
        case Choice():
            return ", ".join(letter(n).upper() for n in item.key)
        case TrueFalse():
            return "" if item.answer is None else str(item.answer)
        case Gap():
            return " / ".join(item.answers)
        case Order():
            return ", ".join(letter(n).upper() for n in range(len(item.steps)))
        case Open():
            return item.model_answer
    return ""


def as_xlsx(items: Sequence[Item], title: str, language: str) -> bytes:
    """A workbook of one sheet, which is the same table."""
    return workbook([(title, rows(items, language))])
