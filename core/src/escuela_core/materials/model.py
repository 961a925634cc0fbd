"""A material: lines of text with what they mean and which sentences they rest on, and when a student gets it."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any, Literal, get_args

from escuela_core.errors import EscuelaError
from escuela_core.timeline import Span

# The last is for nobody but the teacher.
Place = Literal["before", "during", "after", "teacher"]
PLACES: tuple[Place, ...] = get_args(Place)
MOST_LINES, LONGEST_TEXT = 60, 2_000


class MaterialShapeError(EscuelaError):
    code = "material_shape"

    def __init__(self, problem: str) -> None:
        super().__init__(f"This does not fit: {problem}.", problem=problem)


@dataclass(frozen=True, slots=True)
class Line:
    """``meaning`` is for words; ``evidence`` the spans of the sentences a line rests on, in order."""

    text: str
    meaning: str = ""
    evidence: tuple[Span, ...] = field(default=())


@dataclass(frozen=True, slots=True)
class Material:
    kind: str
    place: Place
    lines: tuple[Line, ...]

    def to_json(self) -> dict[str, Any]:
        lines = [
            {
                "text": line.text,
                "meaning": line.meaning,
                "evidence": [{"start_ms": s.start_ms, "end_ms": s.end_ms} for s in line.evidence],
            }
            for line in self.lines
        ]
        return {"kind": self.kind, "place": self.place, "lines": lines}


def material_from_json(data: dict[str, Any]) -> Material:
    """A material in its stored shape. Raises MaterialShapeError."""
    if data.get("place") not in PLACES:
        raise MaterialShapeError("the place must be before, during, after or teacher")
    rows = data.get("lines")
    if not isinstance(rows, list) or len(rows) > MOST_LINES:
        raise MaterialShapeError(f"there must be a list of at most {MOST_LINES} lines")
    return Material(str(data.get("kind", "")), data["place"], tuple(_line(row) for row in rows))


def _line(row: Any) -> Line:
    if not isinstance(row, dict):
        raise MaterialShapeError("each line must be a table")
    text, meaning = row.get("text", ""), row.get("meaning", "")
    if not isinstance(text, str) or not isinstance(meaning, str) or max(len(text), len(meaning)) > LONGEST_TEXT:
        raise MaterialShapeError(f"a line may have at most {LONGEST_TEXT} letters")
    try:
        spans = tuple(Span(int(e["start_ms"]), int(e["end_ms"])) for e in row.get("evidence", []))
    except (TypeError, KeyError, ValueError):
        raise MaterialShapeError("the evidence must be a list of spans") from None
    return Line(text, meaning, spans)
