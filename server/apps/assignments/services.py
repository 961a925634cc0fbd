"""Sharing: freezing a lesson as an edition, giving it out under a policy, changing the policy."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import Any, Literal
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from apps.accounts import audit
from apps.accounts.models import User
from apps.assignments import changes
from apps.assignments.models import Assignment, Edition, Extension
from apps.classes.models import Member, SchoolClass
from apps.lessons.items.services import is_undecided
from apps.lessons.materials.services import frozen as frozen_materials
from apps.lessons.models import Item, Lesson
from apps.lessons.segments.services import segment_rows, stretches
from apps.recordings.models import MediaPass
from config.errors import SentenceError
from escuela_core.study.allowance import Allowance

MEDIA_AFTER_CLOSING = timedelta(days=30)
MOST_CHANGES = 50
Changed = Literal["changed", "closed", "opened", "extended", "not_extended"]


@transaction.atomic
def share(
    owner: User,
    lesson: Lesson,
    *,
    name: str,
    policy: dict[str, Any],
    school_class: SchoolClass | None = None,
    chosen: Sequence[UUID] | None = None,
    with_unseen: bool = False,
    assignment_id: UUID | None = None,
) -> Assignment:
    """Freeze the lesson and give it out; asked twice under one ``assignment_id`` it is given out once.

    ``chosen``: the members of the class that it is for, where it is not for all. What the teacher has not looked at
    goes along only where ``with_unseen`` says so. Refused while the check runs, and while an item has an undecided
    error, naming it.
    """
    locked = Lesson.objects.select_for_update().get(id=lesson.id)
    if assignment_id is not None:
        known = Assignment.with_removed.filter(id=assignment_id, owner=owner, edition__lesson=lesson).first()
        if known is not None:
            return known
    every = list(locked.items.filter(place=Item.Place.LESSON))
    items = [i for i in every if i.seen or with_unseen]
    if every and not items:
        raise SentenceError(
            "items_unseen",
            f"{len(every)} items have passed the check, but nobody has looked at them.",
            count=len(every),
        )
    _require_ready(locked, items)
    edition = freeze(locked, items)
    if school_class is not None and school_class.archived_at is not None:
        raise SentenceError("class_archived", "This class is archived; restore it first.")
    name = name.strip() or (school_class.name if school_class else locked.title)
    assignment = Assignment(owner=owner, edition=edition, school_class=school_class, name=name, **policy)
    assignment.id = assignment_id or assignment.id
    assignment.chosen = _chosen(assignment, chosen)
    assignment.policy().require_ahead(timezone.now())
    assignment.media_pass = MediaPass.objects.create(recording=locked.recording, **_media(assignment))
    assignment.save(force_insert=True)
    audit.record(owner, "shared", assignment.name)
    return assignment


def _require_ready(lesson: Lesson, items: list[Item]) -> None:
    if not items:
        raise SentenceError("no_items", "The lesson has no items yet, so there is nothing to share.")
    undecided = [i for i in items if is_undecided(i)]
    if undecided:
        prompts = [i.core().asked for i in undecided]
        shown = "; ".join(f"“{p}”" for p in prompts[:3])
        raise SentenceError(
            "items_undecided",
            f"{len(undecided)} items have an error that is not decided: {shown}.",
            count=len(undecided),
            items=shown,
            ids=",".join(str(i.id) for i in undecided),
        )
    if lesson.is_checking or any(i.report is None for i in items):
        raise SentenceError("still_checking", "The items are still being checked; try again in a moment.")
    unplaced = [i for i in items if i.pause_ms is None]
    if unplaced:
        raise SentenceError(
            "items_unplaced",
            f"This item has no pause yet: “{unplaced[0].core().asked}”.",
            item=unplaced[0].core().asked,
        )


def freeze(lesson: Lesson, items: list[Item]) -> Edition:
    """The lesson's words as they are now, under a hash; the same content is the same edition."""
    content = edition_content(lesson, items)
    digest = hashlib.sha256(json.dumps(content, sort_keys=True, ensure_ascii=False).encode()).hexdigest()
    known = lesson.editions.filter(sha256=digest).first()
    return known or Edition.objects.create(lesson=lesson, recording=lesson.recording, content=content, sha256=digest)


def edition_content(lesson: Lesson, items: list[Item]) -> dict[str, Any]:
    covered = stretches(lesson)
    ordered = sorted(items, key=lambda i: (i.pause_ms or 0, i.position))
    kept = [s for s in lesson.recording.sentences.all() if any(c.holds((s.start_ms + s.end_ms) // 2) for c in covered)]
    first_ms, last_ms = covered[0].start_ms, covered[-1].end_ms
    inside = [s for s in segment_rows(lesson) if s["takes_part"] and s["start_ms"] < last_ms and s["end_ms"] > first_ms]
    return {
        "title": lesson.title,
        "language": lesson.recording.language,
        "start_ms": first_ms,
        "end_ms": last_ms,
        "stretches": [{"start_ms": c.start_ms, "end_ms": c.end_ms} for c in covered],
        "segments": [
            {
                "id": str(s["id"]),
                "title": s["title"],
                "start_ms": max(s["start_ms"], first_ms),
                "end_ms": min(s["end_ms"], last_ms),
            }
            for s in inside
        ],
        "sentences": [{"start_ms": s.start_ms, "end_ms": s.end_ms, "text": s.text} for s in kept],
        "items": [i.content | {"id": str(i.id)} for i in ordered],
        "materials": frozen_materials(lesson),
    }


def _chosen(assignment: Assignment, members: Sequence[UUID] | None) -> list[UUID] | None:
    """Some members of the assignment's class, or None for all. Raises ``nobody_chosen`` and ``not_in_class``."""
    if members is None:
        return None
    if not members:
        raise SentenceError("nobody_chosen", "Choose at least one student, or give it to the whole class.")
    wanted = sorted(set(members))
    if Member.with_removed.filter(school_class=assignment.school_class_id, id__in=wanted).count() < len(wanted):
        raise SentenceError("not_in_class", "This student is not in the class that has this lesson.")
    return wanted


def change_policy(assignment: Assignment, given: dict[str, Any]) -> Assignment:
    """Another name, other times, rules and students; the edition stays, and so does what those have done that it is no
    more for. Raises PolicyPastError and the like, changing nothing."""
    before = assignment.policy()
    if "chosen" in given:
        given = given | {"chosen": _chosen(assignment, given["chosen"])}
    changed = [name for name, value in given.items() if getattr(assignment, name) != value]
    for name, value in given.items():
        setattr(assignment, name, value)
    assignment.name = assignment.name.strip() or assignment.edition.content["title"]
    assignment.policy().require_ahead(timezone.now(), before)
    if changed:
        _note(assignment, "changed", fields=changed)
        changes.changed(assignment)
    return _saved(assignment)


def close_now(assignment: Assignment) -> Assignment:
    """Close at once; its own dates are kept for opening again."""
    assignment.shut_at = timezone.now()
    audit.record(assignment.owner, "closed", assignment.name)
    _note(assignment, "closed")
    return _saved(assignment)


def open_again(assignment: Assignment) -> Assignment:
    """Open again under the dates it had; a time of closing that has passed is taken away."""
    now = timezone.now()
    assignment.shut_at = None
    if assignment.closes_at and assignment.closes_at <= now:
        assignment.closes_at = None
    audit.record(assignment.owner, "opened", assignment.name)
    _note(assignment, "opened")
    return _saved(assignment)


def extend(
    assignment: Assignment,
    member: Member,
    *,
    due_at: datetime | None = None,
    closes_at: datetime | None = None,
    extra_tries: int = 0,
    extra_retakes: int = 0,
) -> None:
    """Later ends, more tries and further times through it for one student; nothing at all takes them back. Raises
    ``not_in_class``, ``not_later`` and PolicyPastError."""
    if member.school_class_id != assignment.school_class_id:
        raise SentenceError("not_in_class", "This student is not in the class that has this lesson.")
    mine = Extension.objects.filter(assignment=assignment, member=member)
    own = Allowance(extra_tries=extra_tries, due_at=due_at, closes_at=closes_at, extra_retakes=extra_retakes)
    if own == Allowance():
        mine.delete()
        _note(assignment, "not_extended", whom=member.name)
        _saved(assignment)
        return
    given = assignment.policy()
    theirs = assignment.policy(own)
    if theirs == given:
        raise SentenceError("not_later", "That is no more than everybody else has.")
    theirs.require_ahead(timezone.now(), given)
    kept = {n: getattr(own, n) for n in ("due_at", "closes_at", "extra_tries", "extra_retakes")}
    Extension.objects.update_or_create(assignment=assignment, member=member, defaults=kept)
    audit.record(assignment.owner, "extended", assignment.name)
    _note(assignment, "extended", whom=member.name)
    # The recording stays to be heard as long as anybody may answer.
    _saved(assignment)


def remove(assignment: Assignment) -> None:
    """Take back what nobody has begun; it can be brought back. Raises ``assignment_begun`` otherwise."""
    students = assignment.students.count()
    if students:
        raise SentenceError(
            "assignment_begun",
            f"{students} students have begun it, so it stays with their answers. Close it, or erase the answers first.",
            count=students,
        )
    assignment.remove()


def _note(assignment: Assignment, what: Changed, *, fields: list[str] | None = None, whom: str = "") -> None:
    """Keep that something was changed, the latest ones; it is saved with the assignment."""
    entry = {"at": timezone.now().isoformat(), "what": what, "fields": fields or [], "whom": whom}
    assignment.changes = [*assignment.changes, entry][-MOST_CHANGES:]


def _saved(assignment: Assignment) -> Assignment:
    assignment.save()
    MediaPass.objects.filter(key=assignment.media_pass_id).update(**_media(assignment))
    return assignment


def _media(assignment: Assignment) -> dict[str, Any]:
    """How its students get at the recording."""
    return {"until": _media_until(assignment), "with_words": assignment.script != "none"}


def _media_until(assignment: Assignment) -> datetime | None:
    """Students may go through everything once more for a while after closing; then the recording's address ends."""
    if assignment.ends_at is None:
        return None
    own = [] if assignment.shut_at else assignment.extensions.values_list("due_at", "closes_at")
    return max([assignment.ends_at, *(t for pair in own for t in pair if t)]) + MEDIA_AFTER_CLOSING
