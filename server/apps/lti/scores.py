"""Marks go back to the platform: each change once, as far as the student was told of it, tried again where the platform
does not answer (Assignment and Grade Services 2.0)."""

from __future__ import annotations

import json
import logging
from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from django.db.models import F, Q, QuerySet
from django.dispatch import receiver
from django.utils import timezone

from apps.assignments.changes import marks_changed
from apps.assignments.models import Assignment
from apps.lti.calling import Caller, PlatformSaysNoError
from apps.lti.models import Learner, Placement, Score
from apps.study.members import told_of
from apps.study.models import Student
from apps.study.services import SEEN_TO_WITHIN
from apps.work.periodic import by_itself
from config.errors import SentenceError
from escuela_core.exchange.lti import SCORE_SCOPE, SCORE_TYPE, score, scores_address

log = logging.getLogger(__name__)
# One worker has a placement for so long at most; then another may take it.
TAKEN_FOR = timedelta(minutes=10)
# How often it is looked whether marks may be known now that may not have been before.
NOT_YET = timedelta(minutes=5)
FIRST_WAIT, LONGEST_WAIT = timedelta(minutes=1), timedelta(hours=12)
# After so many failures in a row a score is left until it changes again, or its teacher asks.
MOST_FAILURES = 12


@receiver(marks_changed)
def note(assignment: Assignment, **_: Any) -> None:
    Placement.objects.filter(assignment=assignment).update(changed=True)


@by_itself(cron="* * * * *", name="lti.scores", queue="links")
def give_back_all() -> int:
    """Tell the platforms whatever has changed; how many scores went out."""
    return sum(give_back(p) for p in list(_with_news(timezone.now())))


def _with_news(now: datetime) -> QuerySet[Placement]:
    """Where something was done or marked since it was last looked at, a student may know their marks by now who might
    not then, or something is to be tried again."""
    there = Placement.objects.exclude(line_item="").filter(course__platform__removed_at=None)
    since = F("looked_at") - SEEN_TO_WITHIN
    news = (
        Q(looked_at=None)
        | Q(changed=True)
        | Q(assignment__students__last_seen_at__gte=since)
        | Q(scores__told__marks=None, looked_at__lt=now - NOT_YET)
        | Q(scores__again_at__lt=now)
    )
    free = Q(taken_at=None) | Q(taken_at__lt=now - TAKEN_FOR)
    return there.filter(news, free).select_related("course__platform", "assignment").distinct()


def give_back(placement: Placement) -> int:
    """Tell the platform what has changed in one placement; how many scores went out."""
    now = timezone.now()
    free = Q(taken_at=None) | Q(taken_at__lt=now - TAKEN_FOR)
    if not Placement.objects.filter(free, pk=placement.pk).update(taken_at=now, changed=False):
        return 0
    try:
        return _tell(placement, list(_changed(placement, now)), now)
    finally:
        Placement.objects.filter(pk=placement.pk).update(taken_at=None, looked_at=now)


def _changed(placement: Placement, now: datetime) -> Iterator[tuple[Score, dict[str, Any]]]:
    """Each learner whose work stands otherwise than was told, with what is to be told."""
    known = {s.learner_id: s for s in placement.scores.all()}
    learners = {x.member_id: x for x in placement.course.learners.all()}
    # Of an entry that has become one with another the marks are that one's.
    merged = Student.objects.filter(assignment=placement.assignment, before_merge__isnull=False)
    for was, now_is in merged.values_list("before_merge__member", "member"):
        if UUID(was) in learners:
            learners.setdefault(now_is, learners[UUID(was)])
    for member_id, told in told_of(placement.assignment, now).items():
        learner: Learner | None = learners.get(member_id)
        if learner is None:
            continue
        before = known.get(learner.pk) or Score(placement=placement, learner=learner)
        before.learner = learner
        rests = before.tried == told and (before.failed >= MOST_FAILURES or (before.again_at or now) > now)
        if before.told != told and not rests:
            yield before, told


def _tell(placement: Placement, changed: list[tuple[Score, dict[str, Any]]], now: datetime) -> int:
    caller, url = Caller(placement.course.platform, SCORE_SCOPE), scores_address(placement.line_item)
    count = 0
    for n, (row, told) in enumerate(changed):
        message = score(row.learner.subject, now, **told)
        row.tried = told
        try:
            caller.post(url, json.dumps(message).encode(), SCORE_TYPE)
        except SentenceError as error:
            _failed(row, error, now)
            if not isinstance(error, PlatformSaysNoError) or error.status >= 500 or error.status == 429:
                # It is not this one score: the others wait with it.
                for other, its in changed[n + 1 :]:
                    other.tried = its
                    _failed(other, error, now)
                break
            continue
        count += 1
        row.told, row.told_at, row.problem, row.failed, row.again_at = told, now, "", 0, None
        row.save()
    return count


def _failed(row: Score, error: SentenceError, now: datetime) -> None:
    """It waits twice as long each time, and is given up in the end; its teacher sees why."""
    row.problem, row.failed = error.message[:300], row.failed + 1
    wait = min(FIRST_WAIT * 2 ** (row.failed - 1), LONGEST_WAIT)
    row.again_at = now + wait if row.failed < MOST_FAILURES else None
    row.save()
    log.warning("A score could not be given back: %s", error.code)
