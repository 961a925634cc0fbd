"""What students' phones ask while a lesson is played in the room: once, or told of every change."""

from __future__ import annotations

from django.http import HttpResponseBase
from drf_spectacular.utils import extend_schema
from rest_framework.renderers import JSONRenderer
from rest_framework.request import Request
from rest_framework.response import Response

from apps.room import events
from apps.study import in_room
from apps.study.serializers import InRoomOut
from apps.study.views import StudyAddress
from config.shapes import respond


class InRoomView(StudyAddress):
    @extend_schema(responses=InRoomOut)
    def get(self, request: Request, code: str) -> Response:
        return respond(in_room.room_for(self.joined(request, code)), headers={"Cache-Control": "no-store"})


class InRoomEventsView(StudyAddress):
    """The same, told again with every step of the room."""

    renderer_classes = (events.EventStream, JSONRenderer)

    @extend_schema(exclude=True)
    def get(self, request: Request, code: str) -> HttpResponseBase:
        student = self.joined(request, code)
        return events.stream(f"{student.assignment_id}:step", in_room.phone(student))
