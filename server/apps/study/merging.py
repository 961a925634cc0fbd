"""Two entries of one student in a class become one, and two again."""

from __future__ import annotations

from uuid import UUID

from django.db import transaction

from apps.assignments.changes import changed
from apps.assignments.models import Assignment
from apps.classes.models import Member, SchoolClass
from apps.study.models import Student
from config.errors import SentenceError


@transaction.atomic
def merge(member: Member, into: Member) -> Member:
    """Everything that ``member`` did is ``into``'s from now on, and ``member`` is taken out of the class.

    Where both have begun a lesson, what ``member`` did becomes further times of ``into``'s through it: nothing is lost,
    and the rules of the lesson say which time counts. Raises ``merge_itself`` and ``not_in_class``.
    """
    if member.id == into.id:
        raise SentenceError("merge_itself", "These are the same entry; choose two.")
    if member.school_class_id != into.school_class_id:
        raise SentenceError("not_in_class", "Both entries must be in the same class.")
    SchoolClass.objects.select_for_update().get(id=member.school_class_id)
    theirs: dict[UUID, list[Student]] = {}
    for study in into.studies.order_by("attempt"):
        theirs.setdefault(study.assignment_id, []).append(study)
    for study in member.studies.select_related("assignment").order_by("attempt"):
        study.before_merge = {"member": str(member.id), "person": str(study.person), "attempt": study.attempt}
        study.member, study.nickname = into, into.name
        before = theirs.setdefault(study.assignment_id, [])
        if before:
            study.person, study.attempt = before[0].person, before[-1].attempt + 1
        before.append(study)
        study.save()
        changed(study.assignment)
    for given in Assignment.objects.filter(chosen__contains=[member.id]).exclude(chosen__contains=[into.id]):
        # ``member`` stays in it, and is found there again when the two are parted.
        given.chosen = [*(given.chosen or []), into.id]
        given.save(update_fields=["chosen"])
    have = into.extensions.values_list("assignment_id", flat=True)
    member.extensions.exclude(assignment__in=list(have)).update(member=into)
    member.remove()
    return into


@transaction.atomic
def part(member: Member) -> Member:
    """Bring ``member`` back with everything that was theirs before they were merged into another entry."""
    member.bring_back()
    merged = Student.objects.select_related("assignment").select_for_update(of=("self",))
    for study in merged.filter(before_merge__member=str(member.id)):
        before = study.before_merge or {}
        study.member, study.nickname = member, member.name
        study.person, study.attempt, study.before_merge = UUID(before["person"]), before["attempt"], None
        study.save()
        changed(study.assignment)
    return member
