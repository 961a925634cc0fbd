"""Statements go to the record store by themselves: each once by its id, tried again where the store does not take them
(xAPI 1.0.3, part three, 2.1)."""

from __future__ import annotations

import base64
import json
import logging
from collections.abc import Sequence
from datetime import datetime
from typing import Any
from uuid import UUID

from django.db.models import F, Q, QuerySet
from django.dispatch import receiver
from django.utils import timezone

from apps.assignments.changes import marks_changed
from apps.assignments.models import Assignment
from apps.records.models import Delivery, RecordStore, Sent
from apps.results.export import xapi_statements
from apps.study.services import SEEN_TO_WITHIN
from apps.work.periodic import by_itself
from config import links
from config.errors import SentenceError
from config.sealing import unsealed

PURPOSE = "records.secret"
VERSION = "1.0.3"
AT_ONCE = 100
log = logging.getLogger(__name__)
Statement = dict[str, Any]


class StoreSaysNoError(SentenceError):
    """``status`` as of HTTP; 200 where the store took something, and not what it was sent."""

    def __init__(self, status: int) -> None:
        super().__init__("store_says_no", f"The record store did not take the statements ({status}).", status=status)
        self.status = status


@receiver(marks_changed)
def note(assignment: Assignment, **_: Any) -> None:
    Delivery.objects.filter(assignment=assignment).update(changed=True)


@by_itself(cron="* * * * *", name="records.statements", queue="links")
def send_all() -> int:
    """Send whatever is new to every record store; how many statements went out."""
    return sum(send_of(store) for store in RecordStore.objects.select_related("owner"))


def send_of(store: RecordStore) -> int:
    """Send what is new of one teacher's students; how many statements went out."""
    now = timezone.now()
    fresh = Assignment.objects.filter(owner=store.owner_id, delivery=None, students__isnull=False).distinct()
    Delivery.objects.bulk_create([Delivery(assignment=a) for a in fresh], ignore_conflicts=True)
    return sum(_deliver(store, d, now) for d in _with_news(store, now))


def _with_news(store: RecordStore, now: datetime) -> QuerySet[Delivery]:
    """Where something was done or marked since it was last looked at, or something is to be tried again."""
    news = (
        Q(looked_at=None)
        | Q(changed=True)
        | Q(assignment__students__last_seen_at__gte=F("looked_at") - SEEN_TO_WITHIN)
        | Q(again_at__lt=now)
    )
    there = Delivery.objects.filter(news, Delivery.free(now), assignment__owner=store.owner_id)
    return there.filter(Q(again_at=None) | Q(again_at__lt=now)).select_related("assignment__edition").distinct()


def _deliver(store: RecordStore, delivery: Delivery, now: datetime) -> int:
    with delivery.taken(now) as mine:
        if not mine:
            return 0
        known = set(delivery.sent.values_list("id", flat=True))
        every = xapi_statements(delivery.assignment, store.site, names=store.names)
        new = [s for s in every if UUID(s["id"]) not in known]
        count = 0
        try:
            for some in (new[n : n + AT_ONCE] for n in range(0, len(new), AT_ONCE)):
                _send(store, some)
                rows = [Sent(id=UUID(s["id"]), delivery=delivery) for s in some]
                Sent.objects.bulk_create(rows, ignore_conflicts=True)
                count += len(rows)
        except SentenceError as error:
            delivery.did_not(error, now)
            # What changed meanwhile is noted on the same row, and stays.
            delivery.save(update_fields=Delivery.RETRIED)
            log.warning("Statements could not be sent: %s", error.code)
            return count
        if delivery.failed:
            delivery.went_out()
            delivery.save(update_fields=Delivery.RETRIED)
        return count


def _send(store: RecordStore, statements: Sequence[Statement]) -> None:
    """Raises StoreSaysNoError and the ``link_…`` errors."""
    answer = _posted(store, statements)
    if answer.status == 409 and len(statements) > 1:
        # Some of them are there already: a batch is taken whole or not at all.
        for one in statements:
            _send(store, [one])
        return
    if answer.status == 409:
        return
    told = links.json_of(answer) if answer.status == 200 else None
    if not isinstance(told, list) or {s["id"] for s in statements} - {str(i) for i in told}:
        raise StoreSaysNoError(answer.status)


def _posted(store: RecordStore, statements: Sequence[Statement]) -> links.Answer:
    who = base64.b64encode(f"{store.key}:{unsealed(store.secret, PURPOSE)}".encode()).decode()
    return links.asked(
        f"{store.url.rstrip('/')}/statements",
        method="POST",
        body=json.dumps(list(statements), ensure_ascii=False).encode(),
        headers={
            "Authorization": f"Basic {who}",
            "Content-Type": "application/json",
            "X-Experience-API-Version": VERSION,
        },
    )
