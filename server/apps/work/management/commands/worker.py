"""Runs long work until stopped. Any number of workers can run, on any machines that share the database."""

from __future__ import annotations

import asyncio
from typing import Any

from django.core.management.base import BaseCommand
from procrastinate.contrib.django import app

from apps.work.tasks import HEARTBEAT_S, STALLED_S, take_up_stalled


class Command(BaseCommand):
    help = "Runs long work (reading recordings, writing and checking items) until stopped."

    def add_arguments(self, parser: Any) -> None:
        parser.add_argument("--concurrency", type=int, default=2)
        parser.add_argument("--once", action="store_true", help="stop when the queue is empty")

    def handle(self, *args: Any, **options: Any) -> None:
        with app.replace_connector(app.connector.get_worker_connector()):  # type: ignore[attr-defined]
            asyncio.run(self._work(options["concurrency"], once=options["once"]))

    async def _work(self, concurrency: int, *, once: bool) -> None:
        async with app.open_async():
            watching = asyncio.create_task(self._watch())
            try:
                await app.run_worker_async(
                    concurrency=concurrency,
                    wait=not once,
                    fetch_job_polling_interval=1.0,
                    update_heartbeat_interval=HEARTBEAT_S,
                    stalled_worker_timeout=STALLED_S,
                    delete_jobs="successful",
                )
            finally:
                watching.cancel()

    async def _watch(self) -> None:
        while True:
            await take_up_stalled()
            await asyncio.sleep(STALLED_S / 2)
