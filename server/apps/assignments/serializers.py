"""Shapes in and out of the assignments' addresses."""

from __future__ import annotations

from datetime import datetime
from typing import Any, Literal, get_args
from uuid import UUID

from pydantic import RootModel
from rest_framework import serializers

from config.shapes import Shape
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
    State,
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


class ExtensionIn(serializers.Serializer[object]):
    """Nothing of it: as for everybody again."""

    due_at = serializers.DateTimeField(allow_null=True, required=False, default=None)
    closes_at = serializers.DateTimeField(allow_null=True, required=False, default=None)
    extra_tries = serializers.IntegerField(min_value=0, max_value=MOST_EXTRA_TRIES, required=False, default=0)
    extra_retakes = serializers.IntegerField(min_value=0, max_value=MOST_RETAKES, required=False, default=0)


class GivenRulesOut(Shape):
    """The rules of an assignment without its dates."""

    attempts: int
    feedback: Feedback
    show_key: bool
    skipping: Skipping
    offer_not_sure: bool
    shuffle: bool
    time_limits: bool
    grace_min: int
    retry_share: float
    wrong_share: float
    manner: Manner
    script: Script
    retakes: int
    counting: Counting


class LastRulesOut(Shape):
    rules: GivenRulesOut | None


class ExtensionOut(Shape):
    """What one student of the class has more."""

    member: UUID
    name: str
    due_at: datetime | None
    closes_at: datetime | None
    extra_tries: int
    extra_retakes: int


class ChangedOut(Shape):
    """What was changed of an assignment after it was given out; ``fields_changed`` names rules and dates."""

    at: datetime
    what: Literal["changed", "closed", "opened", "extended", "not_extended"]
    fields_changed: list[str]
    whom: str


class AssignmentOut(GivenRulesOut):
    """``chosen``: whom of the class it is for, null for all; ``frame``: what shows it in another site's page."""

    id: UUID
    lesson_id: UUID | None
    lesson_title: str
    class_id: UUID | None
    class_name: str
    chosen: list[UUID] | None
    extensions: list[ExtensionOut]
    changes: list[ChangedOut]
    name: str
    code: str
    link: str
    frame: str
    qr: str
    state: State
    item_count: int
    student_count: int
    instructions: str
    wording: str
    wordings: list[str]
    language: str
    opens_at: datetime | None
    due_at: datetime | None
    closes_at: datetime | None
    created_at: datetime


class AssignmentsOut(RootModel[list[AssignmentOut]]):
    pass
