"""Starting long work and running it: once, by steps, on from where it was when a worker died or a step failed."""

from __future__ import annotations

import logging
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Literal

from django.db import transaction
from django.utils import timezone
from procrastinate.contrib.django import app as queue

from apps.accounts.models import User
from apps.work.models import Job
from escuela_core.errors import EscuelaError

log = logging.getLogger(__name__)


class CancelledError(EscuelaError):
    code = "cancelled"

    def __init__(self) -> None:
        super().__init__("This was cancelled.")


class Steps:
    """The steps of a running job, and how far each is.

    A step that is done stays done after a restart; one that was broken off is done again, without harm.
    """

    def __init__(self, job: Job) -> None:
        self._job = job
        self._line = line_of(job)

    def once(self, name: str, work: Callable[[Callable[[float], None]], object]) -> None:
        """Do a step unless it was done before; ``work`` is given what to tell its share (0 to 1) to. A step of another
        line of work goes on there."""
        if self._state(name)["state"] == "done":
            return
        if line_of(self._job) != self._line:
            raise AnotherLineError
        self._set(name, "running", 0.0)
        work(lambda share: self._share(name, share))
        self._set(name, "done", 1.0)

    def say(self, **result: Any) -> None:
        """What there is of the result so far, for who watches."""
        self._job.result = self._job.result | result
        self._job.save(update_fields=["result"])

    def _state(self, name: str) -> dict[str, Any]:
        return next(s for s in self._job.steps if s["name"] == name)

    def _share(self, name: str, share: float) -> None:
        """Written at most once a percent. Raises CancelledError once the owner has cancelled."""
        if share - self._state(name)["share"] >= 0.01:
            self._set(name, "running", round(min(share, 1.0), 2))

    def _set(self, name: str, state: str, share: float) -> None:
        if Job.objects.filter(id=self._job.id, state=Job.State.CANCELLED).exists():
            raise CancelledError
        self._job.steps = [s | {"state": state, "share": share} if s["name"] == name else s for s in self._job.steps]
        self._job.save(update_fields=["steps"])


class AnotherLineError(Exception):
    """The next step belongs to another line of work."""


class WorkerDiedError(EscuelaError):
    """Each worker that began the job died of it, of too little memory perhaps."""

    code = "worker_died"

    def __init__(self) -> None:
        super().__init__(f"This stopped the program that works on it {MOST_TRIES} times, so it was given up.")


MOST_TRIES = 3
RUN_JOB = "work.run_job"
OPEN = (Job.State.WAITING, Job.State.RUNNING)
# "links" waits for others most of the time, so several are at it at once.
Queue = Literal["quick", "heavy", "links"]
Work = Callable[[Job, Steps], dict[str, Any]]
GaveUp = Callable[[Job], None]


@dataclass(frozen=True)
class Kind:
    """How one kind of job runs: its steps, the work, its queue, what to clear away when it is given up, and the queues
    of single steps that belong elsewhere."""

    steps: tuple[str, ...]
    work: Work
    queue: Queue
    gave_up: GaveUp
    elsewhere: Mapping[str, Queue] = field(default_factory=dict)


KINDS: dict[str, Kind] = {}


def long_work(
    kind: str,
    steps: Sequence[str],
    *,
    queue: Queue = "quick",
    gave_up: GaveUp = lambda _job: None,
    elsewhere: Mapping[str, Queue] | None = None,
) -> Callable[[Work], Work]:
    """Registers ``work`` as what jobs of ``kind`` do. Minutes of work belong in the queue ``heavy``; a step that does
    not, in another one: ``elsewhere``, by its name."""

    def register(work: Work) -> Work:
        KINDS[kind] = Kind(tuple(steps), work, queue, gave_up, elsewhere or {})
        return work

    return register


@transaction.atomic
def start(owner: User, kind: str, given: dict[str, Any], *, title: str = "", steps: Sequence[str] | None = None) -> Job:
    """Record a job and queue it; both or neither. ``steps`` where this one needs others than its kind."""
    names = KINDS[kind].steps if steps is None else steps
    rows = [{"name": name, "state": "waiting", "share": 0.0} for name in names]
    job = Job.objects.create(owner=owner, kind=kind, given=given, steps=rows, title=title)
    _queue(job)
    return job


def line_of(job: Job) -> Queue:
    """Where a job belongs now, by the next of its steps."""
    kind = KINDS[job.kind]
    following = next((s["name"] for s in job.steps if s["state"] != "done"), "")
    return kind.elsewhere.get(following, kind.queue)


def _queue(job: Job) -> None:
    # By its name: the task runs these services, which therefore do not know it.
    task = queue.configure_task(RUN_JOB, lock=str(job.id), queue=line_of(job))
    task.defer(job_id=str(job.id))


@transaction.atomic
def again(job: Job) -> Job:
    """Queue a failed job anew; the steps that were done stay done."""
    locked = Job.objects.select_for_update().get(id=job.id)
    if locked.state != Job.State.FAILED or locked.seen_at is not None:
        raise NotFailedError
    locked.state, locked.error_code, locked.error_message, locked.error_params = Job.State.WAITING, "", "", {}
    locked.ended_at, locked.tries = None, 0
    locked.save()
    _queue(locked)
    return locked


class NotFailedError(EscuelaError):
    code = "not_failed"

    def __init__(self) -> None:
        super().__init__("Only a job that failed and was not removed can be tried again.")


def run(job_id: str) -> None:
    """Do the job's work unless it has ended; an error meant for its reader ends it with that sentence."""
    job = Job.objects.filter(id=job_id, state__in=OPEN).first()
    if job is None:
        return
    job.state = Job.State.RUNNING
    job.started_at = job.started_at or timezone.now()
    job.tries += 1
    job.save(update_fields=["state", "started_at", "tries"])
    kind = KINDS[job.kind]
    try:
        if job.tries > MOST_TRIES:
            raise WorkerDiedError
        job.result = kind.work(job, Steps(job))
        job.state = Job.State.DONE
    except AnotherLineError:
        with transaction.atomic():
            Job.objects.filter(id=job.id, state=Job.State.RUNNING).update(state=Job.State.WAITING, tries=0)
            _queue(job)
        return
    except CancelledError:
        job.refresh_from_db()
    except EscuelaError as error:
        _fail(job, error.code, error.message, error.params)
    except Exception:
        log.exception("job %s (%s) broke", job.id, job.kind)
        _fail(job, "broke", "Something went wrong on our side; nothing was changed. Please try again.", {})
    job.ended_at = timezone.now()
    job.save(update_fields=["state", "result", "error_code", "error_message", "error_params", "ended_at"])
    if job.state == Job.State.CANCELLED:
        kind.gave_up(job)


def _fail(job: Job, code: str, message: str, params: dict[str, Any]) -> None:
    job.state = Job.State.FAILED
    job.error_code, job.error_message, job.error_params = code, message, params


def put_away(job: Job) -> None:
    """Cancel what has not ended; what has failed leaves the list, and nothing of it stays."""
    with transaction.atomic():
        locked = Job.objects.select_for_update().get(id=job.id)
        before = locked.state
        locked.seen_at = timezone.now()
        if before in OPEN:
            locked.state = Job.State.CANCELLED
        locked.save(update_fields=["seen_at", "state"])
    # A running job clears up after itself, at its next step; nobody else does for the others.
    if before in (Job.State.WAITING, Job.State.FAILED):
        KINDS[locked.kind].gave_up(locked)
