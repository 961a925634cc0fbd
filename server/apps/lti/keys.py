"""Keys: those Escuela signs with, made anew each month, and those of platforms, by which launches are believed."""

from __future__ import annotations

import time
from collections.abc import Mapping
from datetime import timedelta
from typing import Any

from django.utils import timezone
from joserfc import jwt
from joserfc.errors import JoseError
from joserfc.jwk import KeySet, RSAKey

from apps.lti.models import Platform, ToolKey
from apps.work.periodic import by_itself
from config import links
from config.errors import SentenceError
from config.sealing import sealed, unsealed

PURPOSE = "lti.keys"
ALGORITHM, BITS = "RS256", 2048
# A key is read by platforms for a day before anything is signed with it, and for a month after the next has come.
NEW_EVERY, PUBLISHED_FIRST, KEPT = timedelta(days=30), timedelta(days=1), timedelta(days=75)
# A platform's keys are read again after an hour, or for a key that is not known, yet not more often than this.
READ_AGAIN, NOT_SOONER = timedelta(hours=1), timedelta(seconds=30)
OLDEST_S, SKEW_S, GOOD_FOR_S = 600, 60, 300


class LaunchRefusedError(SentenceError):
    """The launch is not believed; ``why`` is for who runs the platform."""

    def __init__(self, why: str) -> None:
        sentence = f"This could not be opened ({why}). Go back to your platform and open it again from there."
        super().__init__("launch_refused", sentence, why=why)


def make_key() -> ToolKey:
    key = RSAKey.generate_key(BITS)
    made = ToolKey(public=key.as_dict(private=False))
    made.public |= {"kid": str(made.id), "use": "sig", "alg": ALGORITHM}
    made.private = sealed(key.as_pem(private=True).decode(), PURPOSE)
    made.save(force_insert=True)
    return made


def published() -> dict[str, Any]:
    """The public keys by which platforms believe what Escuela signs (RFC 7517)."""
    return {"keys": [k.public for k in ToolKey.objects.order_by("-made_at")] or [make_key().public]}


@by_itself(cron="41 2 * * *", name="lti.keys")
def turn_over() -> None:
    """A new key each month; those long replaced go."""
    now = timezone.now()
    newest = ToolKey.objects.order_by("-made_at").first()
    if newest is not None and newest.made_at < now - NEW_EVERY:
        make_key()
        ToolKey.objects.filter(made_at__lt=now - KEPT).delete()


def _signing_key() -> ToolKey:
    """The newest key that platforms have had time to read; the only one while there is one."""
    known = ToolKey.objects.order_by("-made_at")
    return known.filter(made_at__lt=timezone.now() - PUBLISHED_FIRST).first() or known.last() or make_key()


def signed(claims: Mapping[str, Any]) -> str:
    """A token (RFC 7519) of ``claims``, good for five minutes."""
    key, now = _signing_key(), int(time.time())
    whole = {"iat": now, "exp": now + GOOD_FOR_S} | dict(claims)
    private = RSAKey.import_key(unsealed(key.private, PURPOSE))
    return jwt.encode({"alg": ALGORITHM, "kid": str(key.id), "typ": "JWT"}, whole, private)


def believed(platform: Platform, token: str, nonce: str) -> dict[str, Any]:
    """The claims of a platform's token: signed with its key, meant for us, new, and said to ``nonce`` (OpenID Connect
    Core 1.0, 3.2.2.11; LTI security 1.0, 5.1.3). Raises LaunchRefusedError and the ``link_…`` errors."""
    claims = _verified(platform, token)
    audience, now = claims.get("aud"), time.time()
    meant_for = [audience] if isinstance(audience, str) else audience
    if claims.get("iss") != platform.issuer:
        raise LaunchRefusedError("iss")
    if not isinstance(meant_for, list) or platform.client_id not in meant_for:
        raise LaunchRefusedError("aud")
    if claims.get("azp", platform.client_id) != platform.client_id or (len(meant_for) > 1 and "azp" not in claims):
        raise LaunchRefusedError("azp")
    if not _is_time(claims.get("exp")) or claims["exp"] < now - SKEW_S:
        raise LaunchRefusedError("exp")
    if not _is_time(claims.get("iat")) or not now - OLDEST_S < claims["iat"] < now + SKEW_S:
        raise LaunchRefusedError("iat")
    if claims.get("nonce") != nonce:
        raise LaunchRefusedError("nonce")
    return claims


def _is_time(value: object) -> bool:
    return isinstance(value, int | float) and not isinstance(value, bool)


def _verified(platform: Platform, token: str) -> dict[str, Any]:
    for fresh in (False, True):
        keys = _keys_of(platform, fresh=fresh)
        if keys is None:
            continue
        try:
            return dict(jwt.decode(token, keys, algorithms=[ALGORITHM]).claims)
        except (JoseError, ValueError, TypeError, KeyError):
            continue
    raise LaunchRefusedError("signature")


def _keys_of(platform: Platform, *, fresh: bool) -> KeySet | None:
    """The platform's keys as they are known, or as they are now; none where they were read a moment ago."""
    now = timezone.now()
    age = None if platform.keys_read_at is None else now - platform.keys_read_at
    if age is None or age > (NOT_SOONER if fresh else READ_AGAIN):
        _read_keys(platform)
    elif fresh:
        return None
    usable = [k for k in platform.keys.get("keys", []) if k.get("kty") == "RSA" and k.get("use", "sig") == "sig"]
    try:
        return KeySet.import_key_set({"keys": usable})
    except (JoseError, ValueError, TypeError, KeyError):
        return None


def _read_keys(platform: Platform) -> None:
    answer = links.asked(platform.keys_url, headers={"Accept": "application/json"})
    keys = links.json_of(answer)
    found = keys.get("keys") if isinstance(keys, dict) else None
    if answer.status != 200 or not isinstance(found, list):
        raise LaunchRefusedError("keys")
    platform.keys = {"keys": [k for k in found[:20] if isinstance(k, dict)]}
    platform.keys_read_at = timezone.now()
    platform.save(update_fields=["keys", "keys_read_at"])
