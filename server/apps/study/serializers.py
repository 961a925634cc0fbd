"""The student's shapes. None of them has a field for the key but ``KeyOut``, which the policy opens."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from pydantic import JsonValue, RootModel
from rest_framework import serializers

from apps.assignments.serializers import GivenRulesOut
from apps.study.lesson_serializers import QuestionOut, SpanOut, StudyLessonOut, StudyMaterialOut, StudySentenceOut
from apps.study.models import LookState
from config.shapes import Shape
from escuela_core.study import marking
from escuela_core.study.policy import State
from escuela_core.study.room import Phase

Outcome = Literal[marking.Outcome, "taken", "marked"]


class KeyWordsOut(Shape):
    """The key as a student reads it: places that are right, a truth or right words, and what is said to each option."""

    correct: list[int] = []
    truth: bool | None = None
    texts: list[str] = []
    feedback: list[str] = []
    explanation: str


class KeyInOtherWordsOut(KeyWordsOut):
    tag: str


class KeyOut(KeyWordsOut):
    evidence: list[SpanOut]
    wordings: list[KeyInOtherWordsOut]


class ResponseData(serializers.Serializer[object]):
    chosen = serializers.ListField(child=serializers.IntegerField(), required=False)
    truth = serializers.BooleanField(required=False)
    text = serializers.CharField(required=False)
    arranged = serializers.ListField(child=serializers.IntegerField(), required=False)
    grouped = serializers.ListField(child=serializers.IntegerField(), required=False)
    not_sure = serializers.BooleanField(required=False)
    out_of_time = serializers.BooleanField(required=False)


class TryOut(Shape):
    """``taken`` while it is not said if the answer was right, ``marked`` once the teacher has read it."""

    id: UUID
    response: dict[str, JsonValue]
    outcome: Outcome
    share: float | None
    marks: float | None
    comment: str
    look: LookState
    look_reason: str
    look_word: str


class ProgressOut(Shape):
    item: str
    done: bool
    tries_left: int
    answers: list[TryOut]
    key: KeyOut | None


class NoteOut(Shape):
    id: UUID
    at_ms: int
    text: str


class NotesOut(RootModel[list[NoteOut]]):
    pass


class SearchIn(serializers.Serializer[object]):
    words = serializers.CharField(max_length=100)


class NearOut(RootModel[list[int]]):
    """Numbers of the lesson's sentences."""


class NoteIn(serializers.Serializer[object]):
    at_ms = serializers.IntegerField(min_value=0, max_value=10**9)
    text = serializers.CharField(max_length=2000, allow_blank=True)


class StudentOut(Shape):
    id: UUID
    nickname: str
    finished: bool
    attempt: int
    retakes_left: int
    state: State
    items: list[ProgressOut]
    materials: list[StudyMaterialOut]
    remark: str
    notes: list[NoteOut]
    watched: list[SpanOut]


class OwnItemOut(Shape):
    prompt: str
    answers: list[TryOut]


class OwnDataOut(Shape):
    """All that is kept of one student in a lesson, as far as they may be told it."""

    lesson: str
    name: str
    attempt: int
    joined_at: datetime
    last_seen_at: datetime
    finished_at: datetime | None
    watched: list[SpanOut]
    items: list[OwnItemOut]
    remark: str
    notes: list[NoteOut]


class RulesOut(GivenRulesOut):
    """The rules as they are in force for who asks."""

    opens_at: datetime | None
    due_at: datetime | None
    closes_at: datetime | None


class NameOut(Shape):
    """``held``: somebody has this name; it is taken on another device with its number alone."""

    id: UUID
    name: str
    held: bool


class EntryOut(Shape):
    """Into what belongs to a class: whom the device belongs to, or the names to choose from. ``pin`` is told once, to
    who has just taken a name; ``asked`` is the name under which the device waits to be let in."""

    takes_requests: bool
    asked: str
    class_name: str
    class_code: str
    me: NameOut | None
    pin: str
    names: list[NameOut]


class CorrectedOut(Shape):
    """An item, by its number, whose marking was put right after students had answered."""

    number: int
    why: str


class StudyOut(Shape):
    """``in_room``: it is being played in the room now; the lesson comes by itself after that."""

    in_room: bool
    corrections: list[CorrectedOut]
    instructions: str
    wording: str
    entry: EntryOut | None
    title: str
    item_count: int
    state: State
    rules: RulesOut
    lesson: StudyLessonOut | None
    token: str
    student: StudentOut | None


class EntryIn(serializers.Serializer[object]):
    entry = serializers.CharField(max_length=500)


class JoinIn(serializers.Serializer[object]):
    """A name of one's own, or ``member`` where the lesson was given to a class, with the ``pin`` of a held name.

    ``same_name``: the student knows that somebody has this name already.
    """

    nickname = serializers.CharField(max_length=400, allow_blank=True, required=False)
    member = serializers.UUIDField(required=False, allow_null=True)
    pin = serializers.CharField(max_length=20, allow_blank=True, required=False)
    same_name = serializers.BooleanField(required=False)


class InRoomOut(Shape):
    """What a student in the room has before them; the question while one is asked, or what came of it.

    ``runs``: whether it is still played there; ``takes``: whether an answer counts now; ``sentences``: those that
    settle it, once that is told.
    """

    runs: bool
    phase: Phase
    takes: bool
    title: str
    language: str
    number: int
    item_count: int
    question: QuestionOut | None
    progress: ProgressOut | None = None
    sentences: list[StudySentenceOut]


class AnswerIn(serializers.Serializer[object]):
    """``waited_ms``: how long the answer waited on the device before it could be sent."""

    id = serializers.UUIDField()
    item = serializers.UUIDField()
    response = ResponseData()
    waited_ms = serializers.IntegerField(min_value=0, max_value=10**12, default=0)


class SecondLookIn(serializers.Serializer[object]):
    """Why the student thinks that an answer of theirs is right."""

    answer = serializers.UUIDField()
    reason = serializers.CharField(max_length=1000, allow_blank=True)


class PlayedIn(serializers.Serializer[object]):
    id = serializers.UUIDField()
    start_ms = serializers.IntegerField(min_value=0, max_value=10**9)
    end_ms = serializers.IntegerField(min_value=0, max_value=10**9)
    wall_ms = serializers.IntegerField(min_value=0, max_value=10**9)


class PlayedListIn(serializers.Serializer[object]):
    stretches = serializers.ListField(child=PlayedIn(), max_length=500)


class ClockIn(serializers.Serializer[object]):
    """``rests`` while the student hears the part again."""

    item = serializers.UUIDField()
    rests = serializers.BooleanField()


class ClockOut(Shape):
    left_ms: int
    question: QuestionOut


class RehearsedIn(serializers.Serializer[object]):
    item = serializers.UUIDField()
    response = ResponseData()
    tries = serializers.ListField(child=serializers.CharField(), max_length=20, default=list)
