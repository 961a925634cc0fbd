"""Marks go back to the platform: each change once, as far as the student was told of it, tried again where the platform
does not answer (Assignment and Grade Services 2.0)."""

from __future__ import annotations

import json
import logging
from collections.abc import Iterator
from dataclasses import asdict
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
# How often it is looked whether marks may be known now that may not have been before.
NOT_YET = timedelta(minutes=5)


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
    return there.filter(news, Placement.free(now)).select_related("course__platform", "assignment").distinct()


def give_back(placement: Placement) -> int:
    """Tell the platform what has changed in one placement; how many scores went out."""
    now = timezone.now()
    with placement.taken(now) as mine:
        return _tell(placement, list(_changed(placement, now)), now) if mine else 0


def _changed(placement: Placement, now: datetime) -> Iterator[tuple[Score, dict[str, Any]]]:
    """Each learner whose work stands otherwise than was told, with what is to be told."""
    known = {s.learner_id: s for s in placement.scores.all()}
    learners = {x.member_id: x for x in placement.course.learners.all()}
    # Of an entry that has become one with another the marks are that one's.
    merged = Student.objects.filter(assignment=placement.assignment, before_merge__isnull=False)
    for was, now_is in merged.values_list("before_merge__member", "member"):
        if UUID(was) in learners:
            learners.setdefault(now_is, learners[UUID(was)])
    for member_id, stands in told_of(placement.assignment, now).items():
        told = asdict(stands)
        learner: Learner | None = learners.get(member_id)
        if learner is None:
            continue
        before = known.get(learner.pk) or Score(placement=placement, learner=learner)
        before.learner = learner
        rests = before.tried == told and before.rests(now)
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
            row.did_not(error, now)
            row.save()
            log.warning("A score could not be given back: %s", error.code)
            if not isinstance(error, PlatformSaysNoError) or error.status >= 500 or error.status == 429:
                # It is not this one score: the others wait with it.
                for other, its in changed[n + 1 :]:
                    other.tried = its
                    other.did_not(error, now)
                    other.save()
                break
            continue
        count += 1
        row.told, row.told_at = told, now
        row.went_out()
        row.save()
    return count
