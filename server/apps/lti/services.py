"""Making platforms known, and telling how things stand there."""

from __future__ import annotations

import json
from uuid import UUID

from django.db.models import Count, Q
from django.http import Http404
from django.shortcuts import get_object_or_404
from django.utils import timezone

from apps.accounts.models import User
from apps.classes.models import SchoolClass
from apps.lti.calling import PlatformSaysNoError
from apps.lti.models import Course, Platform, Score
from apps.lti.serializers import CourseOut, OurAddressesOut
from config import links
from config.errors import SentenceError
from config.names import plain_name, shows_something
from escuela_core.exchange.lti_registering import read_platform, read_registered, tool

MOST_PLATFORMS = 20


def platform_of(owner: User, platform_id: UUID, *, removed: bool = False) -> Platform:
    """The teacher's own; others' do not exist (404)."""
    every = Platform.with_removed if removed else Platform.objects
    return get_object_or_404(every, id=platform_id, owner=owner)


def make(owner: User, name: str) -> Platform:
    """Raises ``platform_unnamed`` and ``platforms_full``."""
    if owner.platforms.count() >= MOST_PLATFORMS:
        raise SentenceError("platforms_full", f"There may be up to {MOST_PLATFORMS} platforms.", most=MOST_PLATFORMS)
    return Platform.objects.create(owner=owner, name=_name(name))


def change(platform: Platform, given: dict[str, str]) -> Platform:
    """What the platform says of itself. Raises ``platform_unnamed`` and ``link_not_web``."""
    for field, value in given.items():
        plain = value.strip()
        if field == "name":
            plain = _name(value)
        elif field.endswith("_url") and plain:
            plain = links.checked(plain)
        setattr(platform, field, plain)
    # Keys of another address are not this one's.
    platform.keys, platform.keys_read_at = {}, None
    platform.save()
    return platform


def introduce(platform: Platform, read_at: str, token: str, ours: OurAddressesOut) -> Platform:
    """Both sides get to know each other: what the platform says at ``read_at``, and what it is told (LTI Dynamic
    Registration 1.0). Once only: whoever finds the address later changes nothing.

    Raises ``platform_whole``, LaunchClaimError, ``platform_says_no`` and the ``link_…`` errors.
    """
    if platform.is_whole:
        raise SentenceError("platform_whole", "This platform is known already; remove it first to begin anew.")
    known = read_platform(links.json_of(links.asked(links.checked(read_at))), read_at)
    message = tool(login=ours.login, launch=ours.launch, keys=ours.keys)
    headers = {"Content-Type": "application/json", "Accept": "application/json"}
    if token and token.isascii() and token.isprintable():
        headers["Authorization"] = f"Bearer {token}"
    body = json.dumps(message).encode()
    answer = links.asked(known.registration_url, method="POST", body=body, headers=headers)
    if answer.status not in (200, 201):
        raise PlatformSaysNoError(answer.status)
    platform.client_id = read_registered(links.json_of(answer))
    platform.issuer, platform.login_url = known.issuer, known.login_url
    platform.token_url, platform.keys_url = known.token_url, known.keys_url
    platform.save()
    return platform


def _name(name: str) -> str:
    plain = plain_name(name)[:120]
    if not shows_something(plain):
        raise SentenceError("platform_unnamed", "A platform needs a name.")
    return plain


def courses_of(platforms: list[Platform]) -> dict[UUID, list[CourseOut]]:
    """The courses of each platform, with how many scores were told, how many could not be, and why. Two queries."""
    told = Q(placements__scores__told__isnull=False)
    failing = ~Q(placements__scores__problem="") & Q(placements__scores__isnull=False)
    rows = (
        Course.objects.filter(platform__in=platforms, school_class__removed_at=None)
        .select_related("school_class")
        .annotate(
            lessons=Count("placements", distinct=True),
            told=Count("placements__scores", filter=told, distinct=True),
            failing=Count("placements__scores", filter=failing, distinct=True),
        )
        .order_by("school_class__name")
    )
    failed = Score.objects.filter(placement__course__platform__in=platforms).exclude(problem="")
    why = {s.placement.course_id: s.why() for s in failed.select_related("placement")}
    found: dict[UUID, list[CourseOut]] = {p.id: [] for p in platforms}
    for row in rows:
        found[row.platform_id].append(
            CourseOut(
                class_id=row.school_class_id,
                class_name=row.school_class.name,
                lessons=row.lessons,
                told=row.told,
                failing=row.failing,
                problem=why.get(row.pk),
            )
        )
    return found


def try_again(platform: Platform) -> None:
    """What could not be told is told within a minute."""
    mine = Score.objects.filter(placement__course__platform=platform).exclude(problem="")
    mine.update(again_at=timezone.now(), failed=0)


def course_of(school_class: SchoolClass) -> Course | None:
    there = Course.objects.filter(school_class=school_class, platform__removed_at=None)
    return there.select_related("platform", "school_class", "owner").first()


def course_with_list(school_class: SchoolClass) -> Course:
    """Raises Http404 where the class stands for none, or the platform does not tell names."""
    course = course_of(school_class)
    if course is None or not course.roster_url:
        raise Http404
    return course
