"""Looking at what is to be brought in, over HTTP."""

from __future__ import annotations

from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons.bringing_in import services as bringing_in
from apps.lessons.bringing_in.serializers import HostFoundOut, LookIn
from apps.recordings import hosts
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, parsed


class LooksView(TeacherView):
    @extend_schema(request=LookIn, responses={202: JobOut})
    def post(self, request: Request) -> Response:
        """Look at a file or a link before it is brought in."""
        data = parsed(LookIn, request)
        job = bringing_in.look(self.teacher, upload=data["upload"], link=data["link"].strip())
        return respond_with_job(job)


class HostSearchView(TeacherView):
    @extend_schema(responses=HostFoundOut(many=True), parameters=[OpenApiParameter("q", str)])
    def get(self, request: Request) -> Response:
        """Recordings at the hosts, by words."""
        words = request.query_params.get("q", "").strip()[:200]
        rows = [row | {"host": h.name} for h in hosts.hosts() if h.search and words for row in h.found(words)]
        return Response(HostFoundOut(rows, many=True).data)
