"""Shapes of the results."""

from __future__ import annotations

from typing import get_args

from rest_framework import serializers

from apps.lessons.items.serializers import CriterionData
from apps.results.marking_serializers import ReadingOut
from apps.study.models import LookState
from escuela_core.results.signs import FLAGS, SIGN_CODES
from escuela_core.results.statistics import Suspicion

STATES = ("not_reached", "skipped", "not_sure", "out_of_time", "wrong", "right", "waiting", "marked", "read")


class CellOut(serializers.Serializer[object]):
    state = serializers.ChoiceField(STATES)
    share = serializers.FloatField(allow_null=True)
    tries = serializers.IntegerField()


class SheetItemOut(serializers.Serializer[object]):
    id = serializers.CharField()
    kind = serializers.CharField()
    prompt = serializers.CharField()
    marks = serializers.FloatField()
    segment = serializers.IntegerField()
    answered = serializers.IntegerField()
    first = serializers.IntegerField()


class AdviceOut(serializers.Serializer[object]):
    """Why a segment should be taught again: ``low`` for its answers, ``often`` for what was heard again; ``sure`` where
    chance alone would hardly bring it."""

    first = serializers.IntegerField()
    answered = serializers.IntegerField()
    other_first = serializers.IntegerField()
    other_answered = serializers.IntegerField()
    replayed = serializers.FloatField()
    low = serializers.BooleanField()
    often = serializers.BooleanField()
    sure = serializers.BooleanField()


class SheetSegmentOut(serializers.Serializer[object]):
    title = serializers.CharField()
    start_ms = serializers.IntegerField()
    end_ms = serializers.IntegerField()
    answered = serializers.IntegerField()
    first = serializers.IntegerField()
    replayed = serializers.FloatField()
    advice = AdviceOut(allow_null=True)


class SignOut(serializers.Serializer[object]):
    """What may be worth a look: ``items`` by their numbers, ``others`` by their names."""

    code = serializers.ChoiceField(SIGN_CODES)
    items = serializers.ListField(child=serializers.IntegerField())
    seconds = serializers.IntegerField()
    others = serializers.ListField(child=serializers.CharField())


class SheetStudentOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    nickname = serializers.CharField()
    attempts = serializers.IntegerField()
    coverage = serializers.FloatField()
    cells = CellOut(many=True)
    marks = serializers.FloatField()
    minutes = serializers.IntegerField()
    finished = serializers.BooleanField()
    late = serializers.BooleanField()
    flags = serializers.ListField(child=serializers.ChoiceField(FLAGS))
    signs = SignOut(many=True)


class SheetOut(serializers.Serializer[object]):
    items = SheetItemOut(many=True)
    segments = SheetSegmentOut(many=True)
    teach_again = serializers.ListField(child=serializers.IntegerField())
    students = SheetStudentOut(many=True)
    absent = serializers.ListField(child=serializers.CharField())
    started = serializers.IntegerField()
    finished = serializers.IntegerField()
    waiting = serializers.IntegerField()
    looks = serializers.IntegerField()
    looked = serializers.IntegerField()
    to_return = serializers.IntegerField()
    marks = serializers.FloatField()


class OptionCountOut(serializers.Serializer[object]):
    text = serializers.CharField()
    count = serializers.IntegerField()
    correct = serializers.BooleanField()


class GivenOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    nickname = serializers.CharField()
    response = serializers.DictField()
    said = serializers.CharField()
    outcome = serializers.ChoiceField(STATES)
    share = serializers.FloatField(allow_null=True)
    tries = serializers.IntegerField()
    comment = serializers.CharField()
    look = serializers.ChoiceField(get_args(LookState))
    look_reason = serializers.CharField()
    look_word = serializers.CharField()
    marked_at = serializers.DateTimeField(allow_null=True)
    returned = serializers.BooleanField()
    given_at = serializers.DateTimeField(allow_null=True)
    received_at = serializers.DateTimeField()


class ThirdOut(serializers.Serializer[object]):
    students = serializers.IntegerField()
    given = serializers.DictField(child=serializers.IntegerField())


class ItemStatisticsOut(serializers.Serializer[object]):
    """``correlation`` and ``thirds`` (lower, middle, upper) from ten students on; ``option`` is what the best chose."""

    answered = serializers.IntegerField()
    facility = serializers.FloatField(allow_null=True)
    correlation = serializers.FloatField(allow_null=True)
    thirds = ThirdOut(many=True)
    suspicion = serializers.ChoiceField(get_args(Suspicion), allow_null=True)
    option = serializers.CharField(allow_blank=True)


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


class ItemAnswersOut(serializers.Serializer[object]):
    key = serializers.ListField(child=serializers.CharField())
    key_options = serializers.ListField(child=serializers.CharField())
    correctable = serializers.BooleanField()
    corrected = serializers.CharField(allow_null=True)
    statistics = ItemStatisticsOut()
    id = serializers.CharField()
    kind = serializers.CharField()
    prompt = serializers.CharField()
    marks = serializers.FloatField()
    options = OptionCountOut(many=True)
    answers = GivenOut(many=True)
    waiting = serializers.IntegerField()
    model_answer = serializers.CharField()
    criteria = CriterionData(many=True)
    # Only of open answers.
    reading = ReadingOut(allow_null=True)


class ReplayedSentenceOut(serializers.Serializer[object]):
    start_ms = serializers.IntegerField()
    end_ms = serializers.IntegerField()
    text = serializers.CharField()
    replayed = serializers.FloatField()


class SegmentResultOut(serializers.Serializer[object]):
    title = serializers.CharField()
    sentences = ReplayedSentenceOut(many=True)
    items = ItemAnswersOut(many=True)


class OverviewOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    lesson_id = serializers.UUIDField(allow_null=True)
    name = serializers.CharField()
    title = serializers.CharField()
    due_at = serializers.DateTimeField(allow_null=True)
    joined = serializers.IntegerField()
    finished = serializers.IntegerField()
    to_mark = serializers.IntegerField()
    looks = serializers.IntegerField()
