"""Degree and number of cases: all, most, some, none; always, mostly, sometimes, never; only; must and may."""

from __future__ import annotations

from escuela_core.checking.comparing.comparison import SILENT, Comparison
from escuela_core.checking.comparing.passage import Passage
from escuela_core.language.parsing import parsed

_SCALE: dict[str, str] = {
    word: degree
    for degree, words in {
        "all": "all every each everyone everybody everything always entire whole completely entirely both",
        "most": "most mostly usually generally often mainly largely majority normally",
        "some": "some several sometimes few occasionally partly rarely seldom many",
        "none": "none never nobody nothing nowhere neither no",
        "only": "only solely exclusively alone",
        "must": "must have-to always required necessary",
        "may": "may might can could optional",
    }.items()
    for word in words.split()
}
_STRONG = frozenset({"all", "none", "only", "must"})


def compare(claim: str, passage: Passage) -> Comparison:
    """A strong word of the claim (all, never, only) where the best sentence has a weaker or another one."""
    mine = {_SCALE[t.lower_]: t.text for t in parsed(claim) if t.lower_ in _SCALE}
    theirs = {_SCALE[t.lower_]: t.text for t in passage.docs[0] if t.lower_ in _SCALE}
    if not mine:
        return SILENT
    alone = [d for d in mine if d not in theirs]
    others = [d for d in theirs if d not in mine]
    if not alone:
        return Comparison("same", next(iter(mine.values())))
    if others:
        return Comparison("clashing", mine[alone[0]], theirs[others[0]])
    strong = [d for d in alone if d in _STRONG]
    return Comparison("missing", mine[strong[0]]) if strong else SILENT
