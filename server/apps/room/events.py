"""Who waits for a room hears of every change in it, whichever process it happened in.

Changes are announced by the database's own NOTIFY, which arrives when their transaction is done. Each process listens
once, on a connection of its own, and wakes those of its requests that wait. A request that waits holds a thread and
nothing else; who finds no thread free asks again every few seconds instead.
"""

from __future__ import annotations

import time
from collections import defaultdict
from collections.abc import Callable, Iterator
from contextlib import suppress
from threading import BoundedSemaphore, Condition, Event, Thread
from typing import Any

import psycopg
from django.conf import settings
from django.db import connection
from django.http import HttpResponseBase, StreamingHttpResponse
from rest_framework.renderers import BaseRenderer

from apps.room.models import Room
from config.errors import SentenceError

CHANNEL = "escuela_room"
# How often something is said to a browser that hears nothing else; a closed one is noticed then.
BEAT_S = 15.0
# A browser asks anew after so long, so that nothing forgotten holds a thread for ever.
LONGEST_S = 300.0
AGAIN_S = 2.0
CLOSED_WITHIN_S = 0.5


def changed(room: Room) -> None:
    """Tell everybody in the room, once the transaction is done."""
    _notify(f"{room.pk}:step")


def answered(room: Room) -> None:
    """Tell the screen that an answer has come."""
    _notify(f"{room.pk}:answer")


def _notify(what: str) -> None:
    with connection.cursor() as cursor:
        cursor.execute("SELECT pg_notify(%s, %s)", [CHANNEL, what])


class Ears:
    """What one process has heard: a count for each topic, which grows."""

    def __init__(self) -> None:
        self._heard: dict[str, int] = defaultdict(int)
        self._news: dict[str, Condition] = defaultdict(Condition)
        self._listening: Thread | None = None
        self._closed = Event()

    def wait(self, topic: str, seen: int, seconds: float) -> int:
        """The count of ``topic`` once it is another than ``seen``, or when ``seconds`` have gone by."""
        self._listen()
        news = self._news[topic]
        with news:
            news.wait_for(lambda: self._heard[topic] != seen, seconds)
            return self._heard[topic]

    def close(self) -> None:
        """Listen no more, and let the connection go; whoever waits next makes it listen again."""
        self._closed.set()
        if self._listening is not None:
            self._listening.join()

    def _hear(self, topic: str) -> None:
        news = self._news[topic]
        with news:
            self._heard[topic] += 1
            news.notify_all()

    def _listen(self) -> None:
        if self._listening is None or not self._listening.is_alive():
            self._closed.clear()
            self._listening = Thread(target=self._keep_listening, name="room-events", daemon=True)
            self._listening.start()

    def _keep_listening(self) -> None:
        while not self._closed.is_set():
            with suppress(psycopg.Error), psycopg.connect(**_connection(), autocommit=True) as listening:
                listening.execute(f"LISTEN {CHANNEL}")
                # Whatever happened while nobody listened.
                for topic in list(self._heard):
                    self._hear(topic)
                while not self._closed.is_set():
                    for told in listening.notifies(timeout=CLOSED_WITHIN_S):
                        self._told(told.payload)
            self._closed.wait(AGAIN_S)

    def _told(self, payload: str) -> None:
        """``room:step`` or ``room:answer``: the first is a topic of its own, both are of the room."""
        self._hear(payload.split(":", maxsplit=1)[0])
        if payload.endswith(":step"):
            self._hear(payload)


def _connection() -> dict[str, Any]:
    own = connection.settings_dict
    names = {"host": "HOST", "port": "PORT", "user": "USER", "password": "PASSWORD", "dbname": "NAME"}
    return {name: own[key] for name, key in names.items() if own[key]}


EARS = Ears()
_FREE = BoundedSemaphore(settings.ROOM_STREAMS)


class EventStream(BaseRenderer):
    """Named so that a browser that asks for events is answered; the stream itself is no rendering."""

    media_type = "text/event-stream"
    format = "events"

    def render(self, data: Any, *args: Any, **kwargs: Any) -> Any:  # noqa: ARG002 (DRF's signature)
        return data


Read = Callable[[int | None], str | None]


def stream(topic: str, read: Read, *, gather_s: float = 0.0) -> HttpResponseBase:
    """Server-sent events (HTML, 9.2): what ``read`` tells, at once and again when it has changed, until it tells None.

    ``read`` gets the number of the news, the same in every stream of this process, or None at first and at every beat.
    ``gather_s`` waits for more of the same to come. Raises ``room_full`` where no thread is free for it.
    """
    if not _FREE.acquire(blocking=False):
        raise SentenceError("room_full", "Too many are connected at once; ask again.")
    response = StreamingHttpResponse(_Told(topic, read, gather_s), content_type="text/event-stream")
    response["Cache-Control"] = "no-store"
    response["X-Accel-Buffering"] = "no"
    return response


class _Told:
    """The events as they come. It gives its thread free when it is closed, begun or not."""

    def __init__(self, topic: str, read: Read, gather_s: float) -> None:
        self._events = self._tell(topic, read, gather_s)
        self._open = True

    def __iter__(self) -> Iterator[str]:
        return self._events

    def close(self) -> None:
        self._events.close()  # type: ignore[attr-defined]
        if self._open:
            self._open = False
            _FREE.release()

    def _tell(self, topic: str, read: Read, gather_s: float) -> Iterator[str]:
        seen, before, ends = -1, "", time.monotonic() + LONGEST_S
        yield "retry: 1000\n\n"
        while time.monotonic() < ends:
            news = EARS.wait(topic, seen, BEAT_S)
            if before:
                time.sleep(gather_s)
            now = read(news if before and news != seen else None)
            seen = news
            # Who waits holds no connection.
            connection.close()
            if now is None:
                return
            yield f"data: {now}\n\n" if now != before else "event: beat\ndata:\n\n"
            before = now
