"""Work that goes by itself at set times."""

from __future__ import annotations

from collections.abc import Callable

from django.db import close_old_connections
from procrastinate.contrib.django import app

from apps.work.services import Queue


def by_itself(cron: str, name: str, queue: Queue = "quick") -> Callable[[Callable[[], object]], Callable[[], object]]:
    """Have a worker do this whenever ``cron`` says so, under ``name``; connections that died meanwhile are not used."""

    def registered(work: Callable[[], object]) -> Callable[[], object]:
        @app.periodic(cron=cron)
        @app.task(name=name, queue=queue, pass_context=False)
        def done(timestamp: int) -> None:  # noqa: ARG001 (the queue says when it was due)
            close_old_connections()
            try:
                work()
            finally:
                close_old_connections()

        return work

    return registered
