"""A lesson and a layout made one document. What a part needs and the lesson does not have leaves the part out."""

from __future__ import annotations

import random
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace

from escuela_core.handouts.asking import Asking
from escuela_core.handouts.blocks import (
    Bank,
    Cards,
    Document,
    Fields,
    Heading,
    Join,
    Keyed,
    Question,
    Rows,
    Section,
    Text,
    Words,
)
from escuela_core.handouts.gapping import gapped
from escuela_core.handouts.layout import SHORTEST_STEP, Layout, Part, PartKind, Version
from escuela_core.handouts.words import direction, isolated, said
from escuela_core.items.model import Item
from escuela_core.items.paper import letter
from escuela_core.items.rewording import in_wording
from escuela_core.materials.model import Line, Material
from escuela_core.timeline import Span, clock
from escuela_core.transcripts.model import Sentence

# Nobody but the teacher gets these, whatever the layout says.
FOR_TEACHERS: frozenset[PartKind] = frozenset({"marking_guide"})
Block = Heading | Text | Rows | Words | Cards | Bank | Question | Keyed


@dataclass(frozen=True, slots=True)
class Lesson:
    """What a handout is made of. ``items`` stand in the order they are asked; ``link``, where students find the
    recording, is what codes lead to, with ``#t=seconds`` behind it (Media Fragments 1.0)."""

    title: str
    language: str
    items: tuple[Item, ...]
    materials: Mapping[str, Material]
    segments: tuple[tuple[Span, str], ...]
    sentences: tuple[Sentence, ...]
    goals: tuple[str, ...] = ()
    link: str = ""

    def lines(self, kind: str) -> tuple[Line, ...]:
        """The lines of a material that say something; none where there is no such material."""
        material = self.materials.get(kind)
        return tuple(x for x in material.lines if x.text.strip()) if material else ()


def compose(lesson: Lesson, layout: Layout, version: Version) -> Document:
    """The document for who ``version`` says. The same lesson and layout give the same document."""
    lesson = replace(lesson, items=tuple(in_wording(item, layout.wording) for item in lesson.items))
    sheet = _Sheet(lesson, layout, version)
    heading = [h for h in (layout.heading.strip(), sheet.say("level", level=layout.level) if layout.level else "") if h]
    if version != "student":
        heading.append(sheet.say("teacher" if version == "teacher" else "answers"))
    names = layout.names and version == "student"
    return Document(
        lesson.title,
        lesson.language or "en",
        direction(lesson.language),
        tuple(heading),
        Fields((sheet.say("name"), sheet.say("date"))) if names else None,
        tuple(sheet.sections()),
        large=layout.size == "large",
    )


def empty_parts(lesson: Lesson) -> list[PartKind]:
    """The kinds of part that this lesson has nothing for, as they would be set for a teacher."""
    sheet = _Sheet(lesson, Layout(parts=()), "teacher")
    usual = {"gapped": Part(kind="gapped", every=SHORTEST_STEP)}
    # The answers are those of the parts that are there.
    return [kind for kind in PARTS if kind != "answers" and not PARTS[kind](sheet, usual.get(kind, Part(kind=kind)))]


class _Sheet:
    def __init__(self, lesson: Lesson, layout: Layout, version: Version) -> None:
        self.lesson, self.layout, self.version = lesson, layout, version
        self._asking = Asking(lesson.language, version, lesson.link)

    def say(self, key: str, **values: object) -> str:
        return said(key, self.lesson.language, **values)

    def sections(self) -> list[Section]:
        if self.version == "answers":
            part = next((p for p in self.layout.parts if p.kind == "answers"), Part(kind="answers"))
            return [Section(tuple(self._answers(part)), part.columns)]
        made: list[Section] = []
        cut_out = False
        for part in self.layout.parts:
            if part.kind in FOR_TEACHERS and self.version == "student":
                continue
            blocks = PARTS[part.kind](self, part)
            if blocks:
                title = Heading(part.title.strip() or self.say(part.kind))
                # What is cut out or kept back is on sheets of its own.
                alone = part.kind in {"answers", "cards"}
                made.append(Section((title, *blocks), part.columns, breaks=alone or cut_out))
                cut_out = part.kind == "cards"
        return made

    # Parts

    def goals(self, part: Part) -> list[Block]:
        goals = self.lesson.goals
        return [Rows(goals)] if goals else []

    def asked(self, part: Part) -> list[Block]:
        """Questions on what comes before, with room to answer; what is meant is the teacher's."""
        lines = self.lesson.lines(part.kind)
        if self.version == "student":
            return [Rows(tuple(x.text for x in lines), "number", part.lines)] if lines else []
        return [Words(tuple((x.text, x.meaning) for x in lines))] if lines else []

    def listed(self, part: Part) -> list[Block]:
        lines = self.lesson.lines(part.kind)
        return [Rows(tuple(self._with_time(x, part) for x in lines))] if lines else []

    def running(self, part: Part) -> list[Block]:
        """Paragraphs to read."""
        return [Text(self._with_time(x, part), "spoken") for x in self.lesson.lines(part.kind)]

    def reading(self, part: Part) -> list[Block]:
        """Paragraphs to read, under the titles of the segments they come from."""
        blocks: list[Block] = []
        last = ""
        for line in self.lesson.lines("reading_text"):
            start_ms = line.evidence[0].start_ms if line.evidence else -1
            title = next((t for span, t in self.lesson.segments if span.holds(start_ms)), last)
            if title != last:
                blocks.append(Heading(f"{clock(start_ms)}  {title}" if part.times else title, 3))
                last = title
            blocks.append(Text(line.text, "spoken"))
        return blocks

    def glossary(self, part: Part) -> list[Block]:
        lines = self.lesson.lines("glossary")
        return [Words(tuple((x.text, x.meaning) for x in lines))] if lines else []

    def cards(self, part: Part) -> list[Block]:
        lines = self._known()
        return [Cards(tuple((x.text, x.meaning) for x in lines))] if lines else []

    def _known(self) -> list[Line]:
        return [x for x in self.lesson.lines("glossary") if x.meaning.strip()]

    def matching(self, part: Part) -> list[Block]:
        lines = self._known()
        if len(lines) < 2:
            return []
        order = self._order_of_meanings(len(lines))
        join = Join(tuple(x.text for x in lines), tuple(lines[n].meaning for n in order))
        key = [self._asking.keyed(self._joined(order))] if self.version == "teacher" else []
        return [Question("words", "", self.say("join"), "", (join, *key))]

    def _order_of_meanings(self, count: int) -> list[int]:
        order = list(range(count))
        random.Random(f"{self.lesson.title} {count}").shuffle(order)
        return order

    def _joined(self, order: Sequence[int]) -> tuple[str, ...]:
        pairs = (f"{n + 1} {letter(order.index(n))}" for n in range(len(order)))
        return tuple(isolated(pair, self.lesson.language) for pair in pairs)

    def gap_text(self, part: Part) -> list[Block]:
        gaps = self._gaps()
        if not gaps:
            return []
        rows = tuple(x.text if self.version == "student" else f"{x.text} ({x.meaning})" for x in gaps)
        # What fills no gap says which words there are.
        rest = [Text(x.text, "quiet") for x in self.lesson.lines("gap_text") if not x.meaning.strip()]
        return [Rows(rows, "number"), *rest]

    def _gaps(self) -> list[Line]:
        """The lines of the summary with gaps that have a gap."""
        return [x for x in self.lesson.lines("gap_text") if x.meaning.strip()]

    def gapped(self, part: Part) -> list[Block]:
        made = gapped(self.lesson.sentences, part, [span for span, _ in self.lesson.segments])
        if not made.taken:
            return []
        blocks: list[Block] = [Text(paragraph, "spoken") for paragraph in made.paragraphs]
        if part.help == "words":
            blocks.insert(0, Bank(self.say("choose_from"), tuple(sorted(made.taken, key=str.casefold))))
        if self.version == "teacher":
            blocks.append(self._asking.keyed(made.taken))
        return blocks

    def transcript(self, part: Part) -> list[Block]:
        blocks: list[Block] = []
        for span, title in self.lesson.segments:
            inside = [s for s in self.lesson.sentences if span.holds((s.start_ms + s.end_ms) // 2)]
            if inside:
                shown = f"{clock(span.start_ms)}  {title}" if part.times else title
                blocks += [Heading(shown, 3), *(Text(words, "spoken") for words in _by_speaker(inside))]
        return blocks

    def items(self, part: Part) -> list[Block]:
        blocks: list[Block] = []
        number = 0
        for item in self.lesson.items:
            number += item.is_marked
            blocks.append(self._asking.asked(item, str(number) if item.is_marked else "", part))
        return blocks

    def guide(self, part: Part) -> list[Block]:
        blocks: list[Block] = []
        for line in self.lesson.lines("marking_guide"):
            blocks += [Text(line.text, "strong"), Rows(tuple(line.meaning.split(" | ")))]
        return blocks

    def _answers(self, part: Part) -> list[Block]:
        """The key of everything that the layout asks, each under the heading it is asked under."""
        blocks: list[Block] = []
        for asked in self.layout.parts:
            keys = self._keys(asked, explained=part.explained)
            if keys:
                blocks += [Heading(asked.title.strip() or self.say(asked.kind), 3), *keys]
        return blocks

    def _keys(self, asked: Part, *, explained: bool) -> list[Block]:
        match asked.kind:
            case "items":
                marked = [i for i in self.lesson.items if i.is_marked]
                return [self._asking.key_of(i, n, asked, explained=explained) for n, i in enumerate(marked, 1)]
            case "matching" if len(self._known()) > 1:
                return [Rows(self._joined(self._order_of_meanings(len(self._known()))))]
            case "gap_text" if self._gaps():
                return [Rows(tuple(x.meaning for x in self._gaps()), "number")]
            case "gapped":
                made = gapped(self.lesson.sentences, asked, [span for span, _ in self.lesson.segments])
                # As running text: there may be a hundred.
                return [Text(" · ".join(f"{n} {word}" for n, word in enumerate(made.taken, 1)))] if made.taken else []
            case "presumed" | "warm_up":
                rows = tuple(f"{x.text} {x.meaning}" for x in self.lesson.lines(asked.kind) if x.meaning.strip())
                return [Rows(rows)] if rows else []
            case _:
                return []

    def _with_time(self, line: Line, part: Part) -> str:
        return f"{clock(line.evidence[0].start_ms)}  {line.text}" if part.times and line.evidence else line.text


def _by_speaker(sentences: Sequence[Sentence]) -> list[str]:
    """Paragraphs of what is said, a new one where somebody else speaks."""
    found: list[str] = []
    last: str | None = None
    for sentence in sentences:
        if found and sentence.speaker == last:
            found[-1] += f" {sentence.text}"
        else:
            found.append(f"{sentence.speaker}: {sentence.text}" if sentence.speaker else sentence.text)
        last = sentence.speaker
    return found


PARTS: dict[PartKind, Callable[[_Sheet, Part], list[Block]]] = {
    "goals": _Sheet.goals,
    "warm_up": _Sheet.asked,
    "presumed": _Sheet.asked,
    "glossary": _Sheet.glossary,
    "matching": _Sheet.matching,
    "cards": _Sheet.cards,
    "items": _Sheet.items,
    "key_points": _Sheet.listed,
    "summary_short": _Sheet.running,
    "summary_long": _Sheet.running,
    "gap_text": _Sheet.gap_text,
    "gapped": _Sheet.gapped,
    "writing_tasks": _Sheet.asked,
    "reading_text": _Sheet.reading,
    "transcript": _Sheet.transcript,
    "marking_guide": _Sheet.guide,
    "answers": _Sheet._answers,  # noqa: SLF001
}
