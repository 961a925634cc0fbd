"""Watching long work by polling its address."""

from __future__ import annotations

from uuid import UUID

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.work import services
from apps.work.models import Job
from apps.work.serializers import JobOut
from config.api import TeacherView


class JobsView(TeacherView):
    @extend_schema(responses=JobOut(many=True))
    def get(self, request: Request) -> Response:
        """Work that runs, and work that failed and was not put away."""
        mine = Job.objects.filter(owner=self.teacher, kind="bring_in", seen_at=None).exclude(state=Job.State.DONE)
        return Response(JobOut(mine[:20], many=True).data)


class JobView(TeacherView):
    @extend_schema(responses=JobOut)
    def get(self, request: Request, job_id: UUID) -> Response:
        return Response(JobOut(get_object_or_404(Job, id=job_id, owner=self.teacher)).data)

    @extend_schema(request=None, responses={204: None})
    def delete(self, request: Request, job_id: UUID) -> Response:
        services.put_away(get_object_or_404(Job, id=job_id, owner=self.teacher))
        return Response(status=204)
