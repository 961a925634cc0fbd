"""How items are asked on a sheet, and their keys."""

from __future__ import annotations

import random
from collections.abc import Sequence
from dataclasses import replace

from escuela_core.handouts.blocks import (
    Bank,
    Choices,
    Inside,
    Join,
    Keyed,
    Lines,
    Moment,
    Numbering,
    Picture,
    Question,
    Sorting,
    Text,
)
from escuela_core.handouts.layout import Part, Version
from escuela_core.handouts.words import isolated, marks, said
from escuela_core.items.model import Item
from escuela_core.timeline import clock


class Asking:
    """Questions in ``language`` for who ``version`` says; ``link`` is where codes lead, empty where nowhere."""

    def __init__(self, language: str, version: Version, link: str) -> None:
        self._language, self._version, self._link = language, version, link

    def _say(self, key: str, **values: object) -> str:
        return said(key, self._language, **values)

    def _order(self, item: Item, part: Part) -> list[int]:
        """One order for every version, so that the letters of the answers are those of the sheet."""
        chance = random.Random(f"{item.id} {item.asked}")
        return item.order(chance, shuffle=part.shuffled)

    def asked(self, item: Item, number: str, part: Part) -> Question:
        """``item`` as ``part`` sets it; with its key for the teacher."""
        paper = item.on_paper(self._order(item, part))
        inside: list[Inside] = [Picture(item.image, item.image_alt or self._say("picture"))] if item.image else []
        match paper.act:
            case "mark_one":
                inside.append(Choices(paper.offered, paper.images))
            case "mark_several":
                inside += [
                    Text(self._say("several"), "quiet"),
                    Choices(paper.offered, paper.images, several=True),
                ]
            case "mark_truth":
                inside.append(Choices((self._say("true"), self._say("false")), lettered=False))
            case "fill" if paper.offered:
                inside.append(Bank(self._say("choose_from"), paper.offered))
            case "join":
                inside += [Text(self._say("join"), "quiet"), Join(paper.fixed, paper.offered)]
            case "number":
                inside += [Text(self._say("number"), "quiet"), Numbering(paper.offered)]
            case "sort":
                room = -(-len(paper.offered) // len(paper.fixed)) + 1
                inside += [Bank(self._say("choose_from"), paper.offered), Sorting(paper.fixed, room)]
            case "write" if self._version == "student" and part.lines:
                inside.append(Lines(part.lines))
        if part.times or part.codes:
            inside += self._moment(item, part)
        if self._version == "teacher" and item.is_marked:
            inside.append(self.keyed(self._in_words(paper.key), item.explanation))
        worth = marks(item.marks, self._language) if item.is_marked and item.marks else ""
        return Question(item.id or number, number, item.asked, worth, tuple(inside))

    def _moment(self, item: Item, part: Part) -> list[Inside]:
        at_ms = item.evidence[0].start_ms if item.evidence else item.pause_ms
        if at_ms is None:
            return []
        link = f"{self._link}#t={at_ms // 1000}" if part.codes and self._link else ""
        return [Moment(self._say("moment", time=clock(at_ms)), link)]

    def key_of(self, item: Item, number: int, part: Part, *, explained: bool) -> Keyed:
        """The key of ``item`` alone, by its number."""
        paper = item.on_paper(self._order(item, part))
        keyed = self.keyed(self._in_words(paper.key), item.explanation if explained else "")
        return replace(keyed, label=str(number))

    def keyed(self, key: Sequence[str], why: str = "") -> Keyed:
        kept = tuple(isolated(k, self._language) for k in key)
        return Keyed(self._say("key"), kept, self._say("why") if why else "", why)

    def _in_words(self, key: Sequence[str]) -> tuple[str, ...]:
        return tuple(self._say(k) if k in {"true", "false"} else k for k in key)
