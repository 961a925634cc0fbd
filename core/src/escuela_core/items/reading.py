"""The item list file (the API's shape too): JSON to items and back; an unknown key is an error with its path."""

from __future__ import annotations

from typing import Any

from escuela_core.items import shape
from escuela_core.items.kinds import KINDS
from escuela_core.items.model import DEPTHS, Item
from escuela_core.items.shape import ItemShapeError
from escuela_core.items.wording import read_wordings, wordings_json
from escuela_core.timeline import Span

MOST_ITEMS = 2_000
_TEXTS = ("explanation", "goal", "image", "image_alt", "sound")
_SHARED = {"id", "kind", "marks", "depth", "purpose", "pause_ms", "time_limit_s", "evidence", "wordings", *_TEXTS}


def items_from_json(data: object) -> list[Item]:
    """The items of ``{"items": [...]}``. Raises ItemShapeError at the first thing that does not fit."""
    table = shape.table(data, "")
    shape.only(table, {"items"}, "")
    rows = shape.rows(table, "items", "", most=MOST_ITEMS)
    return [item_from_json(row, f"items[{i}]") for i, row in enumerate(rows)]


def item_from_json(data: object, path: str = "item") -> Item:
    """One item. Raises ItemShapeError."""
    table = shape.table(data, path)
    kind = table.get("kind")
    if not isinstance(kind, str) or kind not in KINDS:
        raise ItemShapeError(f"{path}.kind", f"must be one of {', '.join(KINDS)}")
    shape.only(table, _SHARED | KINDS[kind].own_keys, path)
    return KINDS[kind].read(table, path, _shared(table, path))


def item_to_json(item: Item) -> dict[str, Any]:
    """The same shape that is read, without the optional keys that hold nothing."""
    data: dict[str, Any] = {"id": item.id} if item.id else {}
    data |= {"kind": item.kind} | item.own_json()
    data |= {"explanation": item.explanation, "marks": item.marks, "depth": item.depth, "purpose": item.purpose}
    optional = {"pause_ms": item.pause_ms, "time_limit_s": item.time_limit_s}
    data |= {k: v for k, v in optional.items() if v is not None}
    data |= {k: getattr(item, k) for k in _TEXTS[1:] if getattr(item, k)}
    data["evidence"] = [{"start_ms": s.start_ms, "end_ms": s.end_ms} for s in item.evidence]
    wordings = wordings_json(item.wordings)
    return data | ({"wordings": wordings} if wordings else {})


def _shared(table: dict[str, Any], path: str) -> dict[str, Any]:
    depth = table.get("depth", "recall")
    if depth not in DEPTHS:
        raise ItemShapeError(f"{path}.depth", f"must be one of {', '.join(DEPTHS)}")
    purpose = table.get("purpose", "check")
    if purpose not in ("check", "predict"):
        raise ItemShapeError(f"{path}.purpose", "must be check or predict")
    pause_ms, limit_s = table.get("pause_ms"), table.get("time_limit_s")
    evidence = [
        _span(row, where)
        for where, row in shape.tables(table, "evidence", path, {"start_ms", "end_ms"}, most=50, needed=False)
    ]
    return {
        "id": shape.text(table, "id", path, needed=False),
        "marks": shape.number(table.get("marks", 1.0), f"{path}.marks"),
        "depth": depth,
        "purpose": purpose,
        "pause_ms": None if pause_ms is None else shape.whole(pause_ms, f"{path}.pause_ms"),
        "time_limit_s": None if limit_s is None else shape.seconds(limit_s, f"{path}.time_limit_s"),
        "evidence": tuple(evidence),
        "wordings": read_wordings(table, path),
    } | {key: shape.text(table, key, path, needed=False) for key in _TEXTS}


def _span(row: dict[str, Any], path: str) -> Span:
    start_ms = shape.whole(row.get("start_ms"), f"{path}.start_ms")
    end_ms = shape.whole(row.get("end_ms"), f"{path}.end_ms")
    if start_ms >= end_ms:
        raise ItemShapeError(path, "must end after it starts")
    return Span(start_ms, end_ms)
