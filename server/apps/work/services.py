"""Starting long work and running it: once, by steps, on from where it was when a worker died."""

from __future__ import annotations

import logging
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any

from django.db import transaction
from django.utils import timezone

from apps.accounts.models import User
from apps.work.models import Job
from escuela_core.errors import EscuelaError

log = logging.getLogger(__name__)


class Steps:
    """The steps of a running job, and how far each is. After a restart all are done again, without harm."""

    def __init__(self, job: Job) -> None:
        self._job = job

    @contextmanager
    def step(self, name: str) -> Iterator[None]:
        self._set(name, "running", 0.0)
        yield
        self._set(name, "done", 1.0)

    def share(self, name: str, share: float) -> None:
        """How far the running step is, 0 to 1; written at most once a percent."""
        current = next(s["share"] for s in self._job.steps if s["name"] == name)
        if share - current >= 0.01:
            self._set(name, "running", round(min(share, 1.0), 2))

    def _set(self, name: str, state: str, share: float) -> None:
        self._job.steps = [s | {"state": state, "share": share} if s["name"] == name else s for s in self._job.steps]
        self._job.save(update_fields=["steps"])


Work = Callable[[Job, Steps], dict[str, Any]]
GaveUp = Callable[[Job], None]


@dataclass(frozen=True)
class Kind:
    """How one kind of job runs: its steps, the work, and what to clear away when it cannot be done."""

    steps: tuple[str, ...]
    work: Work
    gave_up: GaveUp


KINDS: dict[str, Kind] = {}


def long_work(kind: str, steps: Sequence[str], gave_up: GaveUp = lambda _job: None) -> Callable[[Work], Work]:
    """Registers ``work`` as what jobs of ``kind`` do."""

    def register(work: Work) -> Work:
        KINDS[kind] = Kind(tuple(steps), work, gave_up)
        return work

    return register


@transaction.atomic
def start(owner: User, kind: str, given: dict[str, Any], *, title: str = "") -> Job:
    """Record a job and queue it; both or neither."""
    from apps.work.tasks import run_job

    steps = [{"name": name, "state": "waiting", "share": 0.0} for name in KINDS[kind].steps]
    job = Job.objects.create(owner=owner, kind=kind, given=given, steps=steps, title=title)
    run_job.configure(lock=str(job.id)).defer(job_id=str(job.id))
    return job


def run(job_id: str) -> None:
    """Do the job's work unless it has ended; an error meant for its reader ends it with that sentence."""
    job = Job.objects.filter(id=job_id).exclude(state__in=[Job.State.DONE, Job.State.FAILED]).first()
    if job is None:
        return
    job.state = Job.State.RUNNING
    job.save(update_fields=["state"])
    kind = KINDS[job.kind]
    try:
        job.result = kind.work(job, Steps(job))
        job.state = Job.State.DONE
    except EscuelaError as error:
        _fail(job, error.code, error.message, error.params)
    except Exception:
        log.exception("job %s (%s) broke", job.id, job.kind)
        _fail(job, "broke", "Something went wrong on our side; nothing was changed. Please try again.", {})
    job.ended_at = timezone.now()
    job.save()
    if job.state == Job.State.FAILED:
        kind.gave_up(job)


def _fail(job: Job, code: str, message: str, params: dict[str, Any]) -> None:
    job.state = Job.State.FAILED
    job.error_code, job.error_message, job.error_params = code, message, params


def put_away(job: Job) -> None:
    """The teacher has seen how the job ended."""
    job.seen_at = timezone.now()
    job.save(update_fields=["seen_at"])
