"""A second step when signing in: a code that an app on the teacher's phone shows (TOTP, RFC 6238), or one of ten codes
to be kept on paper."""

from __future__ import annotations

import secrets

import pyotp
from cryptography.fernet import InvalidToken
from django.db import transaction
from django.http import HttpRequest
from django.utils import timezone

from apps.accounts import audit, limits, links
from apps.accounts.models import User
from apps.accounts.serializers import NewSecretOut
from apps.accounts.services import end_other_sessions, require_password
from config.client import address_of
from config.codes import CODE_LETTERS, qr_of
from config.errors import SentenceError
from config.sealing import sealed, unsealed

PURPOSE = "second_factor"
STEP_S, DIGITS = 30, 6
# A clock may be a step early or late.
EITHER_SIDE = 1
PAPER_CODES, PAPER_LENGTH = 10, 10


def begin(request: HttpRequest, user: User, password: str) -> NewSecretOut:
    """A new secret for the teacher's app, as text and as a QR code; nothing is asked of anybody before ``turn_on``."""
    require_password(request, user, password)
    secret = pyotp.random_base32()
    request.session[PURPOSE] = sealed(secret, PURPOSE)
    uri = pyotp.TOTP(secret).provisioning_uri(name=user.email, issuer_name="Escuela")
    return NewSecretOut(secret=secret, qr=qr_of(uri))


@transaction.atomic
def turn_on(request: HttpRequest, user: User, code: str) -> list[str]:
    """From now on a code is asked for, once the app has shown a right one; the codes to keep on paper, told once.

    Raises ``code_wrong``, and ``second_factor_begin`` where nothing was begun here.
    """
    kept = request.session.get(PURPOSE)
    if not kept:
        raise SentenceError("second_factor_begin", "Begin again: give your password first.")
    step = _step_of(unsealed(kept, PURPOSE), code, after=0)
    if step is None:
        _count(request, user)
        raise _wrong()
    paper = ["".join(secrets.choice(CODE_LETTERS) for _ in range(PAPER_LENGTH)) for _ in range(PAPER_CODES)]
    user.totp, user.totp_step = kept, step
    user.paper_codes = [links.sum_of(c) for c in paper]
    user.save(update_fields=["totp", "totp_step", "paper_codes"])
    del request.session[PURPOSE]
    end_other_sessions(request, user)
    audit.record(user, "second_factor")
    return paper


def turn_off(request: HttpRequest, user: User, password: str, code: str) -> None:
    """Raises ``wrong_password`` and ``code_wrong``."""
    require_password(request, user, password)
    require_code(request, user, code)
    user.totp, user.totp_step, user.paper_codes = "", 0, []
    user.save(update_fields=["totp", "totp_step", "paper_codes"])
    audit.record(user, "one_factor")


def require_code(request: HttpRequest, user: User, code: str) -> None:
    """Nothing where no second step was wished for. A code is good once; so is each of those on paper.

    Raises ``code_wanted`` where there is none, ``code_wrong``, and TooManyError.
    """
    if not user.totp:
        return
    if not code.strip():
        raise SentenceError("code_wanted", "Type the code that your app shows, or one of those you keep on paper.")
    for limit, whom in _limits(request, user):
        limits.require(limit, whom)
    with transaction.atomic():
        locked = User.objects.select_for_update().get(id=user.id)
        right = _take(locked, code)
    if not right:
        _count(request, user)
        raise _wrong()


def _take(user: User, code: str) -> bool:
    """Whether the code is good; then it is so no more."""
    plain = code.replace(" ", "").replace("-", "").lower()
    paper = links.sum_of(plain)
    if paper in user.paper_codes:
        user.paper_codes = [c for c in user.paper_codes if c != paper]
        user.save(update_fields=["paper_codes"])
        return True
    try:
        secret = unsealed(user.totp, PURPOSE)
    except InvalidToken:
        return False
    step = _step_of(secret, plain, after=user.totp_step)
    if step is None:
        return False
    user.totp_step = step
    user.save(update_fields=["totp_step"])
    return True


def _step_of(secret: str, code: str, *, after: int) -> int | None:
    """The step whose code it is, of those around now and ``after`` the last one that was taken."""
    clock = pyotp.TOTP(secret, digits=DIGITS, interval=STEP_S)
    here = clock.timecode(timezone.now())
    plain = code.replace(" ", "")
    for step in range(here - EITHER_SIDE, here + EITHER_SIDE + 1):
        if step > after and secrets.compare_digest(clock.generate_otp(step).encode(), plain.encode()):
            return step
    return None


def _limits(request: HttpRequest, user: User) -> tuple[tuple[limits.Limit, str], ...]:
    """Whoever tries from one place does not keep the owner out from another."""
    address = address_of(request)
    return ((limits.WRONG_TOTP_FOR, f"{user.id} {address}"), (limits.FAILED_FROM, address))


def _count(request: HttpRequest, user: User) -> None:
    for limit, whom in _limits(request, user):
        limits.count(limit, whom)


def _wrong() -> SentenceError:
    return SentenceError("code_wrong", "This code is wrong or was already used; wait for the next one.")
