"""A student's notes, and a copy of what is kept of them, over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.study import own
from apps.study.serializers import NoteIn, NotesOut, OwnDataOut
from apps.study.views import StudyAddress
from config.api import parsed
from config.shapes import respond


class NoteView(StudyAddress):
    @extend_schema(request=NoteIn, responses=NotesOut)
    def put(self, request: Request, code: str, note_id: UUID) -> Response:
        """Write a note, or write it otherwise; empty, it goes."""
        return respond(own.write_note(self.joined(request, code), note_id, **parsed(NoteIn, request)))


class OwnDataView(StudyAddress):
    @extend_schema(responses=OwnDataOut)
    def get(self, request: Request, code: str) -> Response:
        """All that is kept of the student in this lesson, as a file."""
        data = own.own_data(self.joined(request, code))
        return respond(data, headers={"Content-Disposition": 'attachment; filename="my-lesson.json"'})
