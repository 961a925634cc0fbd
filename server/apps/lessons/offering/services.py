"""Lessons offered to colleagues, or to anyone: looked at, copied to be adapted, taken back."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.utils import timezone

from apps.accounts import audit
from apps.accounts.models import User
from apps.lessons import copying
from apps.lessons.models import Lesson, Offer
from config.errors import SentenceError
from config.names import plain_name

MOST_LESSONS = 50


@transaction.atomic
def offer(owner: User, lessons: list[Lesson], *, title: str, author: str, licence: str, reach: str) -> Offer:
    """Offer lessons of ``owner`` together; the same ones offered again stay under their link, with what is said now.

    Raises ``offer_empty`` and ``offer_full``.
    """
    if not lessons:
        raise SentenceError("offer_empty", "Choose at least one lesson.")
    if len(lessons) > MOST_LESSONS:
        raise SentenceError("offer_full", f"You can offer up to {MOST_LESSONS} lessons at once.", most=MOST_LESSONS)
    wanted = {lesson.id for lesson in lessons}
    open_ones = Offer.objects.filter(owner=owner, ended_at=None).prefetch_related("lessons")
    made = next((o for o in open_ones if {lesson.id for lesson in o.lessons.all()} == wanted), None)
    made = made or Offer.objects.create(owner=owner)
    made.title, made.author = plain_name(title)[:300], plain_name(author)[:120] or owner.name
    made.licence, made.reach = licence, reach
    made.save()
    made.lessons.set(lessons)
    audit.record(owner, "offered", f"{made.title} ({reach})")
    return made


def take_back(made: Offer) -> None:
    """The link ends; what colleagues have copied is theirs."""
    made.ended_at = timezone.now()
    made.save(update_fields=["ended_at"])


def copy_all(made: Offer, to: User, folder: str) -> list[Lesson]:
    """A copy of each lesson for ``to``, who it came from kept with it; no student's answer goes along.

    Raises ``offer_own`` for the one who offers, and ``quota`` where a recording does not fit; then nothing is copied.
    """
    if made.owner_id == to.id:
        raise SentenceError("offer_own", "These are your own lessons; duplicate them in your list.")
    copies: list[Lesson] = []
    origin: dict[str, Any] = {"author": made.author, "licence": made.licence, "taken_at": timezone.now().isoformat()}
    try:
        for lesson in made.lessons.select_related("recording__owner"):
            copies.append(copying.copy(lesson, to=to, folder=folder, origin=origin | {"title": lesson.title}))
    except SentenceError:
        for done in copies:
            copying.undo(done)
        raise
    return copies
