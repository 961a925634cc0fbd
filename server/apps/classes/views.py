"""Classes over HTTP, for their teacher."""

from __future__ import annotations

from uuid import UUID

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.classes import importing, selectors, services
from apps.classes.models import JoinRequest
from apps.classes.serializers import (
    ClassDetailOut,
    ClassesOut,
    ClassIn,
    MemberIn,
    NamesIn,
    PackageIn,
    PackageOut,
    RosterOut,
)
from config.api import TeacherView, parsed
from config.client import site_of
from config.shapes import respond


class ClassView(TeacherView):
    """A view that answers with one class as it is now."""

    def detail(self, class_id: UUID) -> ClassDetailOut:
        return selectors.class_shape(selectors.class_of(self.teacher, class_id), site_of(self.request))

    def shown(self, class_id: UUID, status: int = 200) -> Response:
        return respond(self.detail(class_id), status=status)


class ClassesView(ClassView):
    @extend_schema(operation_id="api_classes_list", responses=ClassesOut)
    def get(self, request: Request) -> Response:
        return respond(selectors.classes_of(self.teacher))

    @extend_schema(request=ClassIn, responses={201: ClassDetailOut})
    def post(self, request: Request) -> Response:
        made = services.make_class(self.teacher, parsed(ClassIn, request).get("name", ""))
        return self.shown(made.id, status=201)


class PackagesView(TeacherView):
    @extend_schema(request=PackageIn, responses=PackageOut)
    def post(self, request: Request) -> Response:
        """Look at a school's package, or take classes from it."""
        given = parsed(PackageIn, request)
        package = importing.read(given["content"])
        if given["take"] is None:
            changes = importing.look(self.teacher, package)
        else:
            changes = importing.take(self.teacher, package, given["take"])
        return respond(importing.told(package, changes))


class OneClassView(ClassView):
    @extend_schema(responses=ClassDetailOut)
    def get(self, request: Request, class_id: UUID) -> Response:
        return self.shown(class_id)

    @extend_schema(request=ClassIn, responses=ClassDetailOut)
    def patch(self, request: Request, class_id: UUID) -> Response:
        """Name it otherwise, or put it away."""
        services.change_class(selectors.class_of(self.teacher, class_id), **parsed(ClassIn, request))
        return self.shown(class_id)


class MembersView(ClassView):
    @extend_schema(request=NamesIn, responses=RosterOut)
    def post(self, request: Request, class_id: UUID) -> Response:
        """Take in pasted names."""
        roster = services.add_members(selectors.class_of(self.teacher, class_id), parsed(NamesIn, request)["text"])
        told = RosterOut(
            added=len(roster.names),
            doubled=list(roster.doubled),
            too_long=list(roster.too_long),
            over=roster.over,
            school_class=self.detail(class_id),
        )
        return respond(told)


class MemberView(ClassView):
    @extend_schema(request=MemberIn, responses=ClassDetailOut)
    def patch(self, request: Request, member_id: UUID) -> Response:
        """Rename a student, allow more, or move them to another class; the class where they were."""
        given = parsed(MemberIn, request)
        member, to = selectors.member_of(self.teacher, member_id), given.pop("school_class", None)
        was_in = member.school_class_id
        if to is not None:
            services.move_member(member, selectors.class_of(self.teacher, to))
        if given:
            services.change_member(member, **given)
        return self.shown(was_in)

    @extend_schema(request=None, responses={200: ClassDetailOut})
    def delete(self, request: Request, member_id: UUID) -> Response:
        """Take a student out; what they answered stays, and they can be brought back."""
        member = selectors.member_of(self.teacher, member_id)
        member.remove()
        return self.shown(member.school_class_id)

    @extend_schema(request=None, responses=ClassDetailOut)
    def put(self, request: Request, member_id: UUID) -> Response:
        """Bring a student back."""
        member = selectors.member_of(self.teacher, member_id, removed=True)
        member.bring_back()
        return self.shown(member.school_class_id)


class MemberHeldView(ClassView):
    @extend_schema(request=None, responses={200: ClassDetailOut})
    def delete(self, request: Request, member_id: UUID) -> Response:
        """Free the name for another device, under a new number."""
        member = services.let_go(selectors.member_of(self.teacher, member_id))
        return self.shown(member.school_class_id)


class RequestView(ClassView):
    """Somebody who asks to be let in."""

    def asked(self, request_id: UUID) -> JoinRequest:
        mine = JoinRequest.objects.filter(school_class__owner=self.teacher, school_class__removed_at=None)
        return get_object_or_404(mine, id=request_id)

    @extend_schema(request=None, responses=ClassDetailOut)
    def put(self, request: Request, request_id: UUID) -> Response:
        """Let them in."""
        return self.shown(services.let_in(self.asked(request_id)).school_class_id)

    @extend_schema(request=None, responses={200: ClassDetailOut})
    def delete(self, request: Request, request_id: UUID) -> Response:
        """Leave them out; they may ask again."""
        asked = self.asked(request_id)
        asked.delete()
        return self.shown(asked.school_class_id)
