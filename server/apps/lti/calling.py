"""Asking a platform's services, as the tool it knows: a token for what is wanted (RFC 6749 4.4, RFC 7523), then the
request itself."""

from __future__ import annotations

import uuid
from collections.abc import Mapping
from urllib.parse import urlencode

from apps.lti import keys
from apps.lti.models import Platform
from config import links
from config.errors import SentenceError

_ASSERTION = "urn:ietf:params:oauth:client-assertion-type:jwt-bearer"


class PlatformSaysNoError(SentenceError):
    """``status`` as of HTTP."""

    def __init__(self, status: int) -> None:
        super().__init__("platform_says_no", f"The platform did not take this ({status}).", status=status)
        self.status = status


class Caller:
    """The services of one platform within ``scope``; one token for all that is asked through it.

    Raises PlatformSaysNoError and the ``link_…`` errors.
    """

    def __init__(self, platform: Platform, scope: str) -> None:
        self.platform = platform
        self.scope = scope
        self._token = ""

    def get(self, url: str, media_type: str) -> links.Answer:
        return self._asked(url, "GET", None, {"Accept": media_type})

    def post(self, url: str, body: bytes, media_type: str) -> links.Answer:
        return self._asked(url, "POST", body, {"Content-Type": media_type})

    def _asked(self, url: str, method: str, body: bytes | None, headers: Mapping[str, str]) -> links.Answer:
        self._token = self._token or self._fetched_token()
        known = dict(headers) | {"Authorization": f"Bearer {self._token}"}
        return _accepted(links.asked(url, method=method, body=body, headers=known))

    def _fetched_token(self) -> str:
        client, url = self.platform.client_id, self.platform.token_url
        assertion = keys.signed({"iss": client, "sub": client, "aud": url, "jti": str(uuid.uuid4())})
        form = {
            "grant_type": "client_credentials",
            "client_assertion_type": _ASSERTION,
            "client_assertion": assertion,
            "scope": self.scope,
        }
        answer = _accepted(
            links.asked(
                url,
                method="POST",
                body=urlencode(form).encode(),
                headers={"Content-Type": "application/x-www-form-urlencoded", "Accept": "application/json"},
            )
        )
        told = links.json_of(answer)
        token = told.get("access_token") if isinstance(told, dict) else None
        if not isinstance(token, str) or not token.isascii() or not token.isprintable() or len(token) > 5_000:
            raise PlatformSaysNoError(answer.status)
        return token


def _accepted(answer: links.Answer) -> links.Answer:
    if not 200 <= answer.status < 300:
        raise PlatformSaysNoError(answer.status)
    return answer
