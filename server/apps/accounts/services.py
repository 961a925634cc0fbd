"""Making an account, confirming it, signing in and out, a new password."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.password_validation import validate_password
from django.contrib.auth.tokens import default_token_generator
from django.core import signing
from django.core.exceptions import ValidationError
from django.core.mail import send_mail
from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone

from apps.accounts.models import User
from config.errors import SentenceError

CONFIRM_SALT = "accounts.confirm"
CONFIRM_SECONDS = 60 * 60 * 24 * 7
DEMO_EMAIL = "runa@puerto-lumbre.example"


@transaction.atomic
def register(email: str, password: str, *, name: str, language: str, site: str) -> None:
    """Make an account and send the link that confirms it. A known address gets a mail that says so, not an error."""
    _require_good_password(password)
    known = User.objects.filter(email=email.strip().lower()).first()
    if known is not None and known.confirmed_at is not None:
        _send(known, "You already have an account", f"Sign in at {site}/sign-in, or set a new password there.")
        return
    user = known or User.objects.create_user(email, password, name=name, language=language)
    token = signing.dumps(str(user.id), salt=CONFIRM_SALT)
    _send(user, "Confirm your address", f"Open this link to finish making your account:\n\n{site}/confirm/{token}")


def confirm(request: HttpRequest, token: str) -> User:
    """Confirm the address by the mailed token and sign in."""
    try:
        user_id = signing.loads(token, salt=CONFIRM_SALT, max_age=CONFIRM_SECONDS)
        user = User.objects.get(id=user_id)
    except (signing.BadSignature, User.DoesNotExist) as error:
        raise SentenceError("bad_link", "This link is not valid any more; ask for a new one.") from error
    if user.confirmed_at is None:
        user.confirmed_at = timezone.now()
        user.save(update_fields=["confirmed_at"])
    _enter(request, user)
    return user


def sign_in(request: HttpRequest, email: str, password: str) -> User:
    """Raises ``wrong_password`` or ``not_confirmed``; too many tries are refused by the login limits."""
    user = authenticate(request, username=email.strip().lower(), password=password)
    if getattr(request, "axes_locked_out", False):
        raise SentenceError(
            "locked_out", "Too many wrong passwords for this address; wait a quarter of an hour and try again."
        )
    if not isinstance(user, User):
        raise SentenceError("wrong_password", "Mail address and password do not fit together.")
    if user.confirmed_at is None:
        raise SentenceError("not_confirmed", "Open the link in the mail we sent you first.")
    _enter(request, user)
    return user


def sign_in_demo(request: HttpRequest) -> User:
    user = User.objects.filter(email=DEMO_EMAIL).first() if settings.DEMO_SIGN_IN else None
    if user is None:
        raise SentenceError("no_demo", "There is no demo teacher on this server.")
    _enter(request, user)
    return user


def sign_out(request: HttpRequest) -> None:
    logout(request)


def ask_new_password(email: str, *, site: str) -> None:
    """Mail a link for a new password; says nothing of whether the address is known."""
    user = User.objects.filter(email=email.strip().lower()).first()
    if user is not None:
        token = default_token_generator.make_token(user)
        _send(user, "A new password", f"Open this link to set a new password:\n\n{site}/new-password/{user.id}/{token}")


@transaction.atomic
def set_new_password(request: HttpRequest, user_id: str, token: str, password: str) -> User:
    _require_good_password(password)
    user = User.objects.filter(id=user_id).first()
    if user is None or not default_token_generator.check_token(user, token):
        raise SentenceError("bad_link", "This link is not valid any more; ask for a new one.")
    user.set_password(password)
    user.confirmed_at = user.confirmed_at or timezone.now()
    user.save()
    _enter(request, user)
    return user


def change_language(user: User, language: str) -> User:
    user.language = language
    user.save(update_fields=["language"])
    return user


def _enter(request: HttpRequest, user: User) -> None:
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")


def _require_good_password(password: str) -> None:
    try:
        validate_password(password)
    except ValidationError as error:
        raise SentenceError("weak_password", " ".join(error.messages)) from error


def _send(user: User, subject: str, text: str) -> None:
    send_mail(f"Escuela: {subject}", f"Hello {user.name},\n\n{text}\n", None, [user.email])
