"""One door to where recordings live: what a link names, its captions and chapters, and the player it runs in.

A host is known by the settings (``RECORDING_HOSTS``): where its oEmbed answers (https://oembed.com), how its addresses
look and which messages move its player. What it tells beyond oEmbed (captions by language, chapters, search) it tells
under the addresses named there, as JSON of the shape that docs/formats.md gives. A link that belongs to no host must
lead straight to a media file.
"""

from __future__ import annotations

import json
import re
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from html import unescape
from typing import Any
from urllib.parse import quote, urlsplit

from django.conf import settings

from config import links
from config.errors import SentenceError

MOST_FOUND = 20
_FRAME = re.compile(r"""<iframe[^>]*\ssrc=["']([^"']+)["']""")
REASONS = {
    "no_player": "This recording may only be watched on its own site, not in a lesson.",
    "playlist": "The link leads to a list of recordings; give the link of one of them.",
    "live": "This is still being broadcast; add it when it is over.",
    "age": "The host shows this recording only to adults who are signed in there, so students could not see it.",
}


@dataclass(frozen=True, slots=True)
class HostTrack:
    """Captions that the host has; ``address`` is where they can be fetched."""

    language: str
    label: str
    by_machine: bool
    address: str


@dataclass(frozen=True, slots=True)
class HostRecording:
    """A recording as its host tells of it; ``player_url`` is empty where the link leads straight to the file."""

    link: str
    title: str
    duration_ms: int | None = None
    player_url: str = ""
    dialect: str = ""
    language: str = ""
    tracks: tuple[HostTrack, ...] = ()
    chapters: tuple[tuple[int, str], ...] = ()


@dataclass(frozen=True, slots=True)
class Host:
    """A host by its settings; ``oembed``, ``details`` and ``search`` may hold ``{link}`` or ``{words}``.

    ``also`` are other origins of its links, ``player`` the origin of its player where that is another one,
    ``player_query`` what its address needs so that messages are heard, ``dialect`` which messages they are.
    """

    name: str
    origin: str
    oembed: str
    details: str = ""
    search: str = ""
    also: Sequence[str] = ()
    player: str = ""
    player_query: str = ""
    dialect: str = "states"

    @property
    def player_origin(self) -> str:
        return self.player or self.origin

    def has(self, link: str) -> bool:
        return _origin(link) in (self.origin, *self.also)

    def recording(self, link: str) -> HostRecording:
        """Raises ``link_no_player`` where the host lets nobody embed it, and the ``link_…`` errors of fetching."""
        told = _json(self.oembed.format(link=quote(link, safe="")))
        reason = str(told.get("reason", ""))
        if reason in REASONS:
            raise links.link_error(reason, REASONS[reason])
        player_url = self._player_url(told)
        if told.get("type") != "video" or _origin(player_url) != self.player_origin:
            raise links.link_error("no_player", REASONS["no_player"])
        more = _json(self.details.format(link=quote(link, safe=""))) if self.details else {}
        with _understood():
            duration_s = told.get("duration") or more.get("duration")
            return HostRecording(
                link,
                str(told.get("title", ""))[:300],
                _milliseconds(duration_s) if duration_s else None,
                player_url,
                self.dialect,
                str(more.get("language", ""))[:12],
                tuple(_track(row) for row in more.get("captions", [])),
                tuple((_milliseconds(row["start"]), str(row["title"])[:200]) for row in more.get("chapters", [])),
            )

    def _player_url(self, told: dict[str, Any]) -> str:
        """The player's address, given as such or in the frame that oEmbed tells to put into a page."""
        framed = _FRAME.search(str(told.get("html", "")))
        url = str(told.get("player_url", "")) or (unescape(framed.group(1)) if framed else "")
        return url + ("&" if "?" in url else "?") + self.player_query if self.player_query else url

    def found(self, words: str) -> list[dict[str, Any]]:
        """Recordings by words: link, title, duration_ms, captions (person, machine or none), preview."""
        told = _json(self.search.format(words=quote(words))) if self.search else {}
        with _understood():
            return [
                {
                    "link": str(row["link"]),
                    "title": str(row.get("title", "")),
                    "duration_ms": _milliseconds(row.get("duration", 0)),
                    "captions": row["captions"] if row.get("captions") in ("person", "machine") else "none",
                    "preview_url": str(row.get("preview_url", "")) if self.has(str(row.get("preview_url", ""))) else "",
                }
                for row in list(told.get("results", []))[:MOST_FOUND]
            ]


def hosts() -> list[Host]:
    return [Host(**row) for row in settings.RECORDING_HOSTS]


def host_of(link: str) -> Host | None:
    return next((host for host in hosts() if host.has(link)), None)


def at(link: str) -> HostRecording:
    """What ``link`` names. Raises the ``link_…`` errors."""
    url = links.checked(link)
    host = host_of(url)
    if host is not None:
        return host.recording(url)
    with links.opened(url, most_bytes=settings.LARGEST_UPLOAD_BYTES) as reply:
        if not reply.media_type.startswith(("video/", "audio/")) and reply.media_type != "application/ogg":
            raise links.link_error(
                "not_media",
                "The link leads to a page, not to a recording. Give the address of the video or sound file itself.",
            )
        name = urlsplit(reply.url).path.rsplit("/", 1)[-1] or "recording"
        return HostRecording(url, name)


def captions(address: str) -> bytes:
    """The bytes of a host's captions."""
    return links.page(address)[1]


def _origin(url: str) -> str:
    """Scheme and host of an address; empty where it is none."""
    try:
        parts = urlsplit(url)
    except ValueError:
        return ""
    return f"{parts.scheme}://{parts.netloc}"


@contextmanager
def _understood() -> Iterator[None]:
    """What a host tells in another shape than it should is an answer that could not be read."""
    try:
        yield
    except (KeyError, TypeError, ValueError, AttributeError, OverflowError) as error:
        raise SentenceError("link_broken", "The other side's answer could not be read.") from error


def _milliseconds(seconds: Any) -> int:
    """Raises ValueError for what is no time within a day."""
    value = float(seconds)
    if not 0 <= value < 86_400:
        raise ValueError(seconds)
    return round(value * 1000)


def _track(row: dict[str, Any]) -> HostTrack:
    return HostTrack(
        str(row["language"])[:12], str(row.get("label", ""))[:80], row.get("kind") == "automatic", str(row["address"])
    )


def _json(address: str) -> dict[str, Any]:
    _, data = links.page(address)
    try:
        told = json.loads(data)
    except ValueError as error:
        raise SentenceError("link_broken", "The other side's answer could not be read.") from error
    if not isinstance(told, dict):
        raise SentenceError("link_broken", "The other side's answer could not be read.")
    return told
