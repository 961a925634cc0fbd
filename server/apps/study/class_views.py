"""The page that a class's students find under its link."""

from __future__ import annotations

from uuid import UUID

from django.http import Http404
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.accounts import limits
from apps.classes.models import Member, SchoolClass
from apps.classes.selectors import member_of
from apps.classes.serializers import ClassDetailOut
from apps.classes.services import ask_to_join
from apps.classes.views import ClassView
from apps.study import members, merging
from apps.study.class_serializers import AskIn, ClassPageOut, MergeIn, MineOut, MyClassOut, TakeNameIn
from apps.study.serializers import EntryOut
from apps.study.views import StudyAddress, leave_class
from config.api import parsed
from config.client import address_of
from config.shapes import respond


class ClassPageView(StudyAddress):
    """What a member of a class finds under the class's link."""

    def school_class(self, code: str) -> SchoolClass:
        limits.require(limits.WRONG_CODES_FROM, address_of(self.request))
        found = SchoolClass.objects.filter(code=code.lower()).first()
        if found is None:
            limits.count(limits.WRONG_CODES_FROM, address_of(self.request))
            raise Http404
        return found

    def page(self, member: Member | None, entry: EntryOut) -> Response:
        given = members.lessons_for(member, timezone.now()) if member else []
        shape = ClassPageOut(entry=entry, lessons=[lesson.shown for lesson in given])
        return respond(shape, headers={"Cache-Control": "no-store"})

    @extend_schema(responses=ClassPageOut)
    def get(self, request: Request, code: str) -> Response:
        school_class = self.school_class(code)
        me = members.known_member(request, school_class)
        return self.page(me, members.entry_to(school_class, me, request=request))

    @extend_schema(request=TakeNameIn, responses=ClassPageOut)
    def post(self, request: Request, code: str) -> Response:
        """Say who one is."""
        school_class = self.school_class(code)
        limits.count(limits.JOINS_FROM, address_of(request))
        member, entry = members.named_in(request, school_class, parsed(TakeNameIn, request))
        response = self.page(member, entry)
        members.remember(response, request, member)
        return response

    @extend_schema(responses={204: None})
    def delete(self, request: Request, code: str) -> Response:
        """Leave a shared device, with every lesson of the class that is open on it."""
        school_class = self.school_class(code)
        response = Response(status=204)
        leave_class(request, response, school_class)
        return response


class MineView(StudyAddress):
    """Everything that the device's student was given, over all the classes it knows."""

    http_method_names = ("get",)

    @extend_schema(responses=MineOut)
    def get(self, request: Request) -> Response:
        mine = members.known_members(request)
        given = members.lessons_of(mine, timezone.now())
        classes = [
            MyClassOut(
                entry=members.entry_to(m.school_class, m),
                lessons=[lesson.shown for lesson in given[m.id]],
                goals=members.goals_reached(given[m.id]),
            )
            for m in mine
        ]
        return respond(MineOut(classes=classes), headers={"Cache-Control": "no-store"})


class LookedView(ClassPageView):
    """That the page was looked at: what stands on it is no news any more."""

    http_method_names = ("put",)

    @extend_schema(request=None, responses={204: None})
    def put(self, request: Request, code: str) -> Response:
        member = members.known_member(request, self.school_class(code))
        if member is not None:
            members.has_looked(member, timezone.now())
        return Response(status=204)


class MergeView(ClassView):
    """Two entries of one student in a class of the teacher's; it answers with the class as it is then."""

    @extend_schema(request=MergeIn, responses=ClassDetailOut)
    def put(self, request: Request, member_id: UUID) -> Response:
        """Take an entry into another one."""
        member = member_of(self.teacher, member_id)
        into = member_of(self.teacher, parsed(MergeIn, request)["into"])
        return self.shown(merging.merge(member, into).school_class_id)

    @extend_schema(request=None, responses={200: ClassDetailOut})
    def delete(self, request: Request, member_id: UUID) -> Response:
        """Make them two again."""
        return self.shown(merging.part(member_of(self.teacher, member_id, removed=True)).school_class_id)


class JoinRequestView(ClassPageView):
    """Asking to be let into a class; it answers with the page as it is then."""

    http_method_names = ("post",)

    @extend_schema(request=AskIn, responses=ClassPageOut)
    def post(self, request: Request, code: str) -> Response:
        school_class = self.school_class(code)
        limits.count(limits.JOINS_FROM, address_of(request))
        asked = ask_to_join(school_class, parsed(AskIn, request)["name"])
        response = self.page(None, members.entry_to(school_class, None).model_copy(update={"asked": asked.name}))
        members.remember(response, request, asked)
        return response
