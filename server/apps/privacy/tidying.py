"""What goes by itself, once a day: abandoned uploads and looks, old exports, counts, links, records and answers."""

from __future__ import annotations

from datetime import timedelta

from axes.models import AccessAttempt
from django.conf import settings
from django.contrib.sessions.models import Session
from django.utils import timezone

from apps.accounts import audit, limits, links
from apps.accounts.models import SignedIn
from apps.classes.models import Member
from apps.lessons import services as lessons
from apps.lessons.models import ServiceAnswer
from apps.lti.models import Login, Platform, Ticket
from apps.privacy import erasing
from apps.recordings import uploads
from apps.work import made
from apps.work.models import Job
from apps.work.periodic import by_itself

SERVICE_ANSWERS_KEPT = timedelta(days=90)
REMOVED_KEPT = timedelta(days=30)
LOOKS_KEPT, JOBS_KEPT, LAUNCHES_KEPT = timedelta(days=2), timedelta(days=30), timedelta(days=1)


@by_itself(cron="17 3 * * *", name="privacy.tidy")
def tidy() -> dict[str, int]:
    """How much of each sort went."""
    now = timezone.now()
    old_jobs = Job.objects.exclude(state__in=[Job.State.WAITING, Job.State.RUNNING])
    Session.objects.filter(expire_date__lt=now).delete()
    alive = Session.objects.values("session_key")
    return {
        "uploads": uploads.clear_old(),
        "looks": old_jobs.filter(kind="look", created_at__lt=now - LOOKS_KEPT).delete()[0],
        "jobs": old_jobs.filter(ended_at__lt=now - JOBS_KEPT).delete()[0],
        "files": made.clear_old(),
        "links": links.forget_old(),
        "launches": Login.objects.filter(begun_at__lt=now - LAUNCHES_KEPT).delete()[0]
        + Ticket.objects.filter(made_at__lt=now - LAUNCHES_KEPT).delete()[0],
        "platforms": Platform.with_removed.filter(removed_at__lt=now - REMOVED_KEPT).delete()[0],
        "counts": limits.forget_old(),
        "attempts": AccessAttempt.objects.filter(attempt_time__lt=now - timedelta(days=1)).delete()[0],
        "sessions": SignedIn.objects.exclude(session_key__in=alive).delete()[0],
        "audit": audit.forget_old(),
        "lessons": lessons.purge_older(now - REMOVED_KEPT),
        "service_answers": ServiceAnswer.objects.filter(made_at__lt=now - SERVICE_ANSWERS_KEPT).delete()[0],
        # Whoever has answers stays with them until these go.
        "members": Member.with_removed.filter(removed_at__lt=now - REMOVED_KEPT, studies=None).delete()[0],
        "students": erasing.erase_older(now - timedelta(days=settings.ANSWERS_KEPT_DAYS)),
    }
