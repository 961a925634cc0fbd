"""How often something may be tried, counted in the database: the same for every process, and after a restart."""

from __future__ import annotations

from dataclasses import dataclass

from django.db import connection
from django.utils import timezone

from apps.accounts.models import Attempts
from config.errors import SentenceError


@dataclass(frozen=True, slots=True)
class Limit:
    """At most ``most`` times in ``seconds``, for each of those it is counted for."""

    name: str
    most: int
    seconds: int


HOUR = 3_600
# By mail address, and by the device's address: a school's devices often share one.
MAILS_TO, MAILS_FROM = Limit("mails_to", 3, HOUR), Limit("mails_from", 30, HOUR)
FAILED_FROM = Limit("failed_from", 60, HOUR)
# A class may stand behind one address, and its members mistype.
WRONG_PINS_FOR, WRONG_PINS_FROM = Limit("wrong_pins_for", 10, HOUR), Limit("wrong_pins_from", 200, HOUR)
WRONG_TOTP_FOR = Limit("wrong_totp_for", 10, HOUR)
JOINS_FROM, WRONG_CODES_FROM = Limit("joins_from", 3_000, HOUR), Limit("wrong_codes_from", 60, HOUR)
WRONG_PAGES_FROM = Limit("wrong_pages_from", 60, HOUR)
# Each takes a vector to be worked out; who types gets one for each pause in it.
SEARCHES_OF = Limit("searches_of", 600, HOUR)
LAUNCHES_FROM = Limit("launches_from", 20_000, HOUR)

_COUNT = """
INSERT INTO accounts_attempts AS a (key, count, until) VALUES (%(key)s, 1, now() + %(seconds)s * interval '1 second')
ON CONFLICT (key) DO UPDATE SET
    count = CASE WHEN a.until <= now() THEN 1 ELSE a.count + 1 END,
    until = CASE WHEN a.until <= now() THEN EXCLUDED.until ELSE a.until END
RETURNING count
"""


class TooManyError(SentenceError):
    def __init__(self) -> None:
        super().__init__("too_many_requests", "That was tried too often; wait an hour and try again.")


def count(limit: Limit, whom: str) -> None:
    """One time more, in one statement. Raises TooManyError beyond the limit."""
    with connection.cursor() as cursor:
        cursor.execute(_COUNT, {"key": _key(limit, whom), "seconds": limit.seconds})
        (times,) = cursor.fetchone()
    if times > limit.most:
        raise TooManyError


def require(limit: Limit, whom: str) -> None:
    """Raises TooManyError where the limit is used up; counts nothing."""
    known = Attempts.objects.filter(key=_key(limit, whom), until__gt=timezone.now()).first()
    if known is not None and known.count >= limit.most:
        raise TooManyError


def forget_old() -> int:
    return Attempts.objects.filter(until__lte=timezone.now()).delete()[0]


def _key(limit: Limit, whom: str) -> str:
    return f"{limit.name}:{whom.strip().lower()}"[:300]
