"""Exporting and erasing over HTTP: an account by its teacher, a student by the teacher of the assignment."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth import logout
from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.accounts.serializers import PasswordIn
from apps.accounts.services import require_password
from apps.accounts.views import plain
from apps.privacy import erasing, exporting
from apps.privacy.serializers import RenameIn, StudentExportOut, WhatGoesOut
from apps.study.models import Student
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, parsed
from config.shapes import respond


class ErasureView(TeacherView):
    @extend_schema(responses=WhatGoesOut)
    def get(self, request: Request) -> Response:
        """What deleting the account would take with it."""
        return Response(WhatGoesOut(erasing.what_goes(self.teacher)).data)

    @extend_schema(request=PasswordIn, responses={204: None})
    def post(self, request: Request) -> Response:
        """Delete the account and everything of it."""
        given = parsed(PasswordIn, request)
        teacher = self.teacher
        require_password(plain(request), teacher, given["password"])
        logout(plain(request))
        erasing.erase_account(teacher)
        return Response(status=204)


class ExportView(TeacherView):
    @extend_schema(request=None, responses={202: JobOut})
    def post(self, request: Request) -> Response:
        return respond_with_job(exporting.start(self.teacher))


class StudentDataView(TeacherView):
    def student(self, assignment_id: UUID, student_id: UUID) -> Student:
        mine = Student.objects.select_related("assignment__edition").filter(assignment__owner=self.teacher)
        return get_object_or_404(mine, id=student_id, assignment=assignment_id)

    @extend_schema(responses=StudentExportOut)
    def get(self, request: Request, assignment_id: UUID, student_id: UUID) -> Response:
        """All that is kept of one student, to be handed out."""
        data = exporting.everything_of(self.student(assignment_id, student_id))
        headers = {"Content-Disposition": 'attachment; filename="student.json"'}
        return respond(data, headers=headers)

    @extend_schema(request=RenameIn, responses={204: None})
    def patch(self, request: Request, assignment_id: UUID, student_id: UUID) -> Response:
        student = self.student(assignment_id, student_id)
        given = parsed(RenameIn, request)
        erasing.rename_student(self.teacher, student, given["nickname"])
        return Response(status=204)

    @extend_schema(responses={204: None})
    def delete(self, request: Request, assignment_id: UUID, student_id: UUID) -> Response:
        """Erase the student with all their answers; this cannot be undone."""
        erasing.erase_student(self.teacher, self.student(assignment_id, student_id))
        return Response(status=204)
