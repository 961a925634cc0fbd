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
    PlatformIn,
    PlatformOut,
    SignedChoiceOut,
)
from apps.work.serializers import JobOut
from config.api import TeacherView, parsed
from config.client import address_of
from config.origin import require_own_page


class PlatformView(TeacherView):
    """A view that answers with platforms as they are now."""

    def shown(self, platforms: list[Platform]) -> list[dict[str, Any]]:
        courses = services.courses_of(platforms)
        fields = ("id", "name", "issuer", "client_id", "login_url", "token_url", "keys_url", "is_whole")
        rows = [
            {n: getattr(p, n) for n in fields} | {"ours": addresses(plain(self.request), p), "courses": courses[p.id]}
            for p in platforms
        ]
        return list(PlatformOut(rows, many=True).data)


class PlatformsView(PlatformView):
    @extend_schema(responses=PlatformOut(many=True))
    def get(self, request: Request) -> Response:
        return Response(self.shown(list(self.teacher.platforms.filter(removed_at=None))))

    @extend_schema(request=PlatformIn, responses={201: PlatformOut})
    def post(self, request: Request) -> Response:
        made = services.make(self.teacher, parsed(PlatformIn, request).get("name", ""))
        return Response(self.shown([made])[0], status=201)


class OnePlatformView(PlatformView):
    @extend_schema(request=PlatformIn, responses=PlatformOut)
    def patch(self, request: Request, platform_id: UUID) -> Response:
        platform = services.platform_of(self.teacher, platform_id)
        return Response(self.shown([services.change(platform, parsed(PlatformIn, request))])[0])

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
        return Response(self.shown([platform])[0])


class TryAgainView(PlatformView):
    @extend_schema(request=None, responses=PlatformOut)
    def post(self, request: Request, platform_id: UUID) -> Response:
        """Tell the platform what could not be told before."""
        platform = services.platform_of(self.teacher, platform_id)
        services.try_again(platform)
        return Response(self.shown([platform])[0])


class KnownThereView(TeacherView):
    @extend_schema(responses=KnownThereOut(many=True))
    def get(self, request: Request) -> Response:
        """From where somebody comes who is the teacher."""
        mine = self.teacher.known_there.filter(platform__removed_at=None).select_related("platform")
        return Response(KnownThereOut(mine, many=True).data)


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
        told = {
            "platform": course.platform.name if course else "",
            "has_list": bool(course and course.roster_url),
            "read_at": course.roster_read_at if course else None,
        }
        return Response(ClassCourseOut(told).data)

    @extend_schema(request=None, responses={202: JobOut})
    def post(self, request: Request, class_id: UUID) -> Response:
        """Fetch the names from there."""
        course = services.course_with_list(class_of(self.teacher, class_id))
        return Response(JobOut(roster.wanted(course)).data, status=202)


class TicketTeacherView(TeacherView):
    @extend_schema(request=None, responses=FromPlatformOut)
    def put(self, request: Request, ticket: str) -> Response:
        """The one who came with the ticket is the teacher who is signed in."""
        found = choosing.ticket_of(ticket)
        choosing.know(self.teacher, found)
        return Response(FromPlatformOut(choosing.told(found)).data)


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
        return Response(FromPlatformOut(choosing.told(self.ticket(ticket))).data)

    @extend_schema(request=GiveThereIn, responses=SignedChoiceOut)
    def post(self, request: Request, ticket: str) -> Response:
        """Choose a lesson; what is answered goes to the platform by the browser."""
        found = self.ticket(ticket)
        given = parsed(GiveThereIn, request)
        target = addresses(plain(request), found.platform)["launch"]
        told = choosing.choose(
            found,
            target,
            lesson_id=given["lesson"],
            assignment_id=given["assignment"],
            with_unseen=given["with_unseen"],
        )
        return Response(SignedChoiceOut(told).data)
