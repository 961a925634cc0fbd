"""Students by items of one assignment, read once for whatever is shown of it."""

from __future__ import annotations

from collections.abc import Iterator
from uuid import UUID

from apps.assignments.models import Assignment
from apps.room.models import Room
from apps.study.models import Student
from apps.study.rows import AnswerRow, answers_of, played_of
from apps.study.selectors import tries_of
from escuela_core.items import Item
from escuela_core.results.attempts import Attempt, counted
from escuela_core.results.sheet import Cell, Tally, cell, earned, item_tally
from escuela_core.results.signs import Doing, Given, Sign, signs
from escuela_core.results.watching import replays
from escuela_core.study.progress import reached
from escuela_core.timeline import Span


class Sheet:
    """Students by items of one assignment, read once: three queries; of one ``person`` alone where it is named."""

    def __init__(self, assignment: Assignment, person: UUID | None = None) -> None:
        self.assignment = assignment
        self.policy = assignment.policy()
        self.content = assignment.edition.content
        self.items = [i for i in assignment.items if i.is_marked]
        self.places = {UUID(i.id): n for n, i in enumerate(self.items)}
        students = assignment.students.all()
        every = list(students if person is None else students.filter(person=person))
        self.given = answers_of(assignment, person)
        self.stretches = played_of(assignment, person)
        self.covered = assignment.edition.stretches
        self.played = {s.id: self._played(s) for s in every}
        self.cells = {s.id: self._cells(s) for s in every}
        self.attempts: dict[UUID, list[Student]] = {}
        for student in sorted(every, key=lambda s: s.attempt):
            self.attempts.setdefault(student.person, []).append(student)
        # Each person with the time that counts, in the order of their names.
        self.students = [s for s in every if s is self.counted(self.attempts[s.person])]

    def _played(self, student: Student) -> list[Span]:
        """What the student has played, and what was played before them in the room."""
        return [*(p.stretch.span for p in self.stretches[student.id]), *self._in_room(student)]

    def _in_room(self, student: Student) -> list[Span]:
        room: Room | None = getattr(self.assignment, "room", None)
        if room is None or student.room_at is None:
            return []
        return room.played_before(student.joined_at, student.room_at)

    def counted(self, attempts: list[Student]) -> Student:
        """Of one person's times through the lesson the one that counts."""
        told = [Attempt(earned(self.items, self.cells[s.id]), s.finished_at is not None) for s in attempts]
        return attempts[counted(told, self.policy.counting)]

    def _cells(self, student: Student) -> list[Cell]:
        tries = tries_of(self.given[student.id])
        far = reached(self.played[student.id])
        return [cell(item, tries.get(item.id, []), far, self.policy) for item in self.items]

    def answers(self) -> Iterator[AnswerRow]:
        """Every answer, of every time through the lesson."""
        return (a for answers in self.given.values() for a in answers)

    def absent(self) -> list[str]:
        """Those of the class whom it is for and who have not begun. One query, none where it was given to anyone."""
        if self.assignment.school_class_id is None:
            return []
        begun = [s.member_id for s in self.students]
        there = self.assignment.meant_for().exclude(id__in=filter(None, begun))
        return list(there.values_list("name", flat=True))

    def segment_of(self, item: Item) -> int:
        """The segment the item's evidence lies in: its pause may already stand at the start of the next."""
        at_ms = item.evidence[0].start_ms if item.evidence else max(0, (item.pause_ms or 0) - 1)
        return next((n for n, s in enumerate(self.content["segments"]) if s["start_ms"] <= at_ms < s["end_ms"]), 0)

    def tallies(self) -> list[Tally]:
        return [item_tally([self.cells[s.id][n] for s in self.students]) for n in range(len(self.items))]

    def replayed(self, parts: list[Span]) -> list[float]:
        """How often each part was played again, on average over the students who played anything."""
        watching = [p for p in self.played.values() if p]
        if not watching or not parts:
            return [0.0] * len(parts)
        each = [replays(p, parts) for p in watching]
        return [sum(r[n] for r in each) / len(watching) for n in range(len(parts))]

    def firsts(self) -> list[list[bool | None]]:
        """A row a student and a column an item: right at first try, or None without an answer that is marked."""
        return [[c.first_try for c in self.cells[s.id]] for s in self.students]

    def signs(self) -> list[list[Sign]]:
        """For each student what may be worth a look."""
        return signs([self._doing(s) for s in self.students], self.items)

    def _doing(self, student: Student) -> Doing:
        firsts = [
            (self.places[a.item_id], a) for a in self.given[student.id] if a.number == 1 and a.item_id in self.places
        ]
        most = sum(i.marks for i in self.items)
        return Doing(
            tuple(
                # Only what waits to be read has words of a student's own.
                Given(place, a.received_s, str(a.response.get("text") or "") if self.items[place].waits else "")
                for place, a in firsts
            ),
            (
                *((p.at_s, p.stretch.span) for p in self.stretches[student.id]),
                *((0.0, span) for span in self._in_room(student)),
            ),
            earned(self.items, self.cells[student.id]) / most if most else 0.0,
            student.over_reported,
        )
