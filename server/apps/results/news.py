"""Mails that a teacher wishes for, each told once: all have handed in, a lesson was due, a second look is asked for."""

from __future__ import annotations

import logging
from collections.abc import Iterator
from datetime import timedelta

from django.core.mail import send_mail
from django.db import transaction
from django.db.models import Count, Max, Q
from django.utils import timezone

from apps.accounts.models import User
from apps.assignments.models import Assignment
from apps.results.models import NewsWish, Told
from apps.work.periodic import by_itself
from config.names import without_links
from config.words import in_words

KINDS = ("finished", "due", "looks")
# What is longer ago than this is no news, to a teacher who wishes for mails from today on.
NEWS_FOR = timedelta(days=2)
logger = logging.getLogger(__name__)


def wish(owner: User, kinds: list[str], site: str) -> NewsWish:
    """From now on mails of ``kinds``; the links in them lead to ``site``."""
    made, _ = NewsWish.objects.update_or_create(owner=owner, defaults={"kinds": kinds, "site": site})
    return made


@by_itself(cron="*/10 * * * *", name="results.news")
def tell_all() -> int:
    """Send what is new to those who wish for it; how many mails."""
    count = 0
    for wished in NewsWish.objects.exclude(kinds=[]).select_related("owner"):
        for assignment, kind, what in _news(wished):
            try:
                count += _tell(wished, assignment, kind, what)
            except OSError:
                # The others get theirs; this one is tried again the next time.
                logger.warning("A mail could not be sent.", exc_info=True)
    return count


def _news(wished: NewsWish) -> Iterator[tuple[Assignment, str, str]]:
    """What there is to tell; ``what`` names it, so that it is told once."""
    now = timezone.now()
    asked = Q(students__answers__look_asked_at__gt=now - NEWS_FOR, students__answers__look_verdict="")
    given = (
        Assignment.objects.filter(owner=wished.owner, edition__lesson__removed_at=None)
        .select_related("edition", "school_class")
        .annotate(
            members=Count("school_class__members", filter=Q(school_class__members__removed_at=None), distinct=True),
            done=Count("students__member", filter=Q(students__finished_at__isnull=False), distinct=True),
            last_done=Max("students__finished_at"),
            last_asked=Max("students__answers__look_asked_at", filter=asked),
        )
        .order_by("created_at")
    )
    for row in given:
        fresh = row.last_done is not None and row.last_done > now - NEWS_FOR
        # Some of a class are rare, and counted one by one.
        wanted = row.members if row.chosen is None else row.meant_for().count()
        if "finished" in wished.kinds and fresh and wanted and row.done >= wanted:
            yield row, "finished", "finished"
        if "due" in wished.kinds and row.due_at is not None and now - NEWS_FOR < row.due_at < now:
            yield row, "due", f"due {row.due_at.isoformat()}"
        if "looks" in wished.kinds and row.last_asked is not None:
            yield row, "looks", f"looks {row.last_asked.isoformat()}"


@transaction.atomic
def _tell(wished: NewsWish, assignment: Assignment, kind: str, what: str) -> bool:
    """Whether it was told now. Raises OSError where the mail cannot be sent; then it is not told."""
    _, is_new = Told.objects.get_or_create(assignment=assignment, what=what)
    if not is_new:
        return False
    owner, title = wished.owner, assignment.edition.content["title"]
    said = in_words(f"news.{kind}", owner.language, name=without_links(assignment.name), title=without_links(title))
    view = "?view=marking&item=looks" if kind == "looks" else "?"
    link = f"{wished.site}/lessons/{assignment.edition.lesson_id}/results{view}&assignment={assignment.id}"
    hello = in_words("mail.hello", owner.language, name=without_links(owner.name))
    send_mail(f"Escuela: {said}", f"{hello}\n\n{said}\n\n{link}\n", None, [owner.email])
    return True
