"""Fetching what a link names, on our terms: http(s) only, public addresses only, within limits of size, time and
redirects.

A name is resolved once and the connection goes to that very address, so that a name which answers differently the
second
time gains nothing.
"""

from __future__ import annotations

import http.client
import ipaddress
import socket
import ssl
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from functools import partial
from urllib.parse import urljoin, urlsplit

from django.conf import settings

from config.errors import SentenceError

MOST_REDIRECTS = 5
PATIENCE_S = 10.0
PAGE_BYTES = 2_000_000
CHUNK = 1 << 16
AGENT = "Escuela/1"


def link_error(code: str, sentence: str, **params: str | int) -> SentenceError:
    return SentenceError(f"link_{code}", sentence, **params)


@dataclass(frozen=True, slots=True)
class Reply:
    """The answer at the end of the redirects; ``chunks`` reads its body within the limits."""

    url: str
    media_type: str
    length: int | None
    chunks: Callable[[], Iterator[bytes]]


def checked(link: str) -> str:
    """A link as it will be fetched. Raises ``link_not_web`` for anything but an http(s) address with a host."""
    text = link.strip()
    try:
        parts = urlsplit(text)
        port = parts.port
    except ValueError:
        parts, port = urlsplit(""), None
    if parts.scheme not in ("http", "https") or not parts.hostname or parts.username is not None or port == 0:
        raise link_error(
            "not_web", f"“{text[:80]}” is not a web address; it should begin with https://.", link=text[:80]
        )
    return parts._replace(fragment="").geturl()


@contextmanager
def opened(link: str, *, most_bytes: int, patience_s: float = PATIENCE_S) -> Iterator[Reply]:
    """GET ``link``. ``patience_s`` is for everything up to the answer's head, and for each silence after it.

    Raises the ``link_…`` errors: not_web, private, unreachable, slow, gone, refused, busy, broken, redirects, large.
    """
    url = checked(link)
    deadline = time.monotonic() + patience_s
    for _ in range(MOST_REDIRECTS + 1):
        connection = _connected(url, max(0.1, deadline - time.monotonic()))
        try:
            answer = _asked(connection, url)
            if answer.status in (301, 302, 303, 307, 308):
                url = checked(urljoin(url, answer.headers.get("Location", "")))
                continue
            _refuse(answer)
            length = answer.headers.get("Content-Length", "")
            size = int(length) if length.isdigit() else None
            if size is not None and size > most_bytes:
                raise _too_large(most_bytes)
            media_type = answer.headers.get_content_type()
            yield Reply(url, media_type, size, partial(_body, answer, most_bytes))
            return
        finally:
            connection.close()
    raise link_error("redirects", "The link leads from page to page without an end.")


def page(link: str) -> tuple[str, bytes]:
    """The media type and the whole body of a small page."""
    begun = time.monotonic()
    with opened(link, most_bytes=PAGE_BYTES) as reply:
        parts = []
        for chunk in reply.chunks():
            parts.append(chunk)
            if time.monotonic() - begun > PATIENCE_S:
                raise _slow()
        return reply.media_type, b"".join(parts)


def _connected(url: str, patience_s: float) -> http.client.HTTPConnection:
    parts = urlsplit(url)
    host = parts.hostname or ""
    port = parts.port or (443 if parts.scheme == "https" else 80)
    address = _public_address(host, port)
    try:
        plain = socket.create_connection((address, port), timeout=min(patience_s, PATIENCE_S))
    except TimeoutError as error:
        raise _slow() from error
    except OSError as error:
        raise link_error("unreachable", f"{host} does not answer; is the link right?", host=host) from error
    connection = http.client.HTTPConnection(host, port, timeout=PATIENCE_S)
    try:
        secure = parts.scheme == "https"
        connection.sock = ssl.create_default_context().wrap_socket(plain, server_hostname=host) if secure else plain
    except OSError as error:
        plain.close()
        raise link_error("unreachable", f"{host} does not answer; is the link right?", host=host) from error
    return connection


def _public_address(host: str, port: int) -> str:
    """The first address of ``host``, if all of them are public, or the host is one that the settings allow."""
    try:
        found = [str(row[4][0]) for row in socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)]
    except (OSError, UnicodeError) as error:
        raise link_error("unreachable", f"{host} does not answer; is the link right?", host=host) from error
    if f"{host}:{port}" not in settings.LINKS_ALLOWED and not all(ipaddress.ip_address(a).is_global for a in found):
        raise link_error("private", "The link leads into a private network; only public addresses can be fetched.")
    return found[0]


def _asked(connection: http.client.HTTPConnection, url: str) -> http.client.HTTPResponse:
    parts = urlsplit(url)
    path = (parts.path or "/") + (f"?{parts.query}" if parts.query else "")
    try:
        connection.request("GET", path, headers={"User-Agent": AGENT, "Accept-Encoding": "identity"})
        return connection.getresponse()
    except TimeoutError as error:
        raise _slow() from error
    except (OSError, http.client.HTTPException, ValueError) as error:
        raise link_error("broken", "The other side's answer could not be read.") from error


def _refuse(answer: http.client.HTTPResponse) -> None:
    if answer.status in (404, 410):
        raise link_error("gone", "There is nothing at this link any more; was it removed, or mistyped?")
    if answer.status in (401, 403):
        raise link_error("refused", "The other side shows this only to people it knows; it may be private.")
    if answer.status == 429:
        raise link_error("busy", "The other side asks for a pause; try again in a few minutes.")
    if answer.status != 200:
        raise link_error("broken", f"The other side answered with an error ({answer.status}).", status=answer.status)


def _body(answer: http.client.HTTPResponse, most_bytes: int) -> Iterator[bytes]:
    read = 0
    while True:
        try:
            chunk = answer.read1(CHUNK)
        except TimeoutError as error:
            raise _slow() from error
        except (OSError, http.client.HTTPException) as error:
            raise link_error("broken", "The other side's answer broke off.") from error
        if not chunk:
            return
        read += len(chunk)
        if read > most_bytes:
            raise _too_large(most_bytes)
        yield chunk


def _slow() -> SentenceError:
    return link_error("slow", "The other side takes too long to answer; try again later.")


def _too_large(most_bytes: int) -> SentenceError:
    limit = max(1, most_bytes // 1_000_000)
    return link_error("large", f"What the link leads to is larger than {limit} MB.", limit_mb=limit)
