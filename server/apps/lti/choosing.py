"""A teacher has come from a platform: who they are here, which lessons are theirs, what goes back to the platform."""

from __future__ import annotations

from datetime import timedelta
from uuid import UUID

from django.db import transaction
from django.db.models import QuerySet
from django.http import Http404
from django.utils import timezone

from apps.accounts import audit
from apps.accounts.models import User
from apps.assignments.models import Assignment
from apps.assignments.services import share
from apps.classes.models import SchoolClass
from apps.classes.services import make_class
from apps.lessons.models import Item, Lesson
from apps.lessons.selectors import lesson_of
from apps.lti import keys, roster
from apps.lti.models import Course, Teacher, Ticket
from apps.lti.serializers import FromPlatformOut, GivenThereOut, OpenedThereOut, SignedChoiceOut, ToGiveOut
from config.errors import SentenceError
from config.names import plain_name, shows_something
from escuela_core.exchange.lti import chosen, content_item
from escuela_core.study import policy

GOOD_FOR = timedelta(hours=1)
MOST_SHOWN = 200


def ticket_of(ticket_id: str) -> Ticket:
    """Raises Http404 for one that is unknown, used or older than an hour."""
    fresh = Ticket.objects.filter(id=ticket_id[:64], used_at=None, made_at__gt=timezone.now() - GOOD_FOR)
    found = fresh.select_related("platform__owner", "assignment__edition").first()
    if found is None:
        raise Http404
    return found


def teacher_of(ticket: Ticket) -> User | None:
    """Whom the one who came has said to be."""
    known = Teacher.objects.filter(platform=ticket.platform, subject=ticket.subject).select_related("user").first()
    return known.user if known else None


def know(user: User, ticket: Ticket) -> None:
    """From now on the one who came with ``ticket`` is ``user``, whenever they come from there."""
    Teacher.objects.update_or_create(
        platform=ticket.platform, subject=ticket.subject, defaults={"user": user, "name": ticket.name}
    )
    audit.record(user, "linked", ticket.platform.name)


def told(ticket: Ticket) -> FromPlatformOut:
    """What the page in the platform's frame shows; lessons only once it is known whose."""
    user = teacher_of(ticket)
    course = _course(ticket, user) if user else None
    opened = ticket.assignment
    is_own = user is not None and opened is not None and opened.owner_id == user.id
    return FromPlatformOut(
        platform=ticket.platform.name,
        made_known_by=ticket.platform.owner.name,
        there=ticket.name,
        course=ticket.context_title,
        who=user.name if user else "",
        chooses=bool(ticket.return_url),
        lessons=_lessons(user) if user and ticket.return_url else [],
        given=_given(course) if course and ticket.return_url else [],
        assignment=_opened(opened) if opened and is_own else None,
    )


def _opened(assignment: Assignment) -> OpenedThereOut:
    edition = assignment.edition
    return OpenedThereOut(id=assignment.id, lesson_id=edition.lesson_id, title=edition.content["title"])


def _lessons(user: User) -> list[ToGiveOut]:
    """The teacher's lessons that have something to give, newest first. Two queries."""
    there = Item.Place.LESSON
    lessons: QuerySet[Lesson] = Lesson.objects.filter(owner=user).prefetch_related("items")[:MOST_SHOWN]
    rows = [ToGiveOut(id=x.id, title=x.title, items=sum(i.place == there for i in x.items.all())) for x in lessons]
    return [row for row in rows if row.items]


def _given(course: Course) -> list[GivenThereOut]:
    every = course.school_class.assignments.select_related("edition")[:MOST_SHOWN]
    return [GivenThereOut(id=a.id, name=a.name, title=a.edition.content["title"]) for a in every]


def _course(ticket: Ticket, user: User) -> Course | None:
    mine = Course.objects.filter(platform=ticket.platform, deployment=ticket.deployment, context=ticket.context)
    return mine.filter(owner=user, school_class__removed_at=None).select_related("school_class").first()


@transaction.atomic
def choose(
    ticket: Ticket, target: str, *, lesson_id: UUID | None, assignment_id: UUID | None, with_unseen: bool
) -> SignedChoiceOut:
    """Give a lesson to the course's class, or take one that the class has, and sign what goes back to the platform;
    each ticket is used once. ``target`` is where the platform's links lead.

    Raises ``launch_who`` while it is not known who chooses, Http404 for lessons of others, and what sharing raises.
    """
    locked = Ticket.objects.select_for_update().get(id=ticket.id)
    user = teacher_of(ticket)
    if user is None:
        raise SentenceError("launch_who", "Say first who you are in Escuela.")
    if locked.used_at is not None or not locked.return_url:
        raise Http404
    course = _course(ticket, user) or _made(ticket, user)
    if assignment_id is not None:
        assignment = course.school_class.assignments.filter(id=assignment_id).select_related("edition").first()
        if assignment is None:
            raise Http404
    elif lesson_id is not None:
        assignment = _share(user, lesson_of(user, lesson_id), course.school_class, with_unseen=with_unseen)
    else:
        raise Http404
    locked.used_at = timezone.now()
    locked.save(update_fields=["used_at"])
    if course.roster_url:
        roster.wanted(course)
    most = sum(i.marks for i in assignment.items if i.is_marked) if ticket.takes_marks else None
    item = content_item(url=target, title=assignment.edition.content["title"], assignment=str(assignment.id), most=most)
    claims = chosen(ticket.deployment, ticket.data, [item])
    who = {"iss": ticket.platform.client_id, "aud": ticket.platform.issuer, "nonce": locked.id}
    return SignedChoiceOut(return_url=ticket.return_url, token=keys.signed(claims | who))


def _made(ticket: Ticket, user: User) -> Course:
    name = plain_name(ticket.context_title)
    return Course.objects.create(
        platform=ticket.platform,
        deployment=ticket.deployment,
        context=ticket.context,
        owner=user,
        school_class=make_class(user, name if shows_something(name) else ticket.platform.name),
        roster_url=ticket.roster_url,
    )


def _share(user: User, lesson: Lesson, school_class: SchoolClass, *, with_unseen: bool) -> Assignment:
    """Under the rules the class was last given something; its dates are its own."""
    last = school_class.assignments.order_by("-created_at").first()
    dates = ("opens_at", "due_at", "closes_at")
    rules = {n: getattr(last, n) for n in policy.NAMES if n not in dates} if last else {}
    return share(user, lesson, name="", policy=rules, school_class=school_class, with_unseen=with_unseen)
