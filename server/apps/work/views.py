"""Watching long work by polling its address."""

from __future__ import annotations

from uuid import UUID

from django.http import FileResponse, Http404
from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.work import made, services
from apps.work.models import Job
from apps.work.serializers import JobOut, JobsOut, respond_with_job
from config.api import TeacherView
from config.shapes import respond


class JobsView(TeacherView):
    @extend_schema(operation_id="api_jobs_list", responses=JobsOut)
    def get(self, request: Request) -> Response:
        """All long work of the last days, newest first; what was removed is left out."""
        mine = Job.objects.filter(owner=self.teacher, seen_at=None).exclude(kind="look")
        return respond(JobsOut([JobOut.model_validate(j) for j in mine[:50]]))


class JobView(TeacherView):
    @extend_schema(responses=JobOut)
    def get(self, request: Request, job_id: UUID) -> Response:
        return respond_with_job(get_object_or_404(Job, id=job_id, owner=self.teacher), status=200)

    @extend_schema(request=None, responses=JobOut)
    def post(self, request: Request, job_id: UUID) -> Response:
        """Try a failed job again, from where it failed."""
        job = services.again(get_object_or_404(Job, id=job_id, owner=self.teacher))
        return respond_with_job(job)

    @extend_schema(request=None, responses={204: None})
    def delete(self, request: Request, job_id: UUID) -> Response:
        """Cancel what runs; remove what has ended."""
        services.put_away(get_object_or_404(Job, id=job_id, owner=self.teacher))
        return Response(status=204)


class JobFileView(TeacherView):
    @extend_schema(responses={(200, "application/octet-stream"): bytes})
    def get(self, request: Request, job_id: UUID) -> FileResponse:
        """What the job made, once it is done; a day later it is gone."""
        job = get_object_or_404(Job, id=job_id, owner=self.teacher)
        path = made.path_of(job)
        if "file" not in job.result or not path.exists():
            raise Http404
        return FileResponse(
            path.open("rb"), as_attachment=True, filename=job.result["file"], content_type=job.result["type"]
        )
