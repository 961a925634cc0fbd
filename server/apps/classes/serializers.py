"""Shapes of classes and their students, for the teacher."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from pydantic import RootModel
from rest_framework import serializers

from config.api import Base64Field
from config.shapes import Shape
from escuela_core.formats.oneroster import RowProblem


class ClassIn(serializers.Serializer[object]):
    name = serializers.CharField(max_length=200, required=False, allow_blank=True)
    archived = serializers.BooleanField(required=False)
    takes_requests = serializers.BooleanField(required=False)


class NamesIn(serializers.Serializer[object]):
    """A pasted list, one name a line."""

    text = serializers.CharField(max_length=1_000_000, trim_whitespace=False)


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


class ClassOut(Shape):
    id: UUID
    name: str
    code: str
    archived: bool
    member_count: int


class ClassesOut(RootModel[list[ClassOut]]):
    pass


class MemberOut(Shape):
    """``pin``: the number with which the student takes the name on another device; ``held``: somebody has it."""

    id: UUID
    name: str
    pin: str
    held: bool
    extra_tries: int
    time_factor: float


class RequestOut(Shape):
    """Somebody who asks to be let in."""

    id: UUID
    name: str
    asked_at: datetime


class ClassDetailOut(Shape):
    id: UUID
    name: str
    code: str
    link: str
    qr: str
    archived: bool
    takes_requests: bool
    requests: list[RequestOut]
    members: list[MemberOut]


class RosterOut(Shape):
    """What was read of a pasted list, and the class as it is now."""

    added: int
    doubled: list[str]
    too_long: list[str]
    over: int
    school_class: ClassDetailOut


class ClassChangeOut(Shape):
    """What taking a class of a package changes, by the students' names."""

    source_id: str
    title: str
    known: bool
    students: int
    new: list[str]
    renamed: list[str]
    missing: list[str]
    left_out: list[str]


class WrongRowOut(Shape):
    file: str
    row: int
    what: RowProblem


class PackageOut(Shape):
    """What each class would change, or has changed; rows that could not be read."""

    classes: list[ClassChangeOut]
    wrong_rows: list[WrongRowOut]
    left_out: int
