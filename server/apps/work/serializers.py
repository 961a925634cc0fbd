"""A job as its owner watches it, and why something did not arrive elsewhere."""

from __future__ import annotations

from datetime import datetime
from typing import Any, Literal
from uuid import UUID

from pydantic import RootModel
from rest_framework.response import Response

from apps.work.models import Job
from config.shapes import Shape, respond

JobState = Literal["waiting", "running", "done", "failed", "cancelled"]


class StepOut(Shape):
    name: str
    state: Literal["waiting", "running", "done"]
    share: float


class JobOut(Shape):
    id: UUID
    kind: str
    title: str
    state: JobState
    steps: list[StepOut]
    result: dict[str, Any]
    error_code: str
    error_message: str
    error_params: dict[str, Any]
    created_at: datetime
    started_at: datetime | None
    ended_at: datetime | None


class JobsOut(RootModel[list[JobOut]]):
    pass


class DidNotArriveOut(Shape):
    """Why something did not arrive elsewhere: the sentence, its code, and what it names."""

    sentence: str
    code: str
    params: dict[str, Any]


def respond_with_job(job: Job, *, status: int = 202) -> Response:
    """The answer of a view that has set a job going."""
    return respond(JobOut.model_validate(job), status=status)
