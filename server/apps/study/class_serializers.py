"""Shapes of a class's own page, and of who comes into a class."""

from __future__ import annotations

from rest_framework import serializers

from apps.study.news import NEWS
from apps.study.serializers import EntryOut


class AskIn(serializers.Serializer[object]):
    name = serializers.CharField(max_length=400, allow_blank=True)


class MergeIn(serializers.Serializer[object]):
    into = serializers.UUIDField()


class TakeNameIn(serializers.Serializer[object]):
    member = serializers.UUIDField()
    pin = serializers.CharField(max_length=20, allow_blank=True, required=False)


class CommentOut(serializers.Serializer[object]):
    """What the teacher wrote to an answer, and the words of the item that it answers."""

    item = serializers.CharField()
    text = serializers.CharField()


class GivenLessonOut(serializers.Serializer[object]):
    """One lesson that a class was given, as it stands with one student; marks only once the policy speaks.

    ``again``: how many items were not right at last, whose words are worth hearing again; ``news``: what the teacher
    has done about it since the student last looked; ``remark``: what the teacher says of all of it, ``comments``
    of single answers.
    """

    code = serializers.CharField()
    name = serializers.CharField()
    title = serializers.CharField()
    state = serializers.ChoiceField(("not_yet", "open", "late", "closed"))
    progress = serializers.ChoiceField(("to_do", "doing", "done"))
    opens_at = serializers.DateTimeField(allow_null=True)
    due_at = serializers.DateTimeField(allow_null=True)
    closes_at = serializers.DateTimeField(allow_null=True)
    item_count = serializers.IntegerField()
    answered = serializers.IntegerField()
    marks = serializers.FloatField(allow_null=True)
    most = serializers.FloatField()
    again = serializers.IntegerField()
    waiting = serializers.IntegerField()
    comments = CommentOut(many=True)
    remark = serializers.CharField(allow_blank=True)
    finished_at = serializers.DateTimeField(allow_null=True)
    news = serializers.ListField(child=serializers.ChoiceField(NEWS))


class GoalReachedOut(serializers.Serializer[object]):
    """``reached`` is null while nothing of it was answered and marked."""

    goal = serializers.CharField()
    items = serializers.IntegerField()
    reached = serializers.BooleanField(allow_null=True)


class ClassPageOut(serializers.Serializer[object]):
    entry = EntryOut()
    lessons = GivenLessonOut(many=True)


class MyClassOut(ClassPageOut):
    goals = GoalReachedOut(many=True)


class MineOut(serializers.Serializer[object]):
    """What a device's student has in every class that it knows."""

    classes = MyClassOut(many=True)
