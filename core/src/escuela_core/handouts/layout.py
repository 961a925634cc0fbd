"""A layout: which parts a handout has, in which order and how each is set. It holds no words of a lesson, so that the
next lesson can have the same."""

from __future__ import annotations

from dataclasses import asdict, dataclass, fields, replace
from typing import Any, Literal, get_args

from escuela_core.errors import EscuelaError
from escuela_core.language.levels import LEVELS

PartKind = Literal[
    "goals",
    "warm_up",
    "presumed",
    "glossary",
    "matching",
    "cards",
    "items",
    "key_points",
    "summary_short",
    "summary_long",
    "gap_text",
    "gapped",
    "writing_tasks",
    "reading_text",
    "transcript",
    "marking_guide",
    "answers",
]
PART_KINDS: tuple[PartKind, ...] = get_args(PartKind)
Size = Literal["normal", "large"]
SIZES: tuple[Size, ...] = get_args(Size)
# Who a copy is for: students; the teacher, with the key of every question below it; anybody, the answers alone.
Version = Literal["student", "teacher", "answers"]
VERSIONS: tuple[Version, ...] = get_args(Version)
# What helps to fill a gapped text: words to choose from, the first letter of each, or nothing.
Help = Literal["words", "letters", "none"]
HELPS: tuple[Help, ...] = get_args(Help)
MOST_PARTS, MOST_LINES, MOST_HEADING, MOST_TITLE, MOST_WORDING = 30, 30, 120, 120, 35
SHORTEST_STEP, LONGEST_STEP = 3, 30
MOST_CHOSEN = 500


class LayoutShapeError(EscuelaError):
    code = "layout_shape"

    def __init__(self, problem: str) -> None:
        super().__init__(f"This layout does not fit: {problem}.", problem=problem)


@dataclass(frozen=True, slots=True, kw_only=True)
class Part:
    """``lines`` to write an open answer on; ``times`` and ``codes`` name the moment in the recording, in figures and as
    a code to scan; ``every`` takes each nth word of a gapped text out, none where it is 0; ``chosen`` are words taken
    out by hand, by their start in the recording (ms)."""

    kind: PartKind
    title: str = ""
    columns: int = 1
    lines: int = 3
    shuffled: bool = True
    times: bool = False
    codes: bool = False
    explained: bool = True
    every: int = 0
    help: Help = "words"
    even: bool = True
    chosen: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Layout:
    """``heading`` is the class's line above the title; ``names`` leaves room for a name and a date; ``wording`` is that
    of the items which have one (``items.wording``), the original where it is empty."""

    parts: tuple[Part, ...]
    size: Size = "normal"
    heading: str = ""
    level: str = ""
    names: bool = True
    wording: str = ""

    def to_json(self) -> dict[str, Any]:
        rows = [asdict(part) | {"chosen": list(part.chosen)} for part in self.parts]
        return asdict(self) | {"parts": rows}

    def for_another_lesson(self) -> Layout:
        """Without what belongs to this one alone: the words taken out by hand."""
        return replace(self, parts=tuple(replace(part, chosen=()) for part in self.parts))


USUAL = Layout(parts=(Part(kind="warm_up"), Part(kind="glossary"), Part(kind="items"), Part(kind="writing_tasks")))


def layout_from_json(data: object) -> Layout:
    """A layout in its stored shape. Raises LayoutShapeError."""
    table = _table(data, "it", {f.name for f in fields(Layout)})
    rows = table.get("parts")
    if not isinstance(rows, list) or len(rows) > MOST_PARTS:
        raise LayoutShapeError(f"there must be a list of at most {MOST_PARTS} parts")
    return Layout(
        parts=tuple(_part(row) for row in rows),
        size=_one_of(table, "size", SIZES, "normal"),
        heading=_text(table, "heading", MOST_HEADING),
        level=_one_of(table, "level", ("", *LEVELS), ""),
        names=_flag(table, "names", usual=True),
        wording=_text(table, "wording", MOST_WORDING),
    )


def _part(data: object) -> Part:
    table = _table(data, "a part", {f.name for f in fields(Part)})
    usual = Part(kind=_one_of(table, "kind", PART_KINDS, None))
    every = _whole(table, "every", 0, LONGEST_STEP, usual.every)
    if 0 < every < SHORTEST_STEP:
        raise LayoutShapeError(f"every must be 0 or {SHORTEST_STEP} to {LONGEST_STEP}")
    return replace(
        usual,
        title=_text(table, "title", MOST_TITLE),
        columns=_whole(table, "columns", 1, 2, usual.columns),
        lines=_whole(table, "lines", 0, MOST_LINES, usual.lines),
        shuffled=_flag(table, "shuffled", usual=usual.shuffled),
        times=_flag(table, "times", usual=usual.times),
        codes=_flag(table, "codes", usual=usual.codes),
        explained=_flag(table, "explained", usual=usual.explained),
        every=every,
        help=_one_of(table, "help", HELPS, usual.help),
        even=_flag(table, "even", usual=usual.even),
        chosen=_starts(table),
    )


def _table(data: object, what: str, known: set[str]) -> dict[str, Any]:
    if not isinstance(data, dict):
        raise LayoutShapeError(f"{what} must be an object")
    strange = sorted(set(data) - known)
    if strange:
        raise LayoutShapeError(f"{strange[0]} is not a known key")
    return data


def _one_of(table: dict[str, Any], key: str, known: tuple[Any, ...], usual: Any) -> Any:
    value = table.get(key, usual)
    if value not in known:
        raise LayoutShapeError(f"{key} must be one of {', '.join(k or 'nothing' for k in known)}")
    return value


def _text(table: dict[str, Any], key: str, most: int) -> str:
    value = table.get(key, "")
    if not isinstance(value, str) or len(value) > most or "\x00" in value:
        raise LayoutShapeError(f"{key} must be a text of at most {most} letters")
    return value


def _flag(table: dict[str, Any], key: str, *, usual: bool) -> bool:
    value = table.get(key, usual)
    if not isinstance(value, bool):
        raise LayoutShapeError(f"{key} must be true or false")
    return value


def _whole(table: dict[str, Any], key: str, least: int, most: int, usual: int) -> int:
    value = table.get(key, usual)
    if isinstance(value, bool) or not isinstance(value, int) or not least <= value <= most:
        raise LayoutShapeError(f"{key} must be a whole number from {least} to {most}")
    return value


def _starts(table: dict[str, Any]) -> tuple[int, ...]:
    rows = table.get("chosen", [])
    if not isinstance(rows, list | tuple) or len(rows) > MOST_CHOSEN:
        raise LayoutShapeError(f"chosen may name at most {MOST_CHOSEN} words")
    if any(isinstance(n, bool) or not isinstance(n, int) or n < 0 for n in rows):
        raise LayoutShapeError("chosen must be starts of words in milliseconds")
    return tuple(sorted(set(rows)))
