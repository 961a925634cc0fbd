"""Mails of the accounts, written and sent by a worker: whoever asks for one learns nothing from how long it takes."""

from __future__ import annotations

from typing import Any

from django.core.mail import send_mail
from procrastinate.contrib.django import app

from apps.accounts import links
from apps.accounts.models import MailedLink, User
from config.names import without_links
from config.words import in_words


def later(kind: str, email: str, site: str, **given: Any) -> None:
    """Have a mail of ``kind`` sent to ``email``; whether the address is known is looked at only then."""
    send.defer(kind=kind, email=email.strip().lower(), site=site, given=given)


@app.task(name="accounts.mail", queue="links")
def send(kind: str, email: str, site: str, given: dict[str, Any]) -> None:
    """Write and send one mail."""
    known = User.objects.filter(email=email, confirmed_at__isnull=False).first()
    kind = "known" if kind == "register" and known is not None else kind
    # A link for a new password goes to who has an account; one for a new address, to who has none.
    if (kind == "password" and known is None) or (kind == "address" and known is not None):
        return
    language = known.language if known is not None else str(given.get("language", ""))
    name = known.name if known is not None else str(given.get("name", ""))
    hello = in_words("mail.hello", language, name=without_links(name))
    text = in_words(f"mail.{kind}.text", language, site=site, link=_link(kind, email, site, given))
    send_mail(f"Escuela: {in_words(f'mail.{kind}.subject', language)}", f"{hello}\n\n{text}\n", None, [email])


_PAGES = {
    "register": (MailedLink.Purpose.REGISTER, "confirm"),
    "password": (MailedLink.Purpose.PASSWORD, "new-password"),
    "address": (MailedLink.Purpose.ADDRESS, "new-address"),
}


def _link(kind: str, email: str, site: str, given: dict[str, Any]) -> str:
    """The secret stands behind the ``#``, which no browser sends to a server, so that no log holds it; empty for a mail
    that only tells something."""
    if kind not in _PAGES:
        return ""
    purpose, page = _PAGES[kind]
    return f"{site}/{page}#{links.make(purpose, email, given)}"
