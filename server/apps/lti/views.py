"""Platforms over HTTP, for their teacher; and what a teacher does in a platform's frame, by ticket."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from apps.accounts import limits
from apps.accounts.views import plain
from apps.classes.selectors import class_of
from apps.lti import choosing, roster, services
from apps.lti.models import Platform, Ticket
from apps.lti.pages import addresses
from apps.lti.serializers import (
    ClassCourseOut,
    FromPlatformOut,
    GiveThereIn,
    KnownThereOut,
    KnownTheresOut,
    PlatformIn,
    PlatformOut,
    PlatformsOut,
    SignedChoiceOut,
)
from apps.work.serializers import JobOut, respond_with_job
from config.api import TeacherView, parsed
from config.client import address_of
from config.origin import require_own_page
from config.shapes import respond


class PlatformView(TeacherView):
    """A view that answers with platforms as they are now."""

    def shapes(self, platforms: list[Platform]) -> list[PlatformOut]:
        courses = services.courses_of(platforms)
        return [
            PlatformOut(
                id=p.id,
                name=p.name,
                issuer=p.issuer,
                client_id=p.client_id,
                login_url=p.login_url,
                token_url=p.token_url,
                keys_url=p.keys_url,
                is_whole=p.is_whole,
                ours=addresses(plain(self.request), p),
                courses=courses[p.id],
            )
            for p in platforms
        ]

    def shown(self, platform: Platform, *, status: int = 200) -> Response:
        return respond(self.shapes([platform])[0], status=status)


class PlatformsView(PlatformView):
    @extend_schema(operation_id="api_platforms_list", responses=PlatformsOut)
    def get(self, request: Request) -> Response:
        return respond(PlatformsOut(self.shapes(list(self.teacher.platforms.filter(removed_at=None)))))

    @extend_schema(request=PlatformIn, responses={201: PlatformOut})
    def post(self, request: Request) -> Response:
        made = services.make(self.teacher, parsed(PlatformIn, request).get("name", ""))
        return self.shown(made, status=201)


class OnePlatformView(PlatformView):
    @extend_schema(request=PlatformIn, responses=PlatformOut)
    def patch(self, request: Request, platform_id: UUID) -> Response:
        platform = services.platform_of(self.teacher, platform_id)
        return self.shown(services.change(platform, parsed(PlatformIn, request)))

    @extend_schema(responses={204: None})
    def delete(self, request: Request, platform_id: UUID) -> Response:
        """Nothing is launched from there any more, and no marks go there; classes and answers stay."""
        services.platform_of(self.teacher, platform_id).remove()
        return Response(status=204)

    @extend_schema(request=None, responses=PlatformOut)
    def put(self, request: Request, platform_id: UUID) -> Response:
        """Bring it back."""
        platform = services.platform_of(self.teacher, platform_id, removed=True)
        platform.bring_back()
        return self.shown(platform)


class TryAgainView(PlatformView):
    @extend_schema(request=None, responses=PlatformOut)
    def post(self, request: Request, platform_id: UUID) -> Response:
        """Tell the platform what could not be told before."""
        platform = services.platform_of(self.teacher, platform_id)
        services.try_again(platform)
        return self.shown(platform)


class KnownThereView(TeacherView):
    @extend_schema(responses=KnownTheresOut)
    def get(self, request: Request) -> Response:
        """From where somebody comes who is the teacher."""
        mine = self.teacher.known_there.filter(platform__removed_at=None).select_related("platform")
        return respond(KnownTheresOut([KnownThereOut(id=k.pk, platform=k.platform.name, there=k.name) for k in mine]))


class OneKnownThereView(TeacherView):
    @extend_schema(responses={204: None})
    def delete(self, request: Request, known_id: int) -> Response:
        """They are somebody unknown again; what they gave stays."""
        get_object_or_404(self.teacher.known_there, pk=known_id).delete()
        return Response(status=204)


class ClassCourseView(TeacherView):
    @extend_schema(responses=ClassCourseOut)
    def get(self, request: Request, class_id: UUID) -> Response:
        """The platform's course that the class stands for, if it does."""
        course = services.course_of(class_of(self.teacher, class_id))
        told = ClassCourseOut(
            platform=course.platform.name if course else "",
            has_list=bool(course and course.roster_url),
            read_at=course.roster_read_at if course else None,
        )
        return respond(told)

    @extend_schema(request=None, responses={202: JobOut})
    def post(self, request: Request, class_id: UUID) -> Response:
        """Fetch the names from there."""
        course = services.course_with_list(class_of(self.teacher, class_id))
        return respond_with_job(roster.wanted(course))


class TicketTeacherView(TeacherView):
    @extend_schema(request=None, responses=FromPlatformOut)
    def put(self, request: Request, ticket: str) -> Response:
        """The one who came with the ticket is the teacher who is signed in."""
        found = choosing.ticket_of(ticket)
        choosing.know(self.teacher, found)
        return respond(choosing.told(found))


class TicketView(APIView):
    """What a teacher sees and does in a platform's frame, where no session may be: they show their ticket."""

    authentication_classes = ()
    permission_classes = (AllowAny,)

    def initial(self, request: Request, *args: Any, **kwargs: Any) -> None:
        super().initial(request, *args, **kwargs)
        require_own_page(plain(request))
        limits.count(limits.LAUNCHES_FROM, address_of(request))

    def ticket(self, ticket: str) -> Ticket:
        return choosing.ticket_of(ticket)

    @extend_schema(responses=FromPlatformOut)
    def get(self, request: Request, ticket: str) -> Response:
        return respond(choosing.told(self.ticket(ticket)))

    @extend_schema(request=GiveThereIn, responses=SignedChoiceOut)
    def post(self, request: Request, ticket: str) -> Response:
        """Choose a lesson; what is answered goes to the platform by the browser."""
        found = self.ticket(ticket)
        given = parsed(GiveThereIn, request)
        target = addresses(plain(request), found.platform).launch
        told = choosing.choose(
            found,
            target,
            lesson_id=given["lesson"],
            assignment_id=given["assignment"],
            with_unseen=given["with_unseen"],
        )
        return respond(told)
