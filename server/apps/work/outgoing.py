"""What is told to other systems: by one worker at a time, tried again where it does not arrive, less and less often."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import datetime, timedelta
from typing import Any

from django.db import models

from config.errors import SentenceError

# One worker has it for so long at most; then another may take it.
TAKEN_FOR = timedelta(minutes=10)
FIRST_WAIT, LONGEST_WAIT = timedelta(minutes=1), timedelta(hours=12)
# After so many failures in a row it is left until it changes again, or its teacher asks.
MOST_FAILURES = 12


class Watched(models.Model):
    """Something of which changes are told elsewhere."""

    # Up to when it was looked whether there is news; and whether there is since, for another reason than answers.
    looked_at = models.DateTimeField(null=True)
    changed = models.BooleanField(default=False)
    # Somebody is at it.
    taken_at = models.DateTimeField(null=True)

    class Meta:
        abstract = True

    @staticmethod
    def free(now: datetime) -> models.Q:
        """What nobody is at."""
        return models.Q(taken_at=None) | models.Q(taken_at__lt=now - TAKEN_FOR)

    @contextmanager
    def taken(self, now: datetime) -> Iterator[bool]:
        """Whether it could be taken; it is let go at the end, as looked at ``now``."""
        rows = type(self)._default_manager.filter(pk=self.pk)  # noqa: SLF001 (Django's own name of it)
        if not rows.filter(self.free(now)).update(taken_at=now, changed=False):
            yield False
            return
        try:
            yield True
        finally:
            rows.update(taken_at=None, looked_at=now)


class Retried(models.Model):
    """What may fail to arrive: why, how often in a row, and when it is tried again. Whoever tells it this saves it."""

    RETRIED = ("problem", "problem_code", "problem_params", "failed", "again_at")

    problem = models.CharField(max_length=300, blank=True)
    problem_code = models.CharField(max_length=40, blank=True)
    problem_params = models.JSONField(default=dict)
    failed = models.PositiveSmallIntegerField(default=0)
    again_at = models.DateTimeField(null=True)

    class Meta:
        abstract = True

    def went_out(self) -> None:
        self.problem, self.problem_code, self.problem_params = "", "", {}
        self.failed, self.again_at = 0, None

    def did_not(self, error: SentenceError, now: datetime) -> None:
        """It waits twice as long each time, and is given up in the end; its teacher sees why."""
        self.problem, self.problem_code, self.problem_params = error.message[:300], error.code, error.params
        self.failed += 1
        wait = min(FIRST_WAIT * 2 ** (self.failed - 1), LONGEST_WAIT)
        self.again_at = now + wait if self.failed < MOST_FAILURES else None

    def why(self) -> dict[str, Any] | None:
        """Why it did not arrive: the sentence, its code and what it names."""
        if not self.problem:
            return None
        return {"sentence": self.problem, "code": self.problem_code, "params": self.problem_params}

    def rests(self, now: datetime) -> bool:
        """Whether it is not to be tried now."""
        return self.failed >= MOST_FAILURES or (self.again_at or now) > now
