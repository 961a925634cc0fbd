"""The item list file (RULES of the API's shape): JSON to items and back; an unknown key is an error with its path."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from escuela_core.errors import EscuelaError
from escuela_core.items.model import DEPTHS, Choice, Gap, Item, Note, Open, Option, TrueFalse
from escuela_core.timeline import Span

LONGEST_TEXT = 4_000
MOST_OPTIONS = 12
_SHARED = {"id", "kind", "explanation", "marks", "depth", "purpose", "pause_ms", "evidence"}
_MINE = {
    "choice": {"prompt", "options"},
    "true_false": {"prompt", "answer"},
    "gap": {"prompt", "answers"},
    "open": {"prompt", "model_answer"},
    "note": {"text"},
}


class ItemShapeError(EscuelaError):
    """Something in the JSON has the wrong shape; ``path`` names it, as in ``items[2].options[0].text``."""

    code = "item_shape"

    def __init__(self, path: str, problem: str) -> None:
        super().__init__(f"{path or 'The item list'}: {problem}.", path=path, problem=problem)


def items_from_json(data: object) -> list[Item]:
    """The items of ``{"items": [...]}``. Raises ItemShapeError at the first thing that does not fit."""
    table = _table(data, "")
    _only(table, {"items"}, "")
    rows = _rows(table, "items", "", most=2_000)
    return [item_from_json(row, f"items[{i}]") for i, row in enumerate(rows)]


def item_from_json(data: object, path: str = "item") -> Item:
    """One item. Raises ItemShapeError."""
    table = _table(data, path)
    kind = table.get("kind")
    if not isinstance(kind, str) or kind not in _MINE:
        raise ItemShapeError(f"{path}.kind", f"must be one of {', '.join(_MINE)}")
    _only(table, _SHARED | _MINE[kind], path)
    shared = _shared(table, path)
    return _READERS[kind](table, path, shared)


def item_to_json(item: Item) -> dict[str, Any]:
    """The same shape that is read, without the optional keys that hold nothing."""
    data: dict[str, Any] = {"id": item.id, "kind": item.kind}
    if isinstance(item, Note):
        data["text"] = item.text
    if isinstance(item, Choice):
        options = [
            {"text": o.text, "correct": o.correct} | ({"feedback": o.feedback} if o.feedback else {})
            for o in item.options
        ]
        data |= {"prompt": item.prompt, "options": options}
    if isinstance(item, TrueFalse):
        data |= {"prompt": item.prompt, "answer": item.answer}
    if isinstance(item, Gap):
        data |= {"prompt": item.prompt, "answers": list(item.answers)}
    if isinstance(item, Open):
        data |= {"prompt": item.prompt, "model_answer": item.model_answer}
    data |= {"explanation": item.explanation, "marks": item.marks, "depth": item.depth, "purpose": item.purpose}
    if item.pause_ms is not None:
        data["pause_ms"] = item.pause_ms
    data["evidence"] = [{"start_ms": s.start_ms, "end_ms": s.end_ms} for s in item.evidence]
    return {k: v for k, v in data.items() if k != "id" or v}


def _choice(table: dict[str, Any], path: str, shared: dict[str, Any]) -> Item:
    options = []
    for i, row in enumerate(_rows(table, "options", path, most=MOST_OPTIONS)):
        where = f"{path}.options[{i}]"
        option = _table(row, where)
        _only(option, {"text", "correct", "feedback"}, where)
        options.append(
            Option(
                _text(option, "text", where),
                _flag(option, "correct", where),
                _text(option, "feedback", where, needed=False),
            )
        )
    return Choice(prompt=_text(table, "prompt", path), options=tuple(options), **shared)


def _true_false(table: dict[str, Any], path: str, shared: dict[str, Any]) -> Item:
    answer = table.get("answer")
    if answer is not None and not isinstance(answer, bool):
        raise ItemShapeError(f"{path}.answer", "must be true or false")
    return TrueFalse(prompt=_text(table, "prompt", path), answer=answer, **shared)


def _gap(table: dict[str, Any], path: str, shared: dict[str, Any]) -> Item:
    answers = []
    for i, answer in enumerate(_rows(table, "answers", path, most=30)):
        answers.append(_text({"text": answer}, "text", f"{path}.answers[{i}]"))
    return Gap(prompt=_text(table, "prompt", path), answers=tuple(answers), **shared)


def _open(table: dict[str, Any], path: str, shared: dict[str, Any]) -> Item:
    return Open(
        prompt=_text(table, "prompt", path), model_answer=_text(table, "model_answer", path, needed=False), **shared
    )


def _note(table: dict[str, Any], path: str, shared: dict[str, Any]) -> Item:
    return Note(text=_text(table, "text", path), **shared)


_READERS: dict[str, Callable[[dict[str, Any], str, dict[str, Any]], Item]] = {
    "choice": _choice,
    "true_false": _true_false,
    "gap": _gap,
    "open": _open,
    "note": _note,
}


def _shared(table: dict[str, Any], path: str) -> dict[str, Any]:
    marks = table.get("marks", 1.0)
    if isinstance(marks, bool) or not isinstance(marks, int | float) or not 0 <= marks <= 100:
        raise ItemShapeError(f"{path}.marks", "must be a number from 0 to 100")
    depth = table.get("depth", "recall")
    if depth not in DEPTHS:
        raise ItemShapeError(f"{path}.depth", f"must be one of {', '.join(DEPTHS)}")
    purpose = table.get("purpose", "check")
    if purpose not in ("check", "predict"):
        raise ItemShapeError(f"{path}.purpose", "must be check or predict")
    pause_ms = table.get("pause_ms")
    if pause_ms is not None:
        pause_ms = _whole(pause_ms, f"{path}.pause_ms")
    evidence = [
        _span(row, f"{path}.evidence[{i}]")
        for i, row in enumerate(_rows(table, "evidence", path, most=50, needed=False))
    ]
    return {
        "id": _text(table, "id", path, needed=False),
        "explanation": _text(table, "explanation", path, needed=False),
        "marks": float(marks),
        "depth": depth,
        "purpose": purpose,
        "pause_ms": pause_ms,
        "evidence": tuple(evidence),
    }


def _span(row: object, path: str) -> Span:
    table = _table(row, path)
    _only(table, {"start_ms", "end_ms"}, path)
    start_ms = _whole(table.get("start_ms"), f"{path}.start_ms")
    end_ms = _whole(table.get("end_ms"), f"{path}.end_ms")
    if start_ms >= end_ms:
        raise ItemShapeError(path, "must end after it starts")
    return Span(start_ms, end_ms)


def _whole(value: object, path: str) -> int:
    if isinstance(value, bool) or not isinstance(value, int) or not 0 <= value <= 10**9:
        raise ItemShapeError(path, "must be a whole number of milliseconds from 0 up")
    return value


def _table(value: object, path: str) -> dict[str, Any]:
    if not isinstance(value, dict):
        raise ItemShapeError(path, "must be an object")
    return value


def _rows(table: dict[str, Any], key: str, path: str, *, most: int, needed: bool = True) -> list[Any]:
    where = f"{path}.{key}".lstrip(".")
    value = table.get(key, None if needed else [])
    if not isinstance(value, list):
        raise ItemShapeError(where, "must be a list")
    if len(value) > most:
        raise ItemShapeError(where, f"may have at most {most} entries")
    return value


def _only(table: dict[str, Any], known: set[str], path: str) -> None:
    for key in table:
        if key not in known:
            raise ItemShapeError(f"{path}.{key}".lstrip("."), "is not a known key")


def _text(table: dict[str, Any], key: str, path: str, *, needed: bool = True) -> str:
    value = table.get(key, None if needed else "")
    where = f"{path}.{key}".lstrip(".")
    if not isinstance(value, str):
        raise ItemShapeError(where, "must be text")
    if len(value) > LONGEST_TEXT:
        raise ItemShapeError(where, f"may have at most {LONGEST_TEXT} letters")
    if "\x00" in value:
        raise ItemShapeError(where, "holds a character that text cannot have")
    return value


def _flag(table: dict[str, Any], key: str, path: str) -> bool:
    value = table.get(key)
    if not isinstance(value, bool):
        raise ItemShapeError(f"{path}.{key}", "must be true or false")
    return value
