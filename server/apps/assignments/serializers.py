"""Shapes in and out of the assignments' addresses."""

from __future__ import annotations

from typing import Any, get_args

from rest_framework import serializers

from apps.assignments.models import Assignment
from escuela_core.study.allowance import MOST_EXTRA_TRIES
from escuela_core.study.policy import (
    MOST_ATTEMPTS,
    MOST_GRACE_MIN,
    MOST_RETAKES,
    Counting,
    Feedback,
    Manner,
    Script,
    Skipping,
)
from escuela_core.study.roster import MOST_MEMBERS


class RulesData(serializers.Serializer[object]):
    """The rules of an assignment without its dates."""

    attempts = serializers.IntegerField(min_value=1, max_value=MOST_ATTEMPTS)
    feedback = serializers.ChoiceField(get_args(Feedback))
    show_key = serializers.BooleanField()
    skipping = serializers.ChoiceField(get_args(Skipping))
    offer_not_sure = serializers.BooleanField()
    shuffle = serializers.BooleanField()
    time_limits = serializers.BooleanField()
    grace_min = serializers.IntegerField(min_value=0, max_value=MOST_GRACE_MIN)
    retry_share = serializers.FloatField()
    wrong_share = serializers.FloatField()
    manner = serializers.ChoiceField(get_args(Manner))
    script = serializers.ChoiceField(get_args(Script))
    retakes = serializers.IntegerField(min_value=0, max_value=MOST_RETAKES)
    counting = serializers.ChoiceField(get_args(Counting))


class PolicyIn(RulesData):
    """Rules and dates, as many of them as are to be set; ``chosen``: whom of the class it is for, null for all."""

    name = serializers.CharField(max_length=120, allow_blank=True)
    instructions = serializers.CharField(max_length=4000, allow_blank=True)
    wording = serializers.CharField(max_length=35, allow_blank=True)
    opens_at = serializers.DateTimeField(allow_null=True)
    due_at = serializers.DateTimeField(allow_null=True)
    closes_at = serializers.DateTimeField(allow_null=True)
    chosen = serializers.ListField(child=serializers.UUIDField(), allow_null=True, max_length=MOST_MEMBERS)

    def get_fields(self) -> dict[str, Any]:
        found: dict[str, Any] = super().get_fields()
        for field in found.values():
            field.required = False
        return found


class ShareIn(PolicyIn):
    """``id``: made by the browser, so that pressing twice gives out once."""

    id = serializers.UUIDField(default=None, allow_null=True)
    name = serializers.CharField(max_length=120, allow_blank=True, default="")
    with_unseen = serializers.BooleanField(default=False)
    school_class = serializers.UUIDField(default=None, allow_null=True)


class LastRulesOut(serializers.Serializer[object]):
    rules = RulesData(allow_null=True)


class ExtensionIn(serializers.Serializer[object]):
    """Nothing of it: as for everybody again."""

    due_at = serializers.DateTimeField(allow_null=True, required=False, default=None)
    closes_at = serializers.DateTimeField(allow_null=True, required=False, default=None)
    extra_tries = serializers.IntegerField(min_value=0, max_value=MOST_EXTRA_TRIES, required=False, default=0)
    extra_retakes = serializers.IntegerField(min_value=0, max_value=MOST_RETAKES, required=False, default=0)


class ExtensionOut(serializers.Serializer[object]):
    member = serializers.UUIDField(source="member_id")
    name = serializers.CharField(source="member.name")
    due_at = serializers.DateTimeField(allow_null=True)
    closes_at = serializers.DateTimeField(allow_null=True)
    extra_tries = serializers.IntegerField()
    extra_retakes = serializers.IntegerField()


class ChangedOut(serializers.Serializer[object]):
    """What was changed of an assignment after it was given out; ``fields_changed`` names rules and dates."""

    at = serializers.DateTimeField()
    what = serializers.ChoiceField(("changed", "closed", "opened", "extended", "not_extended"))
    fields_changed = serializers.ListField(child=serializers.CharField(), source="fields")
    whom = serializers.CharField(allow_blank=True)


class AssignmentOut(serializers.ModelSerializer[Assignment]):
    lesson_id = serializers.UUIDField(source="edition.lesson_id", allow_null=True)
    lesson_title = serializers.CharField(source="edition.content.title")
    class_id = serializers.UUIDField(source="school_class_id", allow_null=True)
    class_name = serializers.CharField(source="school_class.name", default="")
    extensions = ExtensionOut(many=True)
    changes = ChangedOut(many=True)
    state = serializers.SerializerMethodField()
    item_count = serializers.SerializerMethodField()
    wordings = serializers.SerializerMethodField()
    language = serializers.SerializerMethodField()
    student_count = serializers.SerializerMethodField()
    qr = serializers.CharField(source="qr_svg")
    link = serializers.CharField()
    frame = serializers.CharField()
    feedback = serializers.ChoiceField(get_args(Feedback))
    skipping = serializers.ChoiceField(get_args(Skipping))
    manner = serializers.ChoiceField(get_args(Manner))
    script = serializers.ChoiceField(get_args(Script))
    counting = serializers.ChoiceField(get_args(Counting))

    class Meta:
        model = Assignment
        fields = (
            "id",
            "lesson_id",
            "lesson_title",
            "class_id",
            "class_name",
            "chosen",
            "extensions",
            "changes",
            "name",
            "code",
            "link",
            "frame",
            "qr",
            "state",
            "item_count",
            "student_count",
            "instructions",
            "wording",
            "wordings",
            "language",
            "opens_at",
            "due_at",
            "closes_at",
            *RulesData().fields,
            "created_at",
        )

    def get_state(self, assignment: Assignment) -> str:
        return assignment.policy().state(self.context["now"])

    def get_item_count(self, assignment: Assignment) -> int:
        return len(assignment.edition.content["items"])

    def get_wordings(self, assignment: Assignment) -> list[str]:
        return assignment.edition.wordings

    def get_language(self, assignment: Assignment) -> str:
        return str(assignment.edition.content["language"])

    def get_student_count(self, assignment: Assignment) -> int:
        counted: int | None = getattr(assignment, "joined", None)
        return assignment.students.filter(attempt=1).count() if counted is None else counted
