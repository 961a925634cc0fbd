"""Shapes of platforms, and of what a teacher sees who comes from one."""

from __future__ import annotations

from rest_framework import serializers

from apps.work.serializers import DidNotArriveOut


class PlatformIn(serializers.Serializer[object]):
    """What a platform says of itself in its settings; each may still be missing."""

    name = serializers.CharField(max_length=120, required=False)
    issuer = serializers.CharField(max_length=500, allow_blank=True, required=False)
    client_id = serializers.CharField(max_length=255, allow_blank=True, required=False)
    login_url = serializers.CharField(max_length=2000, allow_blank=True, required=False)
    token_url = serializers.CharField(max_length=2000, allow_blank=True, required=False)
    keys_url = serializers.CharField(max_length=2000, allow_blank=True, required=False)


class OurAddressesOut(serializers.Serializer[object]):
    """What is to be entered in the platform."""

    register = serializers.CharField()
    login = serializers.CharField()
    launch = serializers.CharField()
    keys = serializers.CharField()


class CourseOut(serializers.Serializer[object]):
    """A course there: how many lessons stand in it, and how many scores were told or could not be."""

    class_id = serializers.UUIDField()
    class_name = serializers.CharField()
    lessons = serializers.IntegerField()
    told = serializers.IntegerField()
    failing = serializers.IntegerField()
    problem = DidNotArriveOut(allow_null=True)


class PlatformOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    name = serializers.CharField()
    issuer = serializers.CharField()
    client_id = serializers.CharField()
    login_url = serializers.CharField()
    token_url = serializers.CharField()
    keys_url = serializers.CharField()
    is_whole = serializers.BooleanField()
    ours = OurAddressesOut()
    courses = CourseOut(many=True)


class KnownThereOut(serializers.Serializer[object]):
    """A platform from which somebody who comes is the teacher who is signed in."""

    id = serializers.IntegerField()
    platform = serializers.CharField(source="platform.name")
    there = serializers.CharField(source="name")


class ClassCourseOut(serializers.Serializer[object]):
    """The platform's course that a class stands for; nothing where it stands for none."""

    platform = serializers.CharField(allow_blank=True)
    has_list = serializers.BooleanField()
    read_at = serializers.DateTimeField(allow_null=True)


class ToGiveOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    title = serializers.CharField()
    items = serializers.IntegerField()


class GivenThereOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    name = serializers.CharField()
    title = serializers.CharField()


class OpenedThereOut(serializers.Serializer[object]):
    id = serializers.UUIDField()
    lesson_id = serializers.UUIDField(source="edition.lesson_id", allow_null=True)
    title = serializers.CharField(source="edition.content.title")


class FromPlatformOut(serializers.Serializer[object]):
    """``who`` it is here, empty while nobody has said so, and ``there``; ``made_known_by``: whose entry it is of the
    platform. ``chooses``: a lesson is asked for, else ``assignment`` was opened, if it is their own."""

    platform = serializers.CharField()
    made_known_by = serializers.CharField()
    there = serializers.CharField(allow_blank=True)
    course = serializers.CharField(allow_blank=True)
    who = serializers.CharField(allow_blank=True)
    chooses = serializers.BooleanField()
    lessons = ToGiveOut(many=True)
    given = GivenThereOut(many=True)
    assignment = OpenedThereOut(allow_null=True)


class GiveThereIn(serializers.Serializer[object]):
    """A lesson to be given to the course's class, or something the class was given."""

    lesson = serializers.UUIDField(default=None, allow_null=True)
    assignment = serializers.UUIDField(default=None, allow_null=True)
    with_unseen = serializers.BooleanField(default=False)


class SignedChoiceOut(serializers.Serializer[object]):
    """Where the browser takes the signed choice."""

    return_url = serializers.CharField()
    token = serializers.CharField()
