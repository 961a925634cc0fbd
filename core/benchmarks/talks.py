"""The labelled talks: which report and which develop, and how one is loaded."""

from __future__ import annotations

import json
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from escuela_core.items import Item, items_from_json
from escuela_core.transcripts import Transcript, read_captions

FOLDER = Path(__file__).parent / "talks"
# These twelve are for reporting only: nothing is tuned, trained or looked at on them.
REPORTING = (
    "ice-floats soap-works sharp-knife floor-plan hill-railway first-coins three-averages bar-chart "
    "food-label short-talk reloj-sol ferry-crew"
).split()


@dataclass(frozen=True)
class Talk:
    name: str
    transcript: Transcript
    items: list[Item]
    labels: dict[str, Any]
    truth: dict[str, Any]


def names(*, reporting: bool) -> list[str]:
    every = sorted(p.parent.name for p in FOLDER.glob("*/talk.json"))
    return [n for n in every if (n in REPORTING) == reporting]


def load(name: str, *, captions: str = "captions.vtt") -> Talk:
    folder = FOLDER / name
    data = {
        part: json.loads((folder / f"{part}.json").read_text("utf-8")) for part in ("talk", "items", "labels", "truth")
    }
    transcript = read_captions(
        (folder / captions).read_bytes(), language=data["talk"]["language"], duration_ms=data["truth"]["duration_ms"]
    )
    return Talk(name, transcript, items_from_json(data["items"]), data["labels"], data["truth"])
