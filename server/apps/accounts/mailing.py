"""Mails of the accounts, written and sent by a worker: whoever asks for one learns nothing from how long it takes."""

from __future__ import annotations

from typing import Any

from django.core.mail import send_mail
from procrastinate.contrib.django import app

from apps.accounts import links
from apps.accounts.models import MailedLink, User
from config.names import without_links


def later(kind: str, email: str, site: str, **given: Any) -> None:
    """Have a mail of ``kind`` sent to ``email``; whether the address is known is looked at only then."""
    send.defer(kind=kind, email=email.strip().lower(), site=site, given=given)


@app.task(name="accounts.mail", queue="links")
def send(kind: str, email: str, site: str, given: dict[str, Any]) -> None:
    """Write and send one mail."""
    known = User.objects.filter(email=email, confirmed_at__isnull=False).first()
    name = known.name if known is not None else str(given.get("name", ""))
    written = _written(kind, email, site, known, given)
    if written is not None:
        subject, text = written
        send_mail(f"Escuela: {subject}", f"Hello {without_links(name)}\n\n{text}\n", None, [email])


def _written(kind: str, email: str, site: str, known: User | None, given: dict[str, Any]) -> tuple[str, str] | None:
    """Subject and text; None where there is nothing to send."""
    if kind == "told":
        return str(given["subject"]), str(given["text"])
    if kind == "register" and known is not None:
        return "You already have an account", f"Sign in at {site}/sign-in, or set a new password there."
    if kind == "register":
        link = _link(MailedLink.Purpose.REGISTER, email, site, "confirm", given)
        return "Confirm your address", f"Open this link in the same browser within an hour:\n\n{link}"
    if kind == "password" and known is not None:
        link = _link(MailedLink.Purpose.PASSWORD, email, site, "new-password", given)
        return "A new password", f"Open this link within an hour to set a new password:\n\n{link}"
    if kind == "address" and known is None:
        link = _link(MailedLink.Purpose.ADDRESS, email, site, "new-address", given)
        return "Your new address", f"Open this link within an hour, signed in, to use this address:\n\n{link}"
    return None


def _link(purpose: str, email: str, site: str, page: str, given: dict[str, Any]) -> str:
    """The secret stands behind the ``#``, which no browser sends to a server, so that no log holds it."""
    return f"{site}/{page}#{links.make(purpose, email, given)}"
