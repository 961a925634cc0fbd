"""Opening a lesson from a platform: its teacher's browser or a learner's comes with a message that the platform has
signed (LTI 1.3, OpenID Connect login initiated by a third party)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import timedelta
from urllib.parse import urlencode
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from apps.assignments.models import Assignment
from apps.classes.models import Member, SchoolClass
from apps.classes.services import require_room
from apps.lti.keys import LaunchRefusedError, believed
from apps.lti.models import Course, Learner, Login, Placement, Platform, Ticket
from apps.study.models import Student
from apps.study.services import join_as
from config.errors import SentenceError
from config.names import plain_name, shows_something
from config.words import in_words
from escuela_core.exchange.lti import Launch, read_launch
from escuela_core.study.roster import LONGEST_NAME, MOST_MEMBERS

LOGIN_GOOD_FOR = timedelta(minutes=10)


class PlatformNotWholeError(SentenceError):
    def __init__(self) -> None:
        sentence = "This platform is not set up yet; its teacher can finish that in Escuela."
        super().__init__("platform_not_whole", sentence)


@dataclass(frozen=True, slots=True)
class Opened:
    """Where a launch leads: a learner into a lesson, a teacher to what the ``ticket`` is for."""

    student: Student | None = None
    ticket: Ticket | None = None


def begin(platform: Platform, given: Mapping[str, str], target: str) -> tuple[Login, str]:
    """A launch begins: what the browser has to keep, and the address of the platform where it goes next; ``target`` is
    where it comes back. Raises PlatformNotWholeError and LaunchRefusedError."""
    if not platform.is_whole:
        raise PlatformNotWholeError
    if given.get("iss") != platform.issuer or given.get("client_id", platform.client_id) != platform.client_id:
        raise LaunchRefusedError("iss")
    if not given.get("login_hint"):
        raise LaunchRefusedError("login_hint")
    login = Login.objects.create(platform=platform, given=dict(given))
    asked = {
        "scope": "openid",
        "response_type": "id_token",
        "response_mode": "form_post",
        "prompt": "none",
        "client_id": platform.client_id,
        "redirect_uri": target,
        "login_hint": given["login_hint"],
        "state": login.state,
        "nonce": login.nonce,
    }
    if given.get("lti_message_hint"):
        asked["lti_message_hint"] = given["lti_message_hint"]
    joint = "&" if "?" in platform.login_url else "?"
    return login, f"{platform.login_url}{joint}{urlencode(asked)}"


def begun_with(platform: Platform, state: str) -> dict[str, str]:
    """What a launch began with that cannot go on where it is, so that it can begin anew; it is over."""
    login = Login.objects.filter(state=state, platform=platform).first()
    if login is None:
        return {}
    login.delete()
    return dict(login.given)


def take(platform: Platform, state: str, token: str) -> Opened:
    """What the platform has answered; each login is answered once. Raises LaunchRefusedError, LaunchClaimError and what
    joining raises."""
    # Gone before anything is read, so that the same answer sent twice at once is taken once.
    login = Login.objects.filter(state=state[:64], platform=platform).first()
    if login is None or not Login.objects.filter(state=login.state).delete()[0]:
        raise LaunchRefusedError("state")
    if login.begun_at < timezone.now() - LOGIN_GOOD_FOR:
        raise LaunchRefusedError("state")
    launch = read_launch(believed(platform, token, login.nonce))
    if launch.kind == "choose" or launch.teaches:
        return Opened(ticket=_ticket(platform, launch))
    return Opened(student=_entered(platform, launch))


def _ticket(platform: Platform, launch: Launch) -> Ticket:
    if launch.kind == "choose" and not launch.teaches:
        raise SentenceError("launch_teachers_only", "Only who teaches this course can choose lessons for it.")
    placement = _placed(platform, launch) if launch.kind == "open" else None
    choosing = launch.choosing
    return Ticket.objects.create(
        platform=platform,
        subject=launch.subject,
        name=launch.name,
        deployment=launch.deployment,
        context=launch.course,
        context_title=launch.course_title,
        roster_url=launch.roster_url,
        return_url=choosing.return_url if choosing else "",
        data=choosing.data if choosing else "",
        takes_marks=choosing is None or choosing.takes_line_item,
        assignment=placement.assignment if placement else None,
    )


def _placed(platform: Platform, launch: Launch) -> Placement:
    """The lesson that stands behind a link of the platform's course. Raises ``launch_elsewhere``."""
    assignment = _assignment(launch)
    known = Course.objects.filter(
        platform=platform,
        deployment=launch.deployment,
        context=launch.course,
        school_class=assignment.school_class_id if assignment else None,
    )
    course = known.select_related("school_class").first()
    if assignment is None or course is None:
        sentence = "This link was made in another course, or the lesson is not given any more. Choose it again."
        raise SentenceError("launch_elsewhere", sentence)
    if launch.roster_url and course.roster_url != launch.roster_url:
        course.roster_url = launch.roster_url
        course.save(update_fields=["roster_url"])
    placement, _ = Placement.objects.update_or_create(
        course=course, link=launch.link, defaults={"assignment": assignment, "line_item": launch.line_item}
    )
    return placement


def _assignment(launch: Launch) -> Assignment | None:
    try:
        wanted = UUID(launch.custom.get("assignment", ""))
    except ValueError:
        return None
    return Assignment.objects.filter(id=wanted).select_related("edition", "school_class").first()


def _entered(platform: Platform, launch: Launch) -> Student:
    placement = _placed(platform, launch)
    member = learner_of(placement.course, launch.subject, launch.name).member
    return join_as(placement.assignment, member)


@transaction.atomic
def learner_of(course: Course, subject: str, name: str) -> Learner:
    """Who comes as ``subject``, in the class as whom they are: known from before, or new under ``name`` or a number.

    Raises ``class_full``, and ``launch_taken_out`` for whom the teacher has taken out of the class.
    """
    school_class = SchoolClass.objects.select_for_update().get(id=course.school_class_id)
    known = course.learners.filter(subject=subject).first()
    plain = plain_name(name)[:LONGEST_NAME]
    member = _member_of(known) if known else None
    if known is not None and member is not None and member.school_class_id == school_class.id:
        if shows_something(plain) and plain != member.name and _is_free(school_class, plain):
            member.name = plain
            member.save(update_fields=["name"])
        known.member = member
        return known
    require_room(school_class)
    # Held from the start: nobody takes the name on the class's own page.
    made = school_class.members.create(name=_free_name(school_class, plain), held=True)
    learner, _ = Learner.objects.update_or_create(course=course, subject=subject, defaults={"member": made})
    return learner


def _member_of(learner: Learner) -> Member:
    """As whom a learner is in their class: where two entries have become one, the one that stayed. Raises
    ``launch_taken_out`` for whom the teacher has taken out."""
    member = Member.with_removed.get(id=learner.member_id)
    if member.removed_at is None:
        return member
    merged = Student.there().filter(before_merge__member=str(member.id)).select_related("member").first()
    if merged is None or merged.member is None:
        raise SentenceError("launch_taken_out", "Your teacher has taken you out of this class.")
    return merged.member


def _is_free(school_class: SchoolClass, name: str) -> bool:
    return not school_class.members.filter(name__iexact=name).exists()


def _free_name(school_class: SchoolClass, plain: str) -> str:
    """``plain``, or with a number where another has it or nothing was told."""
    told = shows_something(plain)
    if told and _is_free(school_class, plain):
        return plain
    first = plain if told else in_words("lti.learner", school_class.owner.language)
    taken = {n.casefold() for n in school_class.members.values_list("name", flat=True)}
    numbered = (f"{first[: LONGEST_NAME - 5]} {n}" for n in range(2 if told else 1, MOST_MEMBERS + 3))
    return next(n for n in numbered if n.casefold() not in taken)
