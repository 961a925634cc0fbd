"""Shapes of platforms, and of what a teacher sees who comes from one."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from pydantic import RootModel
from rest_framework import serializers

from apps.work.serializers import DidNotArriveOut
from config.shapes import Shape


class PlatformIn(serializers.Serializer[object]):
    """What a platform says of itself in its settings; each may still be missing."""

    name = serializers.CharField(max_length=120, required=False)
    issuer = serializers.CharField(max_length=500, allow_blank=True, required=False)
    client_id = serializers.CharField(max_length=255, allow_blank=True, required=False)
    login_url = serializers.CharField(max_length=2000, allow_blank=True, required=False)
    token_url = serializers.CharField(max_length=2000, allow_blank=True, required=False)
    keys_url = serializers.CharField(max_length=2000, allow_blank=True, required=False)


class OurAddressesOut(Shape):
    """What is to be entered in the platform."""

    registration: str
    login: str
    launch: str
    keys: str


class CourseOut(Shape):
    """A course there: how many lessons stand in it, and how many scores were told or could not be."""

    class_id: UUID
    class_name: str
    lessons: int
    told: int
    failing: int
    problem: DidNotArriveOut | None


class PlatformOut(Shape):
    id: UUID
    name: str
    issuer: str
    client_id: str
    login_url: str
    token_url: str
    keys_url: str
    is_whole: bool
    ours: OurAddressesOut
    courses: list[CourseOut]


class PlatformsOut(RootModel[list[PlatformOut]]):
    pass


class KnownThereOut(Shape):
    """A platform from which somebody who comes, called ``there`` so, is the teacher who is signed in."""

    id: int
    platform: str
    there: str


class KnownTheresOut(RootModel[list[KnownThereOut]]):
    pass


class ClassCourseOut(Shape):
    """The platform's course that a class stands for; nothing where it stands for none."""

    platform: str
    has_list: bool
    read_at: datetime | None


class ToGiveOut(Shape):
    id: UUID
    title: str
    items: int


class GivenThereOut(Shape):
    id: UUID
    name: str
    title: str


class OpenedThereOut(Shape):
    id: UUID
    lesson_id: UUID | None
    title: str


class FromPlatformOut(Shape):
    """``who`` it is here, empty while nobody has said so, and ``there``; ``made_known_by``: whose entry it is of the
    platform. ``chooses``: a lesson is asked for, else ``assignment`` was opened, if it is their own."""

    platform: str
    made_known_by: str
    there: str
    course: str
    who: str
    chooses: bool
    lessons: list[ToGiveOut]
    given: list[GivenThereOut]
    assignment: OpenedThereOut | None


class GiveThereIn(serializers.Serializer[object]):
    """A lesson to be given to the course's class, or something the class was given."""

    lesson = serializers.UUIDField(default=None, allow_null=True)
    assignment = serializers.UUIDField(default=None, allow_null=True)
    with_unseen = serializers.BooleanField(default=False)


class SignedChoiceOut(Shape):
    """Where the browser takes the signed choice."""

    return_url: str
    token: str
