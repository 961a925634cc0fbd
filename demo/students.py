"""A simulated class: how eighteen invented students would answer, drawn from a seeded item response model.

The chance of a right first answer is logistic(skill - difficulty) (Rasch 1960); a second try starts half a unit easier.
Whom the model lets fail may say "not sure" instead. Segments found hard are played again.
"""

from __future__ import annotations

import math
import random
import uuid
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from django.utils import timezone

from apps.assignments.models import Assignment
from apps.classes.services import take_name
from apps.room.models import Room, room_of
from apps.room.services import end_room, open_room
from apps.study.in_room import step_for_all
from apps.study.models import Answer, Stretch, Student
from apps.study.services import answer, finish, join, join_as, report_played
from escuela_core.items import Choice, Gap, Item, Open, TrueFalse

NAMES = (
    "Amaya Ruan,Bastien Orell,Carla Nieve,Dunia Farah,Edo Marsh,Faustina Lo,Gil Arana,Hedda Quist,"
    "Iker Sola,Jun Tavares,Kaia Brandt,Lior Pen,Mara Olin,Nuno Vey,Odile Kerr,Pau Ferran,Quim Adell,"
    "Rosa Hallam"
).split(",")
# A class with a list of names; the first of them have begun what it was given.
CLASS, CLASS_BEGUN = "Harbour course, Thursdays", 6
CLASS_NAMES = (
    "Alba Torres,Benno Hart,Cira Quell,Darío Luz,Elin Voss,Fabio Renn,Greta Solís,Hugo Adair,Inés Prado,Jonas Wick"
).split(",")
# Who comes in by the class's link, without a list; and who was there when a lesson was played in class.
LINK_CLASS, LINK_NAMES, LINK_ASKS = "Evening course, Mondays", "Kira Holm,Leo Baca,Mina Strand".split(","), "Noa Field"
ROOM_CLASS = "Deck crew, in class"
ROOM_NAMES = "Oda Lynn,Piet Vora,Rafa Mold,Sela Crane,Timo Ash,Una Wells,Vito Karr".split(",")
# How hard each item of the canal lesson is meant to be; the fourth and fifth are the gates that point upstream.
DIFFICULTY = (-1.6, -1.2, -0.8, 1.1, 0.7, 0.1, -0.9, 0.0)
OPEN_TEXTS = (
    "The water goes down and the rope holds one side up, so the boat can turn over.",
    "Because the boat sinks with the water and would hang on the rope.",
    "It could tip.",
    "Because the knot gets too tight.",
    "The rope would keep one side high while the water level falls, and the boat capsizes.",
)
# Nobody writes quite like the next one.
OPENINGS = (
    "",
    "I think: ",
    "Maybe because of this. ",
    "We saw it in the picture: ",
    "My guess is this: ",
    "He said it: ",
)
SEED = 18


@dataclass
class Learner:
    student: Student
    skill: float
    stops_at_ms: int


def simulate(assignment: Assignment, names: Sequence[str] = NAMES) -> None:
    """Put students called ``names`` through an assignment by the product's own services."""
    rng = random.Random(SEED)
    content = assignment.edition.content
    items = assignment.edition.items
    begun = timezone.now() - timedelta(days=1)
    for number, name in enumerate(names):
        student = _begin(assignment, name)
        # There yesterday already: what is reported as played must have had the time.
        student.joined_at = begun
        early = number >= len(names) - 2
        stop = round(content["end_ms"] * rng.uniform(0.3, 0.45)) if early else content["end_ms"]
        learner = Learner(student, rng.gauss(0.7, 0.9), stop)
        spent_s = _watch_and_answer(learner, items, content, rng)
        if not early:
            finish(student)
        _set_back(student, begun + timedelta(minutes=rng.uniform(0, 300)), spent_s)


def simulate_in_room(assignment: Assignment, names: Sequence[str]) -> None:
    """Play an assignment in the room: every item asked, answered by most of those who are there, and told."""
    rng = random.Random(SEED)
    room, at_ms = open_room(assignment), 0
    learners = [Learner(_begin(assignment, name), rng.gauss(0.7, 0.9), 0) for name in names]
    for number, item in enumerate(assignment.edition.items):
        step_for_all(assignment, "play", version=room.version, at_ms=at_ms)
        at_ms = item.pause_ms or 0
        # The time that playing takes has gone by.
        Room.objects.update(from_at=timezone.now() - timedelta(milliseconds=at_ms))
        room = step_for_all(assignment, "ask", version=room.version + 1, at_ms=at_ms, item=uuid.UUID(item.id))
        for learner in learners:
            if rng.random() < 0.92:
                _answer(learner, item, DIFFICULTY[number % len(DIFFICULTY)], rng)
        room = step_for_all(assignment, "tell", version=room.version, at_ms=None)
    end_room(assignment)


def _begin(assignment: Assignment, name: str) -> Student:
    if assignment.school_class is None:
        return join(assignment, name)
    member = assignment.school_class.members.get(name=name)
    return join_as(assignment, take_name(assignment.school_class, member.id, "", known=True, address="demo"))


def _watch_and_answer(learner: Learner, items: Sequence[Item], content: dict[str, Any], rng: random.Random) -> float:
    begin = content["start_ms"]
    spent_s = 20.0
    for number, item in enumerate(items):
        pause_ms = item.pause_ms or 0
        if pause_ms > learner.stops_at_ms:
            break
        _play(learner.student, begin, pause_ms)
        spent_s += (pause_ms - begin) / 1000 + rng.uniform(8, 25)
        begin = max(0, pause_ms)
        difficulty = DIFFICULTY[number % len(DIFFICULTY)]
        if item.evidence and rng.random() < 0.12 + 0.35 * (difficulty > 0.5):
            for _ in range(rng.randint(1, 3)):
                _play(learner.student, max(0, item.evidence[0].start_ms - 4_000), item.evidence[-1].end_ms)
                spent_s += 8
        _answer(learner, item, difficulty, rng)
    if begin < learner.stops_at_ms:
        # Some leave the last seconds unseen.
        end = learner.stops_at_ms - rng.choice((0, 0, 0, 6_000, 15_000))
        if end > begin:
            _play(learner.student, begin, end)
            spent_s += (end - begin) / 1000
    return spent_s


def _play(student: Student, start_ms: int, end_ms: int) -> None:
    if end_ms > start_ms:
        wall_ms = end_ms - start_ms
        report_played(student, [{"id": uuid.uuid4(), "start_ms": start_ms, "end_ms": end_ms, "wall_ms": wall_ms}])


def _answer(learner: Learner, item: Item, difficulty: float, rng: random.Random) -> None:
    who = Student.objects.filter(id=learner.student.id)
    if isinstance(item, Open):
        own = random.Random(learner.student.nickname)
        answer(who, uuid.uuid4(), uuid.UUID(item.id), {"text": own.choice(OPENINGS) + rng.choice(OPEN_TEXTS)})
        return
    for attempt in range(2):
        chance = 1 / (1 + math.exp(difficulty - learner.skill - 0.5 * attempt))
        right = rng.random() < chance
        if not right and rng.random() < 0.25:
            answer(who, uuid.uuid4(), uuid.UUID(item.id), {"not_sure": True})
            return
        _, tries = answer(who, uuid.uuid4(), uuid.UUID(item.id), _response(item, rng, right=right))
        # In the room nobody hears yet whether it was right.
        if right or room_of(tries[-1].student.assignment, timezone.now()):
            return


def _response(item: Item, rng: random.Random, *, right: bool) -> dict[str, Any]:
    match item:
        case Choice():
            wrong = [i for i, o in enumerate(item.options) if not o.correct]
            return {"chosen": list(item.key) if right else [wrong[0] if rng.random() < 0.65 else rng.choice(wrong)]}
        case TrueFalse():
            return {"truth": item.answer if right else not item.answer}
        case Gap():
            return {"text": item.answers[0] if right else rng.choice(("Olivera", "Ortega", "the harbour"))}
    return {"text": ""}


def _set_back(student: Student, joined_at: datetime, spent_s: float) -> None:
    """Everything went through in an instant; the clock is put where a real class would have it."""
    last = joined_at + timedelta(seconds=spent_s)
    finished = last if student.finished_at else None
    Student.objects.filter(id=student.id).update(joined_at=joined_at, last_seen_at=last, finished_at=finished)
    answers, played = Answer.objects.filter(student=student), Stretch.objects.filter(student=student)
    rows: list[Answer | Stretch] = sorted([*answers, *played], key=lambda row: row.received_at)
    for number, row in enumerate(rows, 1):
        row.received_at = joined_at + timedelta(seconds=spent_s * number / (len(rows) + 1))
    Answer.objects.bulk_update([r for r in rows if isinstance(r, Answer)], ["received_at"])
    Stretch.objects.bulk_update([r for r in rows if isinstance(r, Stretch)], ["received_at"])
