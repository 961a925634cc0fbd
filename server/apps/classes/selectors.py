"""What the screens of classes show, each in a bounded number of queries."""

from __future__ import annotations

from uuid import UUID

from django.db.models import Count, F, Q, QuerySet
from django.shortcuts import get_object_or_404

from apps.accounts.models import User
from apps.classes.models import Member, SchoolClass
from apps.classes.serializers import ClassDetailOut, ClassesOut, ClassOut, MemberOut, RequestOut
from config.codes import qr_of


def classes_of(owner: User) -> ClassesOut:
    """The teacher's classes with how many are in each, those of the year first. One query."""
    there = Count("members", filter=Q(members__removed_at=None))
    found = (
        SchoolClass.objects.filter(owner=owner)
        .annotate(member_count=there)
        .order_by(F("archived_at").asc(nulls_first=True), "name", "created_at")
    )
    return ClassesOut(
        [
            ClassOut(id=c.id, name=c.name, code=c.code, archived=c.archived_at is not None, member_count=c.member_count)
            for c in found
        ]
    )


def class_of(owner: User, class_id: UUID) -> SchoolClass:
    """The teacher's own class; others' do not exist (404)."""
    return get_object_or_404(SchoolClass, id=class_id, owner=owner)


def class_shape(school_class: SchoolClass, site: str) -> ClassDetailOut:
    """The class as it is now; ``site`` is the server's own address. Two queries."""
    link = f"{site}/c/{school_class.code}"
    return ClassDetailOut(
        id=school_class.id,
        name=school_class.name,
        code=school_class.code,
        link=link,
        qr=qr_of(link),
        archived=school_class.archived_at is not None,
        takes_requests=school_class.takes_requests,
        requests=[RequestOut.model_validate(r) for r in school_class.requests.all()],
        members=[MemberOut.model_validate(m) for m in school_class.members.all()],
    )


def member_of(owner: User, member_id: UUID, *, removed: bool = False) -> Member:
    every = Member.with_removed if removed else Member.objects
    mine = every.filter(school_class__owner=owner, school_class__removed_at=None)
    return get_object_or_404(mine.select_related("school_class"), id=member_id)


def names_of(members: QuerySet[Member]) -> list[Member]:
    """Whom a device may say it belongs to; nothing else of them."""
    return list(members.only("id", "name", "held"))
