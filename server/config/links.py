"""Fetching what a link names, and asking services of others, on our terms: http(s) only, public addresses only, within
limits of size, time and redirects.

A name is resolved once and the connection goes to that very address, so that a name which answers differently the
second time gains nothing.
"""

from __future__ import annotations

import http.client
import ipaddress
import json
import socket
import ssl
import threading
import time
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from functools import partial
from typing import Any
from urllib.parse import urljoin, urlsplit

from django.conf import settings

from config.errors import SentenceError

MOST_REDIRECTS = 5
PATIENCE_S = 10.0
# A body as a whole: so long at most, and never slower than this.
MOST_SECONDS, SLOWEST_BYTES_S = 3_600.0, 50_000
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


@dataclass(frozen=True, slots=True)
class Answer:
    """What a service has answered, whole; its status may be an error. Headers by their names in small letters."""

    status: int
    headers: Mapping[str, str]
    body: bytes


def asked(
    url: str, *, method: str = "GET", body: bytes | None = None, headers: Mapping[str, str] | None = None
) -> Answer:
    """One request to a service, without redirects, in PATIENCE_S all in all.

    Raises the ``link_…`` errors: not_web, private, unreachable, slow, broken, large.
    """
    deadline = time.monotonic() + PATIENCE_S
    connection, answer = _connected(checked(url), deadline, method, body, headers or {})
    try:
        parts = []
        for chunk in _body(answer, PAGE_BYTES):
            parts.append(chunk)
            _in_time(deadline)
        named = {name.lower(): value for name, value in answer.headers.items()}
        return Answer(answer.status, named, b"".join(parts))
    finally:
        connection.close()


def json_of(answer: Answer) -> Any:
    """What a service has said, as JSON; None where it is none."""
    try:
        return json.loads(answer.body)
    except (ValueError, RecursionError):
        return None


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
    """GET ``link``, all of it within a deadline: ``patience_s`` for everything up to the answer's head, redirects
    included; its body then within MOST_SECONDS, and never slower than SLOWEST_BYTES_S.

    Raises the ``link_…`` errors: not_web, private, unreachable, slow, gone, refused, busy, broken, redirects, large.
    """
    url = checked(link)
    deadline = time.monotonic() + patience_s
    for _ in range(MOST_REDIRECTS + 1):
        connection, answer = _connected(url, deadline)
        try:
            if answer.status in (301, 302, 303, 307, 308):
                url = checked(urljoin(url, answer.headers.get("Location", "")))
                continue
            _refuse(answer)
            length = answer.headers.get("Content-Length", "")
            size = int(length) if length.isdecimal() else None
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
    deadline = time.monotonic() + PATIENCE_S
    with opened(link, most_bytes=PAGE_BYTES) as reply:
        parts = []
        for chunk in reply.chunks():
            parts.append(chunk)
            _in_time(deadline)
        return reply.media_type, b"".join(parts)


def _in_time(deadline: float) -> float:
    """The seconds that are left. Raises ``link_slow`` where there are none."""
    left = deadline - time.monotonic()
    if left <= 0:
        raise _slow()
    return left


@contextmanager
def _cut_at(deadline: float, connection: socket.socket) -> Iterator[None]:
    """Cuts ``connection`` at an instant, however little comes at a time: a head sent byte by byte gains no time."""
    late = threading.Event()

    def cut() -> None:
        late.set()
        with suppress(OSError):
            connection.shutdown(socket.SHUT_RDWR)

    timer = threading.Timer(_in_time(deadline), cut)
    timer.daemon = True
    timer.start()
    try:
        yield
        # A line that is cut looks like an answer that has ended.
        if late.is_set():
            raise _slow()
    except (SentenceError, OSError) as error:
        raise (_slow() if late.is_set() else error) from error
    finally:
        timer.cancel()


def _connected(
    url: str, deadline: float, method: str = "GET", body: bytes | None = None, headers: Mapping[str, str] | None = None
) -> tuple[http.client.HTTPConnection, http.client.HTTPResponse]:
    """A connection to the host of ``url``, and the head of its answer."""
    parts = urlsplit(url)
    host = parts.hostname or ""
    port = parts.port or (443 if parts.scheme == "https" else 80)
    address = _public_address(host, port)
    try:
        plain = socket.create_connection((address, port), timeout=min(_in_time(deadline), PATIENCE_S))
    except TimeoutError as error:
        raise _slow() from error
    except OSError as error:
        raise _unreachable(host) from error
    plain.settimeout(PATIENCE_S)
    connection = http.client.HTTPConnection(host, port, timeout=PATIENCE_S)
    connection.sock = plain
    try:
        with _cut_at(deadline, plain):
            if parts.scheme == "https":
                connection.sock = _secured(plain, host)
            return connection, _answer(connection, url, method, body, headers or {})
    except SentenceError:
        connection.close()
        raise


def _secured(plain: socket.socket, host: str) -> ssl.SSLSocket:
    try:
        return ssl.create_default_context().wrap_socket(plain, server_hostname=host)
    except OSError as error:
        raise _unreachable(host) from error


def _unreachable(host: str) -> SentenceError:
    return link_error("unreachable", f"{host} does not answer; is the link right?", host=host)


def _public_address(host: str, port: int) -> str:
    """The first address of ``host``, if all of them are public, or the host is one that the settings allow."""
    try:
        found = [str(row[4][0]) for row in socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)]
    except (OSError, UnicodeError) as error:
        raise _unreachable(host) from error
    if f"{host}:{port}" not in settings.LINKS_ALLOWED and not all(is_public(a) for a in found):
        raise link_error("private", "The link leads into a private network; only public addresses can be fetched.")
    return found[0]


# Addresses that carry another one inside, or that no site of the web has, whatever "global" says of them: NAT64, 6to4,
# Teredo, site-local.
_INDIRECT = [ipaddress.ip_network(n) for n in ("64:ff9b::/96", "64:ff9b:1::/48", "2002::/16", "2001::/32", "fec0::/10")]


def is_public(address: str) -> bool:
    """Whether ``address`` is one of the open web; one mapped into the other family counts as what it stands for."""
    ip = ipaddress.ip_address(address.partition("%")[0])
    if isinstance(ip, ipaddress.IPv6Address):
        if ip.ipv4_mapped is not None:
            return is_public(str(ip.ipv4_mapped))
        if any(ip in network for network in _INDIRECT):
            return False
    return ip.is_global and not ip.is_multicast


def _answer(
    connection: http.client.HTTPConnection, url: str, method: str, body: bytes | None, headers: Mapping[str, str]
) -> http.client.HTTPResponse:
    parts = urlsplit(url)
    path = (parts.path or "/") + (f"?{parts.query}" if parts.query else "")
    try:
        ours = {"User-Agent": AGENT, "Accept-Encoding": "identity"}
        connection.request(method, path, body, ours | dict(headers))
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
    begun = time.monotonic()
    while True:
        _in_time(begun + min(MOST_SECONDS, PATIENCE_S + read / SLOWEST_BYTES_S))
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
