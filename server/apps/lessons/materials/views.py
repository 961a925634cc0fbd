"""What stands around the viewing, over HTTP."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.desk_view import DeskView
from apps.lessons.materials import services as materials
from apps.lessons.materials.serializers import MaterialData, MaterialIn
from apps.lessons.serializers import DeskOut
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, expected_version, parsed


class MaterialsView(TeacherView):
    @extend_schema(request=MaterialIn, responses={202: JobOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Have a material made, in place of an older one of its kind."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        job = materials.request(lesson, **parsed(MaterialIn, request))
        return respond_with_job(job)


class MaterialView(DeskView):
    @extend_schema(request=MaterialData, responses=DeskOut)
    def put(self, request: Request, material_id: UUID) -> Response:
        material = selectors.material_of(self.teacher, material_id)
        materials.change(material, request.data, expected_version(request))
        return self.desk(material.lesson)

    @extend_schema(responses=DeskOut)
    def delete(self, request: Request, material_id: UUID) -> Response:
        material = selectors.material_of(self.teacher, material_id)
        lesson = material.lesson
        materials.drop(material)
        return self.desk(lesson)

    @extend_schema(request=None, responses=DeskOut)
    def post(self, request: Request, material_id: UUID) -> Response:
        """Make a match item of a glossary's words and meanings, into the pool."""
        material = selectors.material_of(self.teacher, material_id)
        materials.into_match(material)
        return self.desk(material.lesson)
