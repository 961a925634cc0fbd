"""The door to a text-generation service: any server that speaks the common chat-completions shape over HTTP.

``ESCUELA_WRITER`` names it: {"name", "url", "model", "timeout_s", "max_tokens"}; its key is ``ESCUELA_WRITER_KEY``.
"""

from __future__ import annotations

import hashlib
import json
import time
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from http.client import HTTPConnection, HTTPException, HTTPResponse, HTTPSConnection
from typing import Any
from urllib.parse import urlsplit

from django.conf import settings

from apps.lessons.models import ServiceAnswer
from config.errors import SentenceError

TRIES, FIRST_WAIT_S, LONGEST_WAIT_S = 3, 1.0, 20.0
TIMEOUT_S, MOST_TOKENS = 60, 8_000
LONGEST_LINE = 200_000


def service_name() -> str:
    """How the set-up service is called; empty where there is none."""
    return str(settings.WRITER.get("name") or ("service" if settings.WRITER.get("url") else ""))


def require_service() -> None:
    """Raises ``no_writer`` where no service is set up."""
    if not service_name():
        raise SentenceError("no_writer", "No writing service is set up on this server.")


@dataclass
class Reply:
    """An answer as it streams in; ``tokens`` is what it cost, known at the end; ``broken`` tells it ended early."""

    messages: Sequence[dict[str, str]]
    tokens: dict[str, int] = field(default_factory=dict)
    broken: bool = False

    def pieces(self) -> Iterator[str]:
        """The text piece by piece, from the keeping or from the service. Raises SentenceError with what went wrong."""
        kept = ServiceAnswer.objects.filter(key=self._key).first()
        if kept is not None:
            self.tokens = {"kept": 1}
            yield kept.text
            return
        whole: list[str] = []
        response = _asked(self._body())
        try:
            for event in _events(response):
                self.tokens = event.get("usage") or self.tokens
                for choice in event.get("choices", [])[:1]:
                    piece = (choice.get("delta") or choice.get("message") or {}).get("content") or ""
                    whole.append(piece)
                    yield piece
        except (OSError, HTTPException, ValueError):
            self.broken = True
            return
        finally:
            response.close()
        ServiceAnswer.objects.update_or_create(key=self._key, defaults={"text": "".join(whole), "tokens": self.tokens})

    def forget(self) -> None:
        """Not to be given again: the answer was of no use."""
        ServiceAnswer.objects.filter(key=self._key).delete()

    @property
    def _key(self) -> str:
        told = json.dumps([settings.WRITER.get("url"), settings.WRITER.get("model"), list(self.messages)])
        return hashlib.sha256(told.encode()).hexdigest()

    def _body(self) -> bytes:
        given = {
            "model": settings.WRITER.get("model", ""),
            "messages": list(self.messages),
            "max_tokens": settings.WRITER.get("max_tokens", MOST_TOKENS),
            "stream": True,
            "stream_options": {"include_usage": True},
        }
        return json.dumps(given).encode()


def _asked(body: bytes) -> HTTPResponse:
    """The service's answer once it begins; too many requests and its own failures are waited out and tried again."""
    wait_s = FIRST_WAIT_S
    for number in range(1, TRIES + 1):
        try:
            response = _sent(body)
        except TimeoutError:
            raise SentenceError("writer_slow", "The writing service did not answer in time.") from None
        except (OSError, HTTPException):
            raise SentenceError("writer_away", "The writing service cannot be reached.") from None
        if response.status == 200:
            return response
        asked_wait = response.headers.get("Retry-After", "")
        response.close()
        if response.status in (401, 403):
            raise SentenceError("writer_key", "The writing service does not accept this server's key.")
        if response.status != 429 and response.status < 500:
            raise SentenceError("writer_refused", "The writing service refused the request.")
        if number == TRIES:
            break
        time.sleep(min(LONGEST_WAIT_S, float(asked_wait) if asked_wait.isdecimal() else wait_s))
        wait_s *= 2
    if response.status == 429:
        raise SentenceError("writer_busy", "The writing service has too much to do; try again in a while.")
    raise SentenceError("writer_failed", "The writing service failed.")


def _sent(body: bytes) -> HTTPResponse:
    parts = urlsplit(settings.WRITER["url"])
    make = HTTPSConnection if parts.scheme == "https" else HTTPConnection
    connection = make(parts.hostname or "", parts.port, timeout=settings.WRITER.get("timeout_s", TIMEOUT_S))
    headers = {"Content-Type": "application/json", "Accept": "text/event-stream"}
    if settings.WRITER_KEY:
        headers["Authorization"] = f"Bearer {settings.WRITER_KEY}"
    connection.request("POST", f"{parts.path}?{parts.query}" if parts.query else parts.path, body, headers)
    return connection.getresponse()


def _events(response: HTTPResponse) -> Iterator[dict[str, Any]]:
    """The events of a stream, or the one object of a service that does not stream."""
    if "event-stream" not in response.headers.get("Content-Type", ""):
        yield json.loads(response.read(4_000_000))
        return
    while line := response.readline(LONGEST_LINE):
        said = line.decode("utf-8", "replace").strip()
        if said == "data: [DONE]":
            return
        if said.startswith("data:"):
            yield json.loads(said[5:])
    raise HTTPException("the stream ended without its end")
