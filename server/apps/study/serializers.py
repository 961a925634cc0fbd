"""The student's shapes. None of them has a field for the key but ``KeyOut``, which the policy opens."""

from __future__ import annotations

from typing import get_args

from rest_framework import serializers

from apps.assignments.serializers import RulesData
from apps.study.lesson_serializers import QuestionOut, SpanOut, StudyLessonOut, StudyMaterialOut, StudySentenceOut
from apps.study.models import LookState
from escuela_core.study.marking import Outcome
from escuela_core.study.room import PHASES


class KeyInOtherWordsOut(serializers.Serializer[object]):
    tag = serializers.CharField()
    texts = serializers.ListField(child=serializers.CharField())
    feedback = serializers.ListField(child=serializers.CharField(allow_blank=True))
    explanation = serializers.CharField(allow_blank=True)


class KeyOut(serializers.Serializer[object]):
    correct = serializers.ListField(child=serializers.IntegerField())
    truth = serializers.BooleanField(allow_null=True)
    texts = serializers.ListField(child=serializers.CharField())
    feedback = serializers.ListField(child=serializers.CharField(allow_blank=True))
    explanation = serializers.CharField()
    evidence = SpanOut(many=True)
    wordings = KeyInOtherWordsOut(many=True)


class ResponseData(serializers.Serializer[object]):
    chosen = serializers.ListField(child=serializers.IntegerField(), required=False)
    truth = serializers.BooleanField(required=False)
    text = serializers.CharField(required=False)
    arranged = serializers.ListField(child=serializers.IntegerField(), required=False)
    grouped = serializers.ListField(child=serializers.IntegerField(), required=False)
    not_sure = serializers.BooleanField(required=False)
    out_of_time = serializers.BooleanField(required=False)


class TryOut(serializers.Serializer[object]):
    """``taken`` while it is not said if the answer was right, ``marked`` once the teacher has read it."""

    id = serializers.UUIDField()
    response = serializers.DictField()
    outcome = serializers.ChoiceField((*get_args(Outcome), "taken", "marked"))
    share = serializers.FloatField(allow_null=True)
    marks = serializers.FloatField(allow_null=True)
    comment = serializers.CharField()
    look = serializers.ChoiceField(get_args(LookState))
    look_reason = serializers.CharField()
    look_word = serializers.CharField()


class ProgressOut(serializers.Serializer[object]):
    item = serializers.CharField()
    done = serializers.BooleanField()
    tries_left = serializers.IntegerField()
    answers = TryOut(many=True)
    key = KeyOut(allow_null=True)


class NoteOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    at_ms = serializers.IntegerField()
    text = serializers.CharField()


class NoteIn(serializers.Serializer[object]):
    at_ms = serializers.IntegerField(min_value=0, max_value=10**9)
    text = serializers.CharField(max_length=2000, allow_blank=True)


class StudentOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    nickname = serializers.CharField()
    finished = serializers.BooleanField()
    attempt = serializers.IntegerField()
    retakes_left = serializers.IntegerField()
    state = serializers.ChoiceField(("not_yet", "open", "late", "closed"))
    items = ProgressOut(many=True)
    materials = StudyMaterialOut(many=True)
    remark = serializers.CharField(allow_blank=True)
    notes = NoteOut(many=True)
    watched = SpanOut(many=True)


class OwnItemOut(serializers.Serializer[object]):
    prompt = serializers.CharField()
    answers = TryOut(many=True)


class OwnDataOut(serializers.Serializer[object]):
    """All that is kept of one student in a lesson, as far as they may be told it."""

    lesson = serializers.CharField()
    name = serializers.CharField()
    attempt = serializers.IntegerField()
    joined_at = serializers.DateTimeField()
    last_seen_at = serializers.DateTimeField()
    finished_at = serializers.DateTimeField(allow_null=True)
    watched = SpanOut(many=True)
    items = OwnItemOut(many=True)
    remark = serializers.CharField(allow_blank=True)
    notes = NoteOut(many=True)


class RulesOut(RulesData):
    opens_at = serializers.DateTimeField(allow_null=True)
    due_at = serializers.DateTimeField(allow_null=True)
    closes_at = serializers.DateTimeField(allow_null=True)


class NameOut(serializers.Serializer[object]):
    """``held``: somebody has this name; it is taken on another device with its number alone."""

    id = serializers.UUIDField()
    name = serializers.CharField()
    held = serializers.BooleanField()


class EntryOut(serializers.Serializer[object]):
    """Into what belongs to a class: whom the device belongs to, or the names to choose from. ``pin`` is told once, to
    who has just taken a name; ``asked`` is the name under which the device waits to be let in."""

    takes_requests = serializers.BooleanField()
    asked = serializers.CharField(allow_blank=True)
    class_name = serializers.CharField()
    class_code = serializers.CharField()
    me = NameOut(allow_null=True)
    pin = serializers.CharField(allow_blank=True)
    names = NameOut(many=True)


class CorrectedOut(serializers.Serializer[object]):
    """An item, by its number, whose marking was put right after students had answered."""

    number = serializers.IntegerField()
    why = serializers.CharField(allow_blank=True)


class StudyOut(serializers.Serializer[object]):
    """``in_room``: it is being played in the room now; the lesson comes by itself after that."""

    in_room = serializers.BooleanField()
    corrections = CorrectedOut(many=True)
    instructions = serializers.CharField(allow_blank=True)
    wording = serializers.CharField(allow_blank=True)
    entry = EntryOut(allow_null=True)
    title = serializers.CharField()
    item_count = serializers.IntegerField()
    state = serializers.ChoiceField(("not_yet", "open", "late", "closed"))
    rules = RulesOut()
    lesson = StudyLessonOut(allow_null=True)
    token = serializers.CharField(allow_blank=True)
    student = StudentOut(allow_null=True)


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


class InRoomOut(serializers.Serializer[object]):
    """What a student in the room has before them; the question while one is asked, or what came of it.

    ``runs``: whether it is still played there; ``takes``: whether an answer counts now; ``sentences``: those that
    settle it, once that is told.
    """

    runs = serializers.BooleanField()
    phase = serializers.ChoiceField(PHASES)
    takes = serializers.BooleanField()
    title = serializers.CharField()
    language = serializers.CharField()
    number = serializers.IntegerField()
    item_count = serializers.IntegerField()
    question = QuestionOut(allow_null=True)
    progress = ProgressOut(allow_null=True)
    sentences = StudySentenceOut(many=True)


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


class ClockOut(serializers.Serializer[object]):
    left_ms = serializers.IntegerField()
    question = QuestionOut()


class RehearsedIn(serializers.Serializer[object]):
    item = serializers.UUIDField()
    response = ResponseData()
    tries = serializers.ListField(child=serializers.CharField(), max_length=20, default=list)
