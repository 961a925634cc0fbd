"""Assignments over HTTP, for their teacher."""

from __future__ import annotations

from uuid import UUID

from django.db.models import Count, Q
from django.shortcuts import get_object_or_404
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.assignments import services
from apps.assignments.models import Assignment
from apps.assignments.selectors import assignment_shape
from apps.assignments.serializers import (
    AssignmentOut,
    AssignmentsOut,
    ExtensionIn,
    GivenRulesOut,
    LastRulesOut,
    PolicyIn,
    ShareIn,
)
from apps.classes.selectors import class_of, member_of
from apps.lessons.selectors import lesson_of
from config.api import TeacherView, parsed
from config.client import site_of
from config.shapes import respond


class AssignmentView(TeacherView):
    """A view that answers with one assignment, or several."""

    def mine(self, assignment_id: UUID) -> Assignment:
        return get_object_or_404(Assignment.objects.select_related("edition"), id=assignment_id, owner=self.teacher)

    def shape(self, assignment: Assignment) -> AssignmentOut:
        link = f"{site_of(self.request)}/s/{assignment.code}"
        return assignment_shape(assignment, link, timezone.now())

    def shown(self, assignment: Assignment, *, status: int = 200) -> Response:
        return respond(self.shape(assignment), status=status)


class LessonAssignmentsView(AssignmentView):
    @extend_schema(operation_id="api_lessons_assignments_list", responses=AssignmentsOut)
    def get(self, request: Request, lesson_id: UUID) -> Response:
        lesson = lesson_of(self.teacher, lesson_id)
        given = Assignment.objects.filter(edition__lesson=lesson).select_related("edition", "school_class")
        joined = Count("students", filter=Q(students__attempt=1))
        # A model's own order is not kept where rows are counted.
        found = given.prefetch_related("extensions__member").annotate(joined=joined).order_by("-created_at")
        return respond(AssignmentsOut([self.shape(a) for a in found]))

    @extend_schema(request=ShareIn, responses={201: AssignmentOut})
    def post(self, request: Request, lesson_id: UUID) -> Response:
        lesson = lesson_of(self.teacher, lesson_id)
        given = parsed(ShareIn, request)
        policy = given
        name, unseen, made = policy.pop("name"), policy.pop("with_unseen"), policy.pop("id")
        class_id, chosen = policy.pop("school_class"), policy.pop("chosen", None)
        assignment = services.share(
            self.teacher,
            lesson,
            name=name,
            policy=policy,
            school_class=class_of(self.teacher, class_id) if class_id else None,
            chosen=chosen,
            with_unseen=unseen,
            assignment_id=made,
        )
        return self.shown(assignment, status=201)


class OneAssignmentView(AssignmentView):
    @extend_schema(responses=AssignmentOut)
    def get(self, request: Request, assignment_id: UUID) -> Response:
        return self.shown(self.mine(assignment_id))

    @extend_schema(request=PolicyIn, responses=AssignmentOut)
    def patch(self, request: Request, assignment_id: UUID) -> Response:
        assignment = self.mine(assignment_id)
        given = parsed(PolicyIn, request)
        return self.shown(services.change_policy(assignment, given))


class LastRulesView(TeacherView):
    @extend_schema(responses=LastRulesOut)
    def get(self, request: Request, class_id: UUID) -> Response:
        """The rules under which the class was last given something; none where it was given nothing."""
        last = class_of(self.teacher, class_id).assignments.order_by("-created_at").first()
        return respond(LastRulesOut(rules=GivenRulesOut.model_validate(last) if last else None))


class ExtensionView(AssignmentView):
    @extend_schema(request=ExtensionIn, responses=AssignmentOut)
    def put(self, request: Request, assignment_id: UUID, member_id: UUID) -> Response:
        """Later ends for one student of the class; none at all takes them back."""
        assignment = self.mine(assignment_id)
        services.extend(assignment, member_of(self.teacher, member_id), **parsed(ExtensionIn, request))
        return self.shown(self.mine(assignment_id))


class CloseView(AssignmentView):
    @extend_schema(request=None, responses=AssignmentOut)
    def post(self, request: Request, assignment_id: UUID) -> Response:
        return self.shown(services.close_now(self.mine(assignment_id)))

    @extend_schema(request=None, responses=AssignmentOut)
    def delete(self, request: Request, assignment_id: UUID) -> Response:
        """Open again."""
        return self.shown(services.open_again(self.mine(assignment_id)))


class RemovedAssignmentView(AssignmentView):
    @extend_schema(request=None, responses={204: None})
    def post(self, request: Request, assignment_id: UUID) -> Response:
        """Take it back, as long as nobody has begun."""
        services.remove(self.mine(assignment_id))
        return Response(status=204)

    @extend_schema(request=None, responses=AssignmentOut)
    def delete(self, request: Request, assignment_id: UUID) -> Response:
        """Bring back what was taken back."""
        every = Assignment.with_removed.select_related("edition")
        assignment = get_object_or_404(every, id=assignment_id, owner=self.teacher)
        assignment.bring_back()
        return self.shown(assignment)
