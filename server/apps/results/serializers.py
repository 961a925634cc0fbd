"""Shapes of the results."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from pydantic import JsonValue, RootModel
from rest_framework import serializers

from apps.study.lesson_serializers import StudySentenceOut
from apps.study.models import LookState
from config.shapes import Shape
from escuela_core.results.sheet import CellState
from escuela_core.results.signs import Flag, SignCode
from escuela_core.results.statistics import Suspicion


class CellOut(Shape):
    state: CellState
    share: float | None
    tries: int


class SheetItemOut(Shape):
    id: str
    kind: str
    prompt: str
    marks: float
    segment: int
    answered: int
    first: int


class AdviceOut(Shape):
    """Why a segment should be taught again: ``low`` for its answers, ``often`` for what was heard again; ``sure`` where
    chance alone would hardly bring it."""

    first: int
    answered: int
    other_first: int
    other_answered: int
    replayed: float
    low: bool
    often: bool
    sure: bool


class SheetSegmentOut(Shape):
    title: str
    start_ms: int
    end_ms: int
    answered: int
    first: int
    replayed: float
    advice: AdviceOut | None


class SignOut(Shape):
    """What may be worth a look: ``items`` by their numbers, ``others`` by their names."""

    code: SignCode
    items: list[int]
    seconds: int
    others: list[str]


class SheetStudentOut(Shape):
    id: UUID
    nickname: str
    attempts: int
    coverage: float
    cells: list[CellOut]
    marks: float
    minutes: int
    finished: bool
    late: bool
    flags: list[Flag]
    signs: list[SignOut]


class SheetOut(Shape):
    """``teach_again``: the segments worth teaching again, the one in most need first."""

    items: list[SheetItemOut]
    segments: list[SheetSegmentOut]
    teach_again: list[int]
    students: list[SheetStudentOut]
    absent: list[str]
    started: int
    finished: int
    waiting: int
    looks: int
    looked: int
    to_return: int
    marks: float


class OptionCountOut(Shape):
    text: str
    count: int
    correct: bool


class GivenOut(Shape):
    id: UUID
    nickname: str
    response: dict[str, JsonValue]
    said: str
    outcome: CellState
    share: float | None
    tries: int
    comment: str
    look: LookState
    look_reason: str
    look_word: str
    marked_at: datetime | None
    returned: bool
    given_at: datetime | None
    received_at: datetime


class ThirdOut(Shape):
    students: int
    given: dict[str, int]


class ItemStatisticsOut(Shape):
    """``correlation`` and ``thirds`` (lower, middle, upper) from ten students on; ``option`` is what the best chose."""

    answered: int
    facility: float | None
    correlation: float | None
    thirds: list[ThirdOut]
    suspicion: Suspicion | None
    option: str


class CorrectionIn(serializers.Serializer[object]):
    """``key`` in the words of the item's answers, ``marks`` 0 to drop it; only seen where not ``apply``. With
    ``everywhere`` it is done in the lesson too, and where else it is given out now."""

    key = serializers.ListField(
        child=serializers.CharField(max_length=500), max_length=50, default=None, allow_null=True
    )
    marks = serializers.FloatField(default=None, allow_null=True)
    why = serializers.CharField(max_length=1000, allow_blank=True, default="")
    apply = serializers.BooleanField()
    everywhere = serializers.BooleanField(default=False, required=False)


class EffectOut(serializers.Serializer[object]):
    """``also``: the names of the lesson and the assignments in which the same was done."""

    gain = serializers.IntegerField()
    lose = serializers.IntegerField()
    marks = serializers.FloatField()
    also = serializers.ListField(child=serializers.CharField())


class CriterionOut(Shape):
    text: str
    marks: float


class SuggestedOut(Shape):
    """A word of the answer that a criterion names, by its characters."""

    criterion: int
    start: int
    end: int


class ReadingOut(Shape):
    """Of open answers: which are alike, by their places among the answers, and the words that criteria name in each."""

    groups: list[list[int]]
    suggested: list[list[SuggestedOut]]


class ItemAnswersOut(Shape):
    """``reading``: only of open answers."""

    key: list[str]
    key_options: list[str]
    correctable: bool
    corrected: str | None
    statistics: ItemStatisticsOut
    id: str
    kind: str
    prompt: str
    marks: float
    options: list[OptionCountOut]
    answers: list[GivenOut]
    waiting: int
    model_answer: str
    criteria: list[CriterionOut]
    reading: ReadingOut | None


class ReplayedSentenceOut(StudySentenceOut):
    replayed: float


class SegmentResultOut(Shape):
    title: str
    sentences: list[ReplayedSentenceOut]
    items: list[ItemAnswersOut]


class OverviewOut(Shape):
    id: UUID
    lesson_id: UUID | None
    name: str
    title: str
    due_at: datetime | None
    joined: int
    finished: int
    to_mark: int
    looks: int


class OverviewsOut(RootModel[list[OverviewOut]]):
    pass
