"""Shapes in and out of the assignments' addresses."""

from __future__ import annotations

from typing import get_args

from rest_framework import serializers

from apps.assignments.models import Assignment
from escuela_core.study.policy import MOST_ATTEMPTS, MOST_GRACE_MIN, Feedback


class PolicyIn(serializers.Serializer[object]):
    name = serializers.CharField(max_length=120, required=False, allow_blank=True)
    opens_at = serializers.DateTimeField(required=False, allow_null=True)
    due_at = serializers.DateTimeField(required=False, allow_null=True)
    closes_at = serializers.DateTimeField(required=False, allow_null=True)
    attempts = serializers.IntegerField(min_value=1, max_value=MOST_ATTEMPTS, required=False)
    feedback = serializers.ChoiceField(get_args(Feedback), required=False)
    show_key = serializers.BooleanField(required=False)
    skipping = serializers.ChoiceField(("freely", "watched", "not_at_all"), required=False)
    offer_not_sure = serializers.BooleanField(required=False)
    shuffle = serializers.BooleanField(required=False)
    time_limits = serializers.BooleanField(required=False)
    grace_min = serializers.IntegerField(min_value=0, max_value=MOST_GRACE_MIN, required=False)
    retry_share = serializers.FloatField(required=False)
    wrong_share = serializers.FloatField(required=False)


class ShareIn(PolicyIn):
    """``id``: made by the browser, so that pressing twice gives out once."""

    id = serializers.UUIDField(required=False, default=None, allow_null=True)
    name = serializers.CharField(max_length=120, required=False, allow_blank=True, default="")
    with_unseen = serializers.BooleanField(required=False, default=False)
    school_class = serializers.UUIDField(required=False, default=None, allow_null=True)


class RulesData(serializers.Serializer[object]):
    """The rules of an assignment without its dates."""

    attempts = serializers.IntegerField()
    feedback = serializers.ChoiceField(get_args(Feedback))
    show_key = serializers.BooleanField()
    skipping = serializers.ChoiceField(("freely", "watched", "not_at_all"))
    offer_not_sure = serializers.BooleanField()
    shuffle = serializers.BooleanField()
    time_limits = serializers.BooleanField()
    grace_min = serializers.IntegerField()
    retry_share = serializers.FloatField()
    wrong_share = serializers.FloatField()


class LastRulesOut(serializers.Serializer[object]):
    rules = RulesData(allow_null=True)


class ExtensionIn(serializers.Serializer[object]):
    """Both empty: as for everybody again."""

    due_at = serializers.DateTimeField(allow_null=True, required=False, default=None)
    closes_at = serializers.DateTimeField(allow_null=True, required=False, default=None)


class ExtensionOut(serializers.Serializer[object]):
    member = serializers.UUIDField(source="member_id")
    name = serializers.CharField(source="member.name")
    due_at = serializers.DateTimeField(allow_null=True)
    closes_at = serializers.DateTimeField(allow_null=True)


class AssignmentOut(serializers.ModelSerializer[Assignment]):
    lesson_id = serializers.UUIDField(source="edition.lesson_id", allow_null=True)
    lesson_title = serializers.CharField(source="edition.content.title")
    class_id = serializers.UUIDField(source="school_class_id", allow_null=True)
    class_name = serializers.CharField(source="school_class.name", default="")
    extensions = ExtensionOut(many=True)
    state = serializers.SerializerMethodField()
    item_count = serializers.SerializerMethodField()
    student_count = serializers.SerializerMethodField()
    qr = serializers.CharField(source="qr_svg")
    link = serializers.CharField()
    frame = serializers.CharField()
    feedback = serializers.ChoiceField(get_args(Feedback))
    skipping = serializers.ChoiceField(("freely", "watched", "not_at_all"))

    class Meta:
        model = Assignment
        fields = (
            "id",
            "lesson_id",
            "lesson_title",
            "class_id",
            "class_name",
            "extensions",
            "name",
            "code",
            "link",
            "frame",
            "qr",
            "state",
            "item_count",
            "student_count",
            "opens_at",
            "due_at",
            "closes_at",
            "attempts",
            "feedback",
            "show_key",
            "skipping",
            "offer_not_sure",
            "shuffle",
            "time_limits",
            "grace_min",
            "retry_share",
            "wrong_share",
            "created_at",
        )

    def get_state(self, assignment: Assignment) -> str:
        return assignment.policy().state(self.context["now"])

    def get_item_count(self, assignment: Assignment) -> int:
        return len(assignment.edition.content["items"])

    def get_student_count(self, assignment: Assignment) -> int:
        counted: int | None = getattr(assignment, "joined", None)
        return assignment.students.count() if counted is None else counted
