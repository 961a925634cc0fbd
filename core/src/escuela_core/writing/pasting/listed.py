"""JSON from an assistant: the item list file itself, or a list of questions by the names that are usual."""

from __future__ import annotations

import json
import re
from collections.abc import Callable, Mapping, Sequence
from functools import partial
from typing import Any

from escuela_core.items import KINDS, Item, item_from_json
from escuela_core.items.shape import ItemShapeError
from escuela_core.writing.pasting.block import Block, Option, Reading, set_plain
from escuela_core.writing.pasting.tables import COLUMNS
from escuela_core.writing.pasting.times import Place, place_in

_NAMES = {name: column for column, names in COLUMNS.items() for name in names.split()}
_NAMES |= {"correctoptions": "key", "correctindex": "key", "answerindex": "key", "startms": "time", "starttime": "time"}
_NAMES |= {"pairs": "pairs", "steps": "steps", "criteria": "criteria", "timestampseconds": "time", "level": "depth"}
_NAMES |= {"difficulty": "depth", "depth": "depth", "evidence": "evidence", "pausems": "time", "answers": "key"}


def listed(rows: Sequence[str]) -> Reading | None:
    """The blocks of the first JSON in ``rows``; None where there is none that lists questions."""
    text = "\n".join(rows)
    for match in re.finditer(r"^[ \t]*(?=[{\[]\s*[\"{\[\n])", text, re.MULTILINE):
        try:
            data, length = json.JSONDecoder().raw_decode(text[match.end() :])
        except (ValueError, RecursionError):
            continue
        table = _rows_of(data)
        if table:
            first = text.count("\n", 0, match.end()) + 1
            last = first + text.count("\n", match.end(), match.end() + length)
            return _reading(table, first, last)
    return None


def _rows_of(data: Any) -> list[dict[str, Any]]:
    if isinstance(data, dict):
        data = next((v for v in data.values() if isinstance(v, list) and v and isinstance(v[0], dict)), [data])
    found = [row for row in data if isinstance(row, dict)] if isinstance(data, list) else []
    return [row for row in found if any(_column(k) == "prompt" for k in row)]


def _column(key: str) -> str:
    return _NAMES.get(re.sub(r"[^\w]|_", "", key.casefold()), "")


def _reading(table: list[dict[str, Any]], first: int, last: int) -> Reading:
    """Blocks in order; each line of the JSON belongs to the one that begins on or before it, shared out evenly."""
    reading = Reading()
    span = max(1, last - first + 1)
    for n, row in enumerate(table):
        begin, end = first + span * n // len(table), first + span * (n + 1) // len(table)
        block = _block(row, begin)
        block.lines = dict.fromkeys(range(begin, max(begin + 1, end)), "json")
        reading.blocks.append(block)
    return reading


def _own(row: dict[str, Any]) -> Item | None:
    """A row of our own item list file, which nothing is lost of; None for any other."""
    if row.get("kind") not in KINDS:
        return None
    try:
        return item_from_json({k: v for k, v in row.items() if k != "id"})
    except ItemShapeError:
        return None


def _block(row: dict[str, Any], line: int) -> Block:
    block = Block(item=_own(row))
    keys: list[Any] = []
    for name, value in row.items():
        column = _column(name)
        if column == "key":
            keys += value if isinstance(value, list) else [value]
        elif column == "time":
            block.place = _place(name, value)
        elif column in _PUT and value is not None:
            _PUT[column](block, value, line)
    if block.kind == "order" and block.options and not keys:
        keys.append(", ".join(o.mark for o in block.options))
    _key(block, keys, line)
    return block


def _steps(block: Block, value: Any, line: int) -> None:
    if isinstance(value, list):
        block.kind = "order"
        block.options = [Option(line, str(s), str(n), right=False, bold=False) for n, s in enumerate(value, 1)]


def _pairs(block: Block, value: Any, _line: int) -> None:
    rows = [p for p in value if isinstance(p, dict)] if isinstance(value, list) else []
    block.pairs = [(str(p.get("left", "")), str(p.get("right", ""))) for p in rows]


def _criteria(block: Block, value: Any, _line: int) -> None:
    block.criteria = [_criterion(c) for c in value] if isinstance(value, list) else []


def _spans(block: Block, value: Any, _line: int) -> None:
    if isinstance(value, list) and value and isinstance(value[0], dict):
        block.place = block.place or _evidence(value[0])


def _text_of(column: str, block: Block, value: Any, _line: int) -> None:
    texts = {"prompt": block.prompt, "explanation": block.explanation}
    if column in texts:
        texts[column].append(str(value))
    else:
        set_plain(block, column, str(value).replace("_", " "))


def _options(block: Block, value: Any, line: int) -> None:
    rows = (
        list(value.items()) if isinstance(value, dict) else [("", v) for v in value] if isinstance(value, list) else []
    )
    for n, (mark, option) in enumerate(rows):
        letter = str(mark).lower() if len(str(mark)) == 1 else "abcdefgh"[min(n, 7)]
        if isinstance(option, dict):
            text = str(option.get("text", option.get("option", option.get("label", ""))))
            right = option.get("correct", option.get("isCorrect", option.get("is_correct"))) is True
            block.options.append(Option(line, text, letter, right, False, str(option.get("feedback", ""))))
        else:
            text = re.sub(r"^\(?[A-Ha-h][).:]\s+", "", str(option))
            block.options.append(Option(line, text, letter, right=False, bold=False))


def _key(block: Block, keys: list[Any], line: int) -> None:
    for key in keys:
        if isinstance(key, bool):
            block.key.append((line, str(key).lower()))
            block.kind = block.kind or "true_false"
        elif isinstance(key, int) and block.options and 0 <= key < len(block.options):
            block.options[key].right = True
        elif key is not None and key != "":
            block.key.append((line, str(key)))
    if len(block.key) > 1 and block.options:
        block.key = [(line, "; ".join(k for _, k in block.key))]


def _place(name: str, value: Any) -> Place | None:
    if isinstance(value, bool) or value is None:
        return None
    if isinstance(value, int | float):
        ms = round(value if name.casefold().endswith("ms") else value * 1000)
        return Place(ms, ms) if 0 <= ms < 10**9 else None
    return place_in(str(value))


def _evidence(row: dict[str, Any]) -> Place | None:
    start, end = row.get("start_ms"), row.get("end_ms")
    return Place(start, end) if isinstance(start, int) and isinstance(end, int) and 0 <= start < end < 10**9 else None


def _criterion(row: Any) -> str:
    return f"{row.get('text', '')} ({row.get('marks', 1)})" if isinstance(row, dict) else str(row)


_PUT: Mapping[str, Callable[[Block, Any, int], None]] = {
    "options": _options,
    "steps": _steps,
    "pairs": _pairs,
    "criteria": _criteria,
    "evidence": _spans,
} | {column: partial(_text_of, column) for column in ("prompt", "explanation", "kind", "marks", "depth", "goal")}
