"""Runs long work until stopped. Any number of workers can run, on any machines that share the database."""

from __future__ import annotations

import asyncio
import signal
from typing import Any

from django.core.management.base import BaseCommand
from procrastinate.contrib.django import app

from apps.work.tasks import HEARTBEAT_S, STALLED_S, take_up_stalled
from escuela_core.handouts.writing import get_ready as ready_to_print
from escuela_core.language.ready import get_ready as ready_to_read

# Waiting for a slow host keeps nobody else's link waiting.
AT_ONCE = {"links": 4}


def _get_ready() -> None:
    ready_to_read()
    ready_to_print()


class Command(BaseCommand):
    help = "Runs long work (reading recordings, writing and checking items) until stopped."

    def add_arguments(self, parser: Any) -> None:
        parser.add_argument("--queues", default="quick,heavy,links", help="what to work at, each in a line of its own")
        parser.add_argument("--once", action="store_true", help="stop when the queue is empty")

    def handle(self, *args: Any, **options: Any) -> None:
        with app.replace_connector(app.connector.get_worker_connector()):  # type: ignore[attr-defined]
            asyncio.run(self._work(options["queues"].split(","), once=options["once"]))

    async def _work(self, queues: list[str], *, once: bool) -> None:
        """A line of its own for each queue, so that heavy work never keeps a short one waiting."""
        async with app.open_async():
            watching = asyncio.create_task(self._watch())
            if not once:
                asyncio.get_running_loop().run_in_executor(None, _get_ready)
            lines = [asyncio.create_task(self._line(queue, once=once)) for queue in queues]
            for number in (signal.SIGINT, signal.SIGTERM):
                asyncio.get_running_loop().add_signal_handler(number, lambda: [line.cancel() for line in lines])
            await asyncio.gather(*lines, return_exceptions=True)
            watching.cancel()

    async def _line(self, queue: str, *, once: bool) -> None:
        await app.run_worker_async(
            queues=[queue],
            name=queue,
            concurrency=AT_ONCE.get(queue, 1),
            install_signal_handlers=False,
            wait=not once,
            fetch_job_polling_interval=1.0,
            update_heartbeat_interval=HEARTBEAT_S,
            stalled_worker_timeout=STALLED_S,
            delete_jobs="successful",
        )

    async def _watch(self) -> None:
        while True:
            await take_up_stalled()
            await asyncio.sleep(STALLED_S / 2)
