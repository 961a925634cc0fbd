"""The queue's own tasks: run a job; take up again what a dead worker left."""

from __future__ import annotations

from django.db import close_old_connections
from procrastinate.contrib.django import app

from apps.work import services

# A worker says it lives every two seconds; after ten without a word its jobs are taken up again.
HEARTBEAT_S = 2.0
STALLED_S = 10.0


@app.task(name=services.RUN_JOB, queue="quick")
def run_job(job_id: str) -> None:
    """Outside of requests nobody else closes a connection that the database has dropped meanwhile."""
    close_old_connections()
    try:
        services.run(job_id)
    finally:
        close_old_connections()


async def take_up_stalled() -> int:
    """Queue again the tasks of workers that died. How many there were."""
    stalled = list(await app.job_manager.get_stalled_jobs(seconds_since_heartbeat=STALLED_S))
    for task in stalled:
        await app.job_manager.retry_job(task)
    return len(stalled)
