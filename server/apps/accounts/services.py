"""Making an account, signing in and out, a new password or address, and where one is signed in.

An account comes into being when its owner follows the link in the mail and sets a password there; until then nothing
is kept but the link, so that nobody can leave a password of theirs behind for somebody else's address.
"""

from __future__ import annotations

from uuid import UUID

from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.contrib.auth.password_validation import validate_password
from django.contrib.sessions.backends.db import SessionStore
from django.core.exceptions import ValidationError
from django.db import transaction
from django.http import Http404, HttpRequest
from django.utils import timezone

from apps.accounts import audit, limits, links, mailing
from apps.accounts.models import MailedLink, SignedIn, User
from config.client import address_of
from config.errors import SentenceError
from config.names import plain_name, shows_something

DEMO_EMAIL = "runa@puerto-lumbre.example"
# What browsers and systems call themselves, those first that name others too.
_BROWSERS = {"Edg": "Edge", "OPR": "Opera", "Firefox": "Firefox", "Chrome": "Chrome", "Safari": "Safari"}
_SYSTEMS = {"Android": "Android", "iPhone": "iPhone", "iPad": "iPad", "Windows": "Windows", "Mac OS": "macOS"}
_SYSTEMS |= {"CrOS": "ChromeOS", "Linux": "Linux"}
LONGEST_DEVICE = 60


def register(request: HttpRequest, email: str, *, name: str, language: str, site: str, browser: str) -> None:
    """Mail the link that makes the account. A known address gets a mail that says so, not an error.

    ``browser`` is a secret of the browser that asks: the link works in that one alone.
    """
    if not shows_something(plain_name(name)):
        raise SentenceError("name_empty", "Give the name that your colleagues know you by.")
    _count_mail(request, email)
    mailing.later("register", email, site, name=plain_name(name), language=language, browser=links.sum_of(browser))


@transaction.atomic
def confirm(request: HttpRequest, token: str, password: str, *, browser: str) -> User:
    """Make the account by the mailed link, with the password set here, and sign in."""
    _require_good_password(password)
    link = links.use(MailedLink.Purpose.REGISTER, token)
    if link.given["browser"] != links.sum_of(browser):
        raise SentenceError("other_browser", "Open the link in the browser in which you asked for the account.")
    user = User.objects.filter(email=link.email).first()
    if user is not None and user.confirmed_at is not None:
        raise links.BadLinkError
    user = user or User(email=link.email)
    user.name, user.language, user.confirmed_at = link.given["name"], link.given["language"], timezone.now()
    user.set_password(password)
    user.save()
    return enter(request, user)


def known(request: HttpRequest, email: str, password: str) -> User:
    """Whose address and password these are; nobody is signed in yet. Raises ``wrong_password``; too many tries from one
    device are refused, and never lock the owner's out."""
    limits.require(limits.FAILED_FROM, address_of(request))
    user = authenticate(request, username=email.strip().lower(), password=password)
    if getattr(request, "axes_locked_out", False):
        raise SentenceError(
            "locked_out", "Too many wrong passwords for this address; wait a quarter of an hour and try again."
        )
    if not isinstance(user, User) or user.confirmed_at is None:
        limits.count(limits.FAILED_FROM, address_of(request))
        raise SentenceError("wrong_password", "Mail address and password do not fit together.")
    return user


def enter(request: HttpRequest, user: User) -> User:
    """Signed in from here on."""
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    _note_device(request, user)
    audit.record(user, "signed_in")
    return user


def sign_in_demo(request: HttpRequest) -> User:
    user = User.objects.filter(email=DEMO_EMAIL).first() if settings.DEMO_SIGN_IN else None
    if user is None:
        raise SentenceError("no_demo", "There is no demo teacher on this server.")
    return enter(request, user)


def sign_out(request: HttpRequest) -> None:
    SignedIn.objects.filter(session_key=request.session.session_key or "").delete()
    logout(request)


def end_session(user: User, signed_in: UUID) -> None:
    """End one of the sessions of ``user``. Raises Http404."""
    found = user.signed_in.filter(id=signed_in).first()
    if found is None:
        raise Http404
    SessionStore(session_key=found.session_key).delete()
    found.delete()


def end_other_sessions(request: HttpRequest, user: User) -> None:
    for other in user.signed_in.exclude(session_key=request.session.session_key or ""):
        end_session(user, other.id)


def ask_new_password(request: HttpRequest, email: str, *, site: str) -> None:
    """Mail a link for a new password; says nothing of whether the address is known."""
    _count_mail(request, email)
    mailing.later("password", email, site)


@transaction.atomic
def set_new_password(token: str, password: str) -> None:
    """By the mailed link. Signs nobody in, and out wherever somebody is."""
    _require_good_password(password)
    link = links.use(MailedLink.Purpose.PASSWORD, token)
    user = User.objects.filter(email=link.email, confirmed_at__isnull=False).first()
    if user is None:
        raise links.BadLinkError
    _set_password(user, password)


@transaction.atomic
def change_password(request: HttpRequest, user: User, *, old: str, new: str) -> None:
    """Stays signed in here, and nowhere else."""
    require_password(request, user, old)
    _require_good_password(new)
    _set_password(user, new)
    update_session_auth_hash(request, user)
    _note_device(request, user)


def ask_new_address(request: HttpRequest, user: User, email: str, *, password: str, site: str) -> None:
    """Mail a link to the new address; nothing changes before it is followed."""
    require_password(request, user, password)
    _count_mail(request, email)
    mailing.later("address", email, site, user=str(user.id), name=user.name, language=user.language)


@transaction.atomic
def set_new_address(user: User, token: str, *, site: str) -> User:
    """By the mailed link; the old address is told."""
    link = links.use(MailedLink.Purpose.ADDRESS, token)
    if link.given["user"] != str(user.id) or User.objects.filter(email=link.email).exists():
        raise links.BadLinkError
    mailing.later("moved", user.email, site, name=user.name, language=user.language)
    user.email = link.email
    user.save(update_fields=["email"])
    audit.record(user, "address")
    return user


def change_language(user: User, language: str) -> User:
    user.language = language
    user.save(update_fields=["language"])
    return user


def require_password(request: HttpRequest, user: User, password: str) -> None:
    """For what must not happen to whoever finds a browser open. Raises ``wrong_password``."""
    limits.require(limits.FAILED_FROM, address_of(request))
    if not user.check_password(password):
        limits.count(limits.FAILED_FROM, address_of(request))
        raise SentenceError("wrong_password", "This is not your password.")


def _set_password(user: User, password: str) -> None:
    user.set_password(password)
    user.save(update_fields=["password"])
    user.signed_in.all().delete()
    audit.record(user, "password")


def _note_device(request: HttpRequest, user: User) -> None:
    request.session.save()
    device = device_of(request.headers.get("User-Agent", ""))
    SignedIn.objects.create(user=user, session_key=str(request.session.session_key), device=device)


def device_of(agent: str) -> str:
    """A browser in words that its owner knows: "Firefox, Windows"; what it calls itself where neither is known."""
    browser = next((name for mark, name in _BROWSERS.items() if f"{mark}/" in agent), "")
    system = next((name for mark, name in _SYSTEMS.items() if mark in agent), "")
    return ", ".join(filter(None, [browser, system])) or plain_name(agent)[:LONGEST_DEVICE]


def _count_mail(request: HttpRequest, email: str) -> None:
    limits.count(limits.MAILS_FROM, address_of(request))
    limits.count(limits.MAILS_TO, email)


def _require_good_password(password: str) -> None:
    try:
        validate_password(password)
    except ValidationError as error:
        raise SentenceError("weak_password", " ".join(error.messages)) from error
