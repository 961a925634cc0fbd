"""Shapes of classes and their students, for the teacher."""

from __future__ import annotations

from collections.abc import Iterable
from typing import get_args

from rest_framework import serializers

from apps.classes.models import Member, SchoolClass
from config.api import Base64Field
from escuela_core.formats.oneroster import RowProblem


class ClassIn(serializers.Serializer[object]):
    name = serializers.CharField(max_length=200, required=False, allow_blank=True)
    archived = serializers.BooleanField(required=False)
    takes_requests = serializers.BooleanField(required=False)


class ClassOut(serializers.ModelSerializer[SchoolClass]):
    member_count = serializers.IntegerField()
    archived = serializers.SerializerMethodField()

    class Meta:
        model = SchoolClass
        fields = ("id", "name", "code", "archived", "member_count")

    def get_archived(self, school_class: SchoolClass) -> bool:
        return school_class.archived_at is not None


class MemberOut(serializers.Serializer[object]):
    """``pin``: the number with which the student takes the name on another device; ``held``: somebody has it."""

    id = serializers.UUIDField()
    name = serializers.CharField()
    pin = serializers.CharField()
    held = serializers.BooleanField()
    extra_tries = serializers.IntegerField()
    time_factor = serializers.FloatField()


class RequestOut(serializers.Serializer[object]):
    """Somebody who asks to be let in."""

    id = serializers.UUIDField()
    name = serializers.CharField()
    asked_at = serializers.DateTimeField()


class ClassDetailOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    name = serializers.CharField()
    code = serializers.CharField()
    link = serializers.CharField()
    qr = serializers.CharField()
    archived = serializers.BooleanField()
    takes_requests = serializers.BooleanField()
    requests = RequestOut(many=True)
    members = MemberOut(many=True)


class NamesIn(serializers.Serializer[object]):
    """A pasted list, one name a line."""

    text = serializers.CharField(max_length=1_000_000, trim_whitespace=False)


class RosterOut(serializers.Serializer[object]):
    """What was read of a pasted list, and the class as it is now."""

    added = serializers.IntegerField()
    doubled = serializers.ListField(child=serializers.CharField())
    too_long = serializers.ListField(child=serializers.CharField())
    over = serializers.IntegerField()
    school_class = ClassDetailOut()


class MemberIn(serializers.Serializer[object]):
    """``school_class``: the class to move to."""

    school_class = serializers.UUIDField(required=False)
    name = serializers.CharField(max_length=400, required=False, allow_blank=True)
    extra_tries = serializers.IntegerField(required=False)
    time_factor = serializers.FloatField(required=False)


class PackageIn(serializers.Serializer[object]):
    """A school's package; ``take``: the classes to take by their ids, none to look only."""

    content = Base64Field()
    take = serializers.ListField(
        child=serializers.CharField(max_length=255), max_length=500, default=None, allow_null=True
    )


class NamesField(serializers.ListField):
    """The names of members."""

    child = serializers.CharField()

    def to_representation(self, data: Iterable[Member]) -> list[str]:
        return [m.name for m in data]


class ClassChangeOut(serializers.Serializer[object]):
    source_id = serializers.CharField()
    title = serializers.CharField()
    known = serializers.BooleanField()
    students = serializers.IntegerField()
    new = NamesField()
    renamed = NamesField()
    missing = NamesField()
    left_out = serializers.ListField(child=serializers.CharField())


class WrongRowOut(serializers.Serializer[object]):
    file = serializers.CharField()
    row = serializers.IntegerField()
    what = serializers.ChoiceField(get_args(RowProblem))


class PackageOut(serializers.Serializer[object]):
    """What each class would change, or has changed; rows that could not be read."""

    classes = ClassChangeOut(many=True)
    wrong_rows = WrongRowOut(many=True)
    left_out = serializers.IntegerField()
