"""Shapes of a class's marks over all its lessons."""

from __future__ import annotations

from rest_framework import serializers


class EntryMarksOut(serializers.Serializer[object]):
    """One student at one lesson."""

    state = serializers.ChoiceField(("not_given", "to_do", "doing", "done"))
    marks = serializers.FloatField(allow_null=True)
    waiting = serializers.IntegerField()
    late = serializers.BooleanField()


class GradebookLessonOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    lesson_id = serializers.UUIDField(allow_null=True)
    title = serializers.CharField()
    name = serializers.CharField()
    due_at = serializers.DateTimeField(allow_null=True)
    most = serializers.FloatField()
    weight = serializers.FloatField()


class GradebookRowOut(serializers.Serializer[object]):
    """``share``: what all of it comes to by the class's rules, 0 to 1; ``left_out``: places of the lowest lessons."""

    id = serializers.UUIDField()
    name = serializers.CharField()
    entries = EntryMarksOut(many=True)
    marks = serializers.FloatField()
    share = serializers.FloatField(allow_null=True)
    left_out = serializers.ListField(child=serializers.IntegerField())


class GoalOut(serializers.Serializer[object]):
    """A learning goal that ``items`` ask about, and the students who have reached it and who have not yet."""

    goal = serializers.CharField()
    items = serializers.IntegerField()
    reached = serializers.ListField(child=serializers.CharField())
    not_yet = serializers.ListField(child=serializers.CharField())


class GradebookOut(serializers.Serializer[object]):
    """A class's students by the lessons it was given; ``most`` marks are to be had in all."""

    lessons = GradebookLessonOut(many=True)
    rows = GradebookRowOut(many=True)
    most = serializers.FloatField()
    goals = GoalOut(many=True)
    dropped = serializers.IntegerField()
    late_share = serializers.FloatField()


class GradebookRulesIn(serializers.Serializer[object]):
    """How many of the lowest are left out, what late work is worth, and the weight of each lesson by its assignment."""

    dropped = serializers.IntegerField()
    late_share = serializers.FloatField()
    weights = serializers.DictField(child=serializers.FloatField())
