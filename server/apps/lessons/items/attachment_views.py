"""Attachments over HTTP: kept from an upload, served by their names."""

from __future__ import annotations

from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponseBase
from django.views.decorators.http import require_safe
from drf_spectacular.utils import extend_schema
from rest_framework import serializers
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.items import attachments
from apps.lessons.models import Attachment
from apps.recordings.views import served
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, parsed


class AttachmentIn(serializers.Serializer[object]):
    upload = serializers.UUIDField()
    kind = serializers.ChoiceField(Attachment.Kind.choices)


class AttachmentsView(TeacherView):
    @extend_schema(request=AttachmentIn, responses={202: JobOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Keep an uploaded picture or voice note with the lesson. The job's result is the name by which an item names
        it, in ``image`` or ``sound``."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        given = parsed(AttachmentIn, request)
        job = attachments.keep(self.teacher, lesson, upload_id=given["upload"], kind=given["kind"])
        return respond_with_job(job)


@require_safe
def attached(request: HttpRequest, name: str) -> HttpResponseBase:
    found = Attachment.objects.filter(name=name).first()
    if found is None or not found.path.exists():
        raise Http404
    return served(request, found.path, found.media_type, etag=f'"a-{name[:12]}"')
