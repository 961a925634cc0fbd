"""Pauses and evidence as a WebVTT metadata track: each cue holds JSON. No key stands in it: tracks are often public."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Any

from escuela_core.items.model import Item
from escuela_core.transcripts.stamps import stamp


def metadata_track(items: Sequence[Item]) -> str:
    """A cue of a millisecond for each pause with the items asked there, and one for each span an item rests on."""
    pauses: dict[int, list[dict[str, Any]]] = {}
    rows: list[tuple[int, int, str]] = []
    for item in items:
        told = {"id": item.id, "kind": item.kind, "asked": item.asked}
        if item.pause_ms is not None:
            pauses.setdefault(item.pause_ms, []).append(told)
        rows += [(s.start_ms, s.end_ms, _json({"type": "evidence", "item": item.id})) for s in item.evidence]
    rows += [(at, at + 1, _json({"type": "pause", "items": asked})) for at, asked in pauses.items()]
    cues = [f"{stamp(start_ms)} --> {stamp(end_ms)}\n{text}\n" for start_ms, end_ms, text in sorted(rows)]
    return "\n".join(["WEBVTT\n", *cues])


def _json(data: dict[str, Any]) -> str:
    """On one line, and without what would end a cue's text."""
    return json.dumps(data, ensure_ascii=False).replace("-->", "--\\u003e").replace("\u2028", " ")
