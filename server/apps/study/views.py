"""The student's addresses. A student is known by a signed cookie; others' sessions do not exist for them."""

from __future__ import annotations

from datetime import timedelta
from typing import Any, cast
from uuid import UUID

from django.core import signing
from django.db.models import QuerySet
from django.http import Http404
from django.utils import timezone
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import ensure_csrf_cookie
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from apps.accounts import limits
from apps.accounts.views import plain
from apps.assignments.models import Assignment, frozen
from apps.classes.models import SchoolClass
from apps.room.models import room_of
from apps.study import members, selectors, services
from apps.study.models import Student
from apps.study.serializers import (
    AnswerIn,
    ClockIn,
    ClockOut,
    EntryIn,
    EntryOut,
    JoinIn,
    PlayedListIn,
    ProgressOut,
    RulesOut,
    SecondLookIn,
    StudyOut,
)
from config.api import parsed
from config.client import address_of
from config.errors import SentenceError
from config.origin import require_own_page, set_framed_cookie
from config.shapes import respond


def raw_response(request: Request) -> Any:
    """What was answered, as sent: core reads it, so that an unknown key is refused and not dropped."""
    return cast("dict[str, Any]", request.data)["response"]


COOKIE, FRAMED, TOKEN = "escuela_student_", "escuela_framed_", "Escuela-Student"
COOKIE_SECONDS = 60 * 60 * 24 * 180
ENTRY, ENTRY_SECONDS = "escuela.entry", 300


class StudyAddress(APIView):
    """An address of one assignment, open to anyone with its code.

    A device shows who it is by what it got on joining: in a cookie or, where another site's page frames ours, in one
    that is kept for that site alone, or while the page is open in the header TOKEN.
    """

    authentication_classes = ()
    permission_classes = (AllowAny,)

    def initial(self, request: Request, *args: Any, **kwargs: Any) -> None:
        super().initial(request, *args, **kwargs)
        require_own_page(plain(request))

    def assignment(self, code: str) -> Assignment:
        """Raises Http404, and TooManyError for who has tried too many codes that do not exist."""
        limits.require(limits.WRONG_CODES_FROM, address_of(self.request))
        found = Assignment.objects.filter(code=code.lower()).select_related("room").first()
        if found is None:
            limits.count(limits.WRONG_CODES_FROM, address_of(self.request))
            raise Http404
        return found

    def student_id(self, request: Request, code: str) -> UUID:
        """Who this device is in the assignment; nobody's id where it is not known."""
        known = (COOKIE + code.lower(), FRAMED + code.lower())
        shown = request.headers.get(TOKEN) or next(filter(None, map(request.COOKIES.get, known)), "")
        try:
            return UUID(signing.loads(shown, salt=COOKIE, max_age=COOKIE_SECONDS))
        except signing.BadSignature:
            return members.NOBODY

    def student(self, request: Request, assignment: Assignment) -> Student | None:
        student = self.who(request, assignment.code).select_related("member").first()
        if student is not None:
            student.assignment = assignment
        return student

    def who(self, request: Request, code: str) -> QuerySet[Student]:
        return Student.there().filter(id=self.student_id(request, code), assignment__code=code.lower())

    def joined(self, request: Request, code: str) -> Student:
        student = self.who(request, code).select_related("assignment__room", "member").first()
        if student is None:
            self.assignment(code)
            raise services.NotJoinedError
        return student

    def shown(
        self, assignment: Assignment, student: Student | None, token: str = "", entry: EntryOut | None = None
    ) -> Response:
        now = timezone.now()
        edition = frozen(assignment.edition_id)
        policy = assignment.policy() if student is None else student.policy()
        state = policy.state(now)
        lesson = standing = None
        if student is not None:
            standing = selectors.state_of(student, now)
            services.let_out(student, [i.item for i in standing.items if i.key])
        in_room = room_of(assignment, now) is not None
        if student is not None and standing is not None and state != "not_yet" and not in_room:
            media = selectors.media_of(edition.recording, assignment.media_url)
            words = policy.script != "none" or standing.finished
            questions = selectors.questions_for(student, standing.items)
            lesson = selectors.lesson_for(edition.content, questions, media, words=words)
        shape = StudyOut(
            title=edition.content["title"],
            item_count=len(edition.content["items"]),
            state=state,
            in_room=in_room,
            corrections=selectors.corrections_of(assignment),
            instructions=assignment.instructions,
            wording=assignment.wording,
            rules=RulesOut.model_validate(assignment if student is None or student.member is None else policy),
            entry=entry,
            lesson=lesson,
            student=standing,
            token=token,
        )
        return respond(shape, headers={"Cache-Control": "no-store"})

    def known_from_now_on(self, request: Request, student: Student, entry: EntryOut | None = None) -> Response:
        """What ``student`` is shown, on a device that shows from now on that it is theirs."""
        token = signing.dumps(str(student.id), salt=COOKIE)
        response = self.shown(student.assignment, student, token, entry)
        name = COOKIE + student.assignment.code
        response.set_cookie(
            name, token, max_age=COOKIE_SECONDS, httponly=True, samesite="Lax", secure=request.is_secure()
        )
        set_framed_cookie(response, FRAMED + student.assignment.code, token, COOKIE_SECONDS)
        return response


@method_decorator(ensure_csrf_cookie, name="get")
class StudyView(StudyAddress):
    @extend_schema(responses=StudyOut)
    def get(self, request: Request, code: str) -> Response:
        assignment = self.assignment(code)
        student = self.student(request, assignment)
        school_class = assignment.school_class
        entry = None
        if student is None and school_class is not None:
            me = members.known_member(request, school_class)
            entry = members.entry_to(school_class, me, request=request, assignment=assignment)
        return self.shown(assignment, student, entry=entry)

    @extend_schema(request=JoinIn, responses=StudyOut)
    def post(self, request: Request, code: str) -> Response:
        """Join under a nickname, or as a member of the class; a device that has joined already goes on as it was."""
        assignment = self.assignment(code)
        given = parsed(JoinIn, request)
        student = self.student(request, assignment)
        member, entry = None, None
        if student is None:
            limits.count(limits.JOINS_FROM, address_of(request))
        if student is None and assignment.school_class is not None:
            member, entry = members.named_in(request, assignment.school_class, given, assignment)
            student = services.join_as(assignment, member)
        student = student or services.join(
            assignment, given.get("nickname", ""), same_name=given.get("same_name", False)
        )
        response = self.known_from_now_on(request, student, entry)
        if member is not None:
            members.remember(response, request, member)
        return response

    @extend_schema(responses={204: None})
    def delete(self, request: Request, code: str) -> Response:
        """Leave a shared device: it knows the student no more; what they did stays."""
        response = Response(status=204)
        assignment = self.assignment(code)
        leave(response, assignment.code)
        if assignment.school_class is not None:
            leave_class(request, response, assignment.school_class)
        return response


def entry_for(student: Student) -> str:
    """What lets a device in as ``student`` for a few minutes, to be put behind ``#`` in the address of the lesson."""
    return signing.dumps(str(student.id), salt=ENTRY)


class EntryOverError(SentenceError):
    def __init__(self) -> None:
        super().__init__("entry_over", "This was opened too long ago; open it again from where you came.")


class EntryView(StudyAddress):
    """Where a page begins that somebody else's system has let a student into."""

    @extend_schema(request=EntryIn, responses=StudyOut)
    def post(self, request: Request, code: str) -> Response:
        assignment = self.assignment(code)
        try:
            shown = UUID(signing.loads(parsed(EntryIn, request)["entry"], salt=ENTRY, max_age=ENTRY_SECONDS))
        except signing.BadSignature:
            shown = members.NOBODY
        student = Student.there().filter(id=shown, assignment=assignment).select_related("member").first()
        if student is None:
            raise EntryOverError
        student.assignment = assignment
        return self.known_from_now_on(request, student)


def leave(response: Response, code: str) -> None:
    """The device knows the student of this assignment no more."""
    response.delete_cookie(COOKIE + code, samesite="Lax")
    set_framed_cookie(response, FRAMED + code, "", 0)


def leave_class(request: Request, response: Response, school_class: SchoolClass) -> None:
    """The device knows the member no more, in no lesson of the class: the next one here is somebody else."""
    members.forget(response, school_class)
    for code in school_class.assignments.values_list("code", flat=True):
        if {COOKIE + code, FRAMED + code} & request.COOKIES.keys():
            leave(response, code)


class AnswersView(StudyAddress):
    @extend_schema(request=AnswerIn, responses=ProgressOut)
    def post(self, request: Request, code: str) -> Response:
        given = parsed(AnswerIn, request)
        who = self.who(request, code)
        try:
            student, tries = services.answer(
                who,
                given["id"],
                given["item"],
                raw_response(request),
                timedelta(milliseconds=given["waited_ms"]),
            )
        except services.NotJoinedError:
            self.assignment(code)
            raise
        item_id = given["item"]
        shape = selectors.progress(
            services.item_of(student.assignment, item_id),
            tries,
            services.standing_of(student, timezone.now()),
            services.ordering_of(student),
            key_shown=item_id in student.shown,
        )
        if shape.key:
            services.let_out(student, [shape.item])
        return respond(shape)


class LookView(StudyAddress):
    @extend_schema(request=SecondLookIn, responses=ProgressOut)
    def post(self, request: Request, code: str) -> Response:
        """Ask for a second look at an answer; the item as it stands then."""
        student = self.joined(request, code)
        given = parsed(SecondLookIn, request)
        looked = services.ask_for_look(student, given["answer"], given["reason"])
        item = services.item_of(student.assignment, looked.item_id)
        shape = selectors.progress(
            item,
            list(student.answers.filter(item_id=looked.item_id).order_by("number")),
            services.standing_of(student, timezone.now()),
            services.ordering_of(student),
            key_shown=looked.item_id in student.shown,
        )
        return respond(shape)


class ClockView(StudyAddress):
    @extend_schema(request=ClockIn, responses=ClockOut)
    def post(self, request: Request, code: str) -> Response:
        """Open a timed item, or hear its part again; what it asks, and what is left of its time."""
        given = parsed(ClockIn, request)
        student = self.joined(request, code)
        item, left_ms = services.turn_clock(student, given["item"], rests=given["rests"])
        asked = selectors.question(item, services.ordering_of(student).of(item))
        return respond(ClockOut(left_ms=left_ms, question=asked))


class PlayedView(StudyAddress):
    @extend_schema(request=PlayedListIn, responses={204: None})
    def post(self, request: Request, code: str) -> Response:
        student = self.joined(request, code)
        given = parsed(PlayedListIn, request)
        services.report_played(student, given["stretches"])
        return Response(status=204)


class FinishView(StudyAddress):
    @extend_schema(request=None, responses=StudyOut)
    def post(self, request: Request, code: str) -> Response:
        student = services.finish(self.joined(request, code))
        return self.shown(student.assignment, student)


class AgainView(StudyAddress):
    @extend_schema(request=None, responses=StudyOut)
    def post(self, request: Request, code: str) -> Response:
        """Do the lesson again, where the rules allow it."""
        return self.known_from_now_on(request, services.do_again(self.joined(request, code)))
