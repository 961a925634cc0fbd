"""Classes and their students: making, renaming, taking out, allowing more; who a device belongs to."""

from __future__ import annotations

import secrets
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from apps.accounts import limits
from apps.accounts.models import User
from apps.classes.models import JoinRequest, Member, SchoolClass
from config.codes import new_pin
from config.errors import SentenceError
from config.names import named, plain_name, shows_something
from escuela_core.study.roster import MOST_MEMBERS, Roster, read_roster

MOST_REQUESTS = 100


def make_class(owner: User, name: str) -> SchoolClass:
    """Raises ``class_unnamed``."""
    return SchoolClass.objects.create(owner=owner, name=_class_name(name))


def change_class(
    school_class: SchoolClass,
    *,
    name: str | None = None,
    archived: bool | None = None,
    takes_requests: bool | None = None,
) -> SchoolClass:
    """Name it otherwise; put it away at the end of the year, or take it out again; let others ask to be let in."""
    if name is not None:
        school_class.name = _class_name(name)
    if archived is not None:
        school_class.archived_at = (school_class.archived_at or timezone.now()) if archived else None
    school_class.takes_requests = school_class.takes_requests if takes_requests is None else takes_requests
    school_class.save()
    return school_class


def _class_name(name: str) -> str:
    plain = plain_name(name)[:120]
    if not shows_something(plain):
        raise SentenceError("class_unnamed", "A class needs a name.")
    return plain


@transaction.atomic
def add_members(school_class: SchoolClass, text: str) -> Roster:
    """Take in the names of ``text``; those who are there already stay as they are. What was read is told."""
    locked = SchoolClass.objects.select_for_update().get(id=school_class.id)
    roster = read_roster(text, locked.members.values_list("name", flat=True))
    names = [plain for n in roster.names if shows_something(plain := plain_name(n))]
    Member.objects.bulk_create(Member(school_class=locked, name=name) for name in names)
    return roster


def change_member(
    member: Member, *, name: str | None = None, extra_tries: int | None = None, time_factor: float | None = None
) -> Member:
    """Rename a student, or allow more from now on. Raises ``name_taken``, ``nickname_empty`` and AllowanceError."""
    if name is not None:
        member.name = named(name)
        _require_free(member.school_class, member)
    member.extra_tries = member.extra_tries if extra_tries is None else extra_tries
    member.time_factor = member.time_factor if time_factor is None else time_factor
    member.allowance()
    member.save()
    return member


def move_member(member: Member, to: SchoolClass) -> Member:
    """Into another class of the same teacher, as whom they are. Raises ``name_taken`` and ``class_full``."""
    _require_free(to, member)
    require_room(to)
    member.school_class = to
    member.save()
    return member


def _require_free(school_class: SchoolClass, member: Member) -> None:
    if school_class.members.filter(name__iexact=member.name).exclude(id=member.id).exists():
        raise SentenceError("name_taken", f"“{member.name}” is in this class already.", name=member.name)


def require_room(school_class: SchoolClass) -> None:
    """Raises ``class_full``."""
    if school_class.members.count() >= MOST_MEMBERS:
        raise SentenceError("class_full", f"A class holds up to {MOST_MEMBERS} students.", most=MOST_MEMBERS)


@transaction.atomic
def ask_to_join(school_class: SchoolClass, name: str) -> JoinRequest:
    """Raises ``asks_nobody``, ``name_on_list``, ``class_full``, ``nickname_empty`` and ``nickname_long``."""
    locked = SchoolClass.objects.select_for_update().get(id=school_class.id)
    plain = named(name)
    if not locked.takes_requests or locked.archived_at is not None:
        raise SentenceError("asks_nobody", "This class has a list; ask your teacher to put you on it.")
    if locked.members.filter(name__iexact=plain).exists():
        raise SentenceError("name_on_list", f"“{plain}” is on the list: choose it there.", name=plain)
    if locked.requests.count() >= MOST_REQUESTS:
        raise SentenceError("class_full", f"A class holds up to {MOST_MEMBERS} students.", most=MOST_MEMBERS)
    return locked.requests.create(name=plain)


@transaction.atomic
def let_in(request: JoinRequest) -> Member:
    """The one who asks is a student of the class from now on, on the device they asked on."""
    school_class = SchoolClass.objects.select_for_update().get(id=request.school_class_id)
    member = Member(id=request.id, school_class=school_class, name=request.name, held=True)
    _require_free(school_class, member)
    require_room(school_class)
    member.save(force_insert=True)
    request.delete()
    return member


def let_go(member: Member) -> Member:
    """Free the name: whoever takes it next holds it, under a new pin. For a device that is lost, or a name taken by
    somebody else."""
    member.held, member.pin = False, new_pin()
    member.save()
    return member


def take_name(school_class: SchoolClass, member_id: UUID | None, pin: str, *, known: bool, address: str) -> Member:
    """Who a device says it belongs to. A name nobody holds is held from then on; one that is held needs its ``pin``,
    unless the device is ``known``.

    Raises ``no_such_name``, ``pin_wrong``, and TooManyError after too many wrong ones.
    """
    member = school_class.members.filter(id=member_id).first() if member_id else None
    if member is None:
        raise SentenceError("no_such_name", "This name is not in the class any more; choose again.")
    # In one statement, so that of two who take it at once one holds it.
    taken = Member.objects.filter(id=member.id, held=False).update(held=True)
    if not taken and not known:
        tries = ((limits.WRONG_PINS_FOR, str(member.id)), (limits.WRONG_PINS_FROM, address))
        for limit, whom in tries:
            limits.require(limit, whom)
        if not secrets.compare_digest(pin.strip().encode(), member.pin.encode()):
            for limit, whom in tries:
                limits.count(limit, whom)
            raise SentenceError("pin_wrong", "Somebody has this name. If it is you, type the number you got with it.")
    member.held = True
    return member
