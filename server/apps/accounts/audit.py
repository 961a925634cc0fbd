"""The record that a school can read: sign-ins, sharing, closing, marks, exports, erasures."""

from __future__ import annotations

from datetime import timedelta
from typing import Literal

from django.utils import timezone

from apps.accounts.models import AuditEntry, User

Action = Literal[
    "signed_in",
    "password",
    "address",
    "second_factor",
    "one_factor",
    "linked",
    "records",
    "shared",
    "offered",
    "closed",
    "opened",
    "extended",
    "reopened",
    "played_in_room",
    "marked",
    "returned",
    "looked_again",
    "corrected",
    "exported",
    "renamed_student",
    "erased_student",
    "erased_old",
]
KEPT = timedelta(days=365)
MOST_SHOWN = 200


def record(user: User, action: Action, about: str = "") -> None:
    AuditEntry.objects.create(user=user, action=action, about=about[:200])


def forget_old() -> int:
    return AuditEntry.objects.filter(at__lt=timezone.now() - KEPT).delete()[0]
