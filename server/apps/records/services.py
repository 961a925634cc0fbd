"""Saying where the statements go, and how things stand there."""

from __future__ import annotations

from typing import Any

from django.db.models import Count, Max, Q

from apps.accounts import audit
from apps.accounts.models import User
from apps.records.models import Delivery, RecordStore
from apps.records.sending import PURPOSE
from config import links
from config.errors import SentenceError
from config.sealing import sealed


def store_of(owner: User) -> RecordStore | None:
    return RecordStore.objects.filter(owner=owner).first()


def send_to(owner: User, site: str, *, url: str, key: str, secret: str, names: bool) -> RecordStore:
    """From now on what the teacher's students do goes to ``url``; an empty ``secret`` stays what it was.

    Another store gets everything from the beginning. Raises ``link_not_web`` and ``store_secret``.
    """
    before = RecordStore.with_removed.filter(owner=owner).first()
    if not secret and before is None:
        raise SentenceError("store_secret", "Give the secret that the record store has for this key.")
    given = {
        "url": links.checked(url.strip()),
        "key": key.strip(),
        "secret": sealed(secret, PURPOSE) if secret or before is None else before.secret,
        "names": names,
        "site": site,
        "removed_at": None,
    }
    if before is not None and before.url != given["url"]:
        Delivery.objects.filter(assignment__owner=owner).delete()
    store, _ = RecordStore.with_removed.update_or_create(owner=owner, defaults=given)
    audit.record(owner, "records", store.url)
    try_again(owner)
    return store


def try_again(owner: User) -> None:
    """What was given up is tried with the next minute."""
    Delivery.objects.filter(assignment__owner=owner).update(failed=0, again_at=None, changed=True)


def state_of(owner: User) -> dict[str, Any]:
    """How much went out and when last, how many lessons wait, and why. Two queries."""
    told = Delivery.objects.filter(assignment__owner=owner).aggregate(
        count=Count("sent"),
        last_at=Max("sent__at"),
        failing=Count("id", filter=Q(failed__gt=0), distinct=True),
    )
    failed = Delivery.objects.filter(assignment__owner=owner, failed__gt=0).first()
    why = failed.why() if failed else None
    return {"sent": told["count"], "last_at": told["last_at"], "failing": told["failing"], "problem": why}
