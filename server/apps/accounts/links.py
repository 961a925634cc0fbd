"""Links in mails: each works once and for an hour; of its secret only the sum is kept."""

from __future__ import annotations

import hashlib
import secrets
from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from apps.accounts.models import MailedLink
from config.errors import SentenceError

KEPT = timedelta(hours=1)


class BadLinkError(SentenceError):
    def __init__(self) -> None:
        super().__init__("bad_link", "This link is not valid any more; ask for a new one.")


def make(purpose: str, email: str, given: dict[str, Any]) -> str:
    """The secret of a new link; older ones of the same purpose to the same address are void from now on."""
    secret = secrets.token_urlsafe(32)
    with transaction.atomic():
        MailedLink.objects.filter(purpose=purpose, email=email).delete()
        MailedLink.objects.create(purpose=purpose, email=email, given=given, sum=sum_of(secret))
    return secret


def use(purpose: str, secret: str) -> MailedLink:
    """The link of a secret, used up. To be called inside a transaction. Raises BadLinkError."""
    fresh = MailedLink.objects.filter(made_at__gt=timezone.now() - KEPT, purpose=purpose)
    link = fresh.select_for_update().filter(sum=sum_of(secret)).first()
    if link is None:
        raise BadLinkError
    MailedLink.objects.filter(sum=link.sum).delete()
    return link


def forget_old() -> int:
    return MailedLink.objects.filter(made_at__lte=timezone.now() - KEPT).delete()[0]


def sum_of(secret: str) -> str:
    """What is kept in place of a secret."""
    return hashlib.sha256(secret.encode("utf-8", "replace")).hexdigest()
