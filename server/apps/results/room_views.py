"""The screen in the room, and the teacher's phone as its remote control."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpResponseBase
from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.renderers import JSONRenderer
from rest_framework.request import Request
from rest_framework.response import Response

from apps.assignments.models import Assignment, frozen
from apps.results.in_room import screen
from apps.results.room_serializers import RoomIn, RoomOut, ScreenOut
from apps.room import events, services
from apps.study import in_room, selectors
from config.api import TeacherView, parsed
from config.client import site_of
from config.codes import qr_of
from config.shapes import respond

# Answers come in crowds; the screen counts them a few times a second.
GATHER_S = 0.3


class ScreenAddress(TeacherView):
    def assignment(self, assignment_id: UUID) -> Assignment:
        mine = Assignment.objects.select_related("edition", "room", "media_pass")
        return get_object_or_404(mine, id=assignment_id, owner=self.teacher)

    def shown(self, assignment: Assignment) -> Response:
        return respond(screen(assignment))


class ScreenView(ScreenAddress):
    @extend_schema(responses=ScreenOut)
    def get(self, request: Request, assignment_id: UUID) -> Response:
        """The lesson for the screen, how students come in, and the room as it stands."""
        assignment = self.assignment(assignment_id)
        edition = frozen(assignment.edition_id)
        asked = [in_room.question_in_room(assignment, item) for item in assignment.items]
        media = selectors.media_of(edition.recording, assignment.media_url)
        here = site_of(request)
        remote = f"{here}/assignments/{assignment.id}/remote"
        shape = ScreenOut(
            name=assignment.name,
            lesson_id=edition.lesson_id,
            lesson=selectors.lesson_for(edition.content, asked, media),
            room=screen(assignment),
            code=assignment.code,
            link=f"{here}/s/{assignment.code}",
            qr=qr_of(f"{here}/s/{assignment.code}"),
            remote=remote,
            remote_qr=qr_of(remote),
        )
        return respond(shape)

    @extend_schema(request=None, responses=RoomOut)
    def post(self, request: Request, assignment_id: UUID) -> Response:
        """Open the room, or come in beside another screen."""
        assignment = self.assignment(assignment_id)
        services.open_room(assignment)
        return self.shown(assignment)

    @extend_schema(request=RoomIn, responses=RoomOut)
    def patch(self, request: Request, assignment_id: UUID) -> Response:
        """Take a step, or only say where the recording stands."""
        assignment = self.assignment(assignment_id)
        given = parsed(RoomIn, request)
        if given["step"] == "here":
            services.stands_at(assignment, given["at_ms"] or 0)
        else:
            in_room.step_for_all(assignment, **given)
        return self.shown(assignment)

    @extend_schema(request=None, responses={200: RoomOut})
    def delete(self, request: Request, assignment_id: UUID) -> Response:
        """End it; students go on by themselves."""
        assignment = self.assignment(assignment_id)
        services.end_room(assignment)
        return self.shown(assignment)


class ScreenEventsView(ScreenAddress):
    """The room as it stands, told again with every step and as answers come."""

    renderer_classes = (events.EventStream, JSONRenderer)

    @extend_schema(exclude=True)
    def get(self, request: Request, assignment_id: UUID) -> HttpResponseBase:
        assignment = self.assignment(assignment_id)
        return events.stream(str(assignment.id), lambda _news: screen(assignment).model_dump_json(), gather_s=GATHER_S)
