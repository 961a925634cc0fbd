"""What a student looks for, their notes, and a copy of what is kept of them, over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.accounts import limits
from apps.study import nearby, own
from apps.study.serializers import NearOut, NoteIn, NotesOut, OwnDataOut, SearchIn
from apps.study.views import StudyAddress
from config.api import parsed, parsed_query
from config.shapes import respond


class NoteView(StudyAddress):
    @extend_schema(request=NoteIn, responses=NotesOut)
    def put(self, request: Request, code: str, note_id: UUID) -> Response:
        """Write a note, or write it otherwise; empty, it goes."""
        return respond(own.write_note(self.joined(request, code), note_id, **parsed(NoteIn, request)))


class NearView(StudyAddress):
    @extend_schema(parameters=[SearchIn], responses=NearOut)
    def get(self, request: Request, code: str) -> Response:
        """The sentences that come near to what is looked for in meaning, nearest first."""
        student = self.joined(request, code)
        limits.count(limits.SEARCHES_OF, str(student.id))
        return respond(nearby.near(student, **parsed_query(SearchIn, request)))


class OwnDataView(StudyAddress):
    @extend_schema(responses=OwnDataOut)
    def get(self, request: Request, code: str) -> Response:
        """All that is kept of the student in this lesson, as a file."""
        data = own.own_data(self.joined(request, code))
        return respond(data, headers={"Content-Disposition": 'attachment; filename="my-lesson.json"'})
