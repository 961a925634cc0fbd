"""Results over HTTP, for the assignment's teacher."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import asdict
from uuid import UUID

from django.http import Http404
from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from pydantic import BaseModel
from rest_framework.request import Request
from rest_framework.response import Response

from apps.assignments.models import Assignment
from apps.classes.selectors import class_of
from apps.results import correcting, for_one, item_selectors, second_looks, selectors, student_selectors
from apps.results.gradebook import gradebook, set_rules
from apps.results.gradebook_serializers import GradebookOut, GradebookRulesIn
from apps.results.look_serializers import LookDecisionIn, SecondLooksOut
from apps.results.serializers import (
    CorrectionIn,
    EffectOut,
    ItemAnswersOut,
    OverviewsOut,
    SegmentResultOut,
    SheetOut,
)
from apps.results.student_serializers import ForOneIn, StudentResultOut
from apps.results.unchanged import tag_of
from apps.study.models import Answer, Student
from config.api import TeacherView, parsed
from config.shapes import respond


class ResultsView(TeacherView):
    def assignment(self, assignment_id: UUID) -> Assignment:
        return get_object_or_404(
            Assignment.objects.select_related("edition", "room", "school_class"), id=assignment_id, owner=self.teacher
        )

    def unless_known(self, request: Request, assignment: Assignment, read: Callable[[], BaseModel]) -> Response:
        """What ``read`` says; nothing (304) to who shows the tag of what is still so."""
        tag = tag_of(assignment)
        if request.headers.get("If-None-Match") == tag:
            return Response(status=304, headers={"ETag": tag})
        return respond(read(), headers={"ETag": tag})


class OverviewView(TeacherView):
    @extend_schema(responses=OverviewsOut)
    def get(self, request: Request) -> Response:
        return respond(selectors.overview(self.teacher))


class SheetView(ResultsView):
    @extend_schema(responses=SheetOut)
    def get(self, request: Request, assignment_id: UUID) -> Response:
        assignment = self.assignment(assignment_id)
        return self.unless_known(request, assignment, lambda: selectors.sheet_data(assignment))


class GradebookView(TeacherView):
    @extend_schema(responses=GradebookOut)
    def get(self, request: Request, class_id: UUID) -> Response:
        """A class over all the lessons it was given."""
        return respond(gradebook(class_of(self.teacher, class_id)))

    @extend_schema(request=GradebookRulesIn, responses=GradebookOut)
    def put(self, request: Request, class_id: UUID) -> Response:
        """How the lessons count together."""
        school_class = class_of(self.teacher, class_id)
        set_rules(school_class, **parsed(GradebookRulesIn, request))
        return respond(gradebook(school_class))


class SegmentResultView(ResultsView):
    @extend_schema(responses=SegmentResultOut)
    def get(self, request: Request, assignment_id: UUID, number: int) -> Response:
        assignment = self.assignment(assignment_id)
        if number >= len(assignment.edition.content["segments"]):
            raise Http404
        return self.unless_known(request, assignment, lambda: selectors.segment_data(assignment, number))


class ItemResultView(ResultsView):
    @extend_schema(responses=ItemAnswersOut)
    def get(self, request: Request, assignment_id: UUID, item_id: UUID) -> Response:
        assignment = self.assignment(assignment_id)

        def read() -> ItemAnswersOut:
            shape = item_selectors.item_answers(assignment, str(item_id))
            if shape is None:
                raise Http404
            return shape

        return self.unless_known(request, assignment, read)


class StudentResultView(ResultsView):
    @extend_schema(responses=StudentResultOut)
    def get(self, request: Request, assignment_id: UUID, student_id: UUID) -> Response:
        assignment = self.assignment(assignment_id)
        return self.shown(assignment, self.student(assignment, student_id))

    @extend_schema(request=ForOneIn, responses=StudentResultOut)
    def patch(self, request: Request, assignment_id: UUID, student_id: UUID) -> Response:
        """Say something of all of it, or let the student go on after handing in."""
        assignment, given = self.assignment(assignment_id), parsed(ForOneIn, request)
        student = self.student(assignment, student_id)
        if given["reopen"]:
            for_one.reopen(student)
        if "remark" in given:
            for_one.remark(student, given["remark"])
        return self.shown(assignment, student)

    def student(self, assignment: Assignment, student_id: UUID) -> Student:
        student = get_object_or_404(Student, id=student_id, assignment=assignment)
        student.assignment = assignment
        return student

    def shown(self, assignment: Assignment, student: Student) -> Response:
        return respond(student_selectors.student_data(assignment, student))


class CorrectionView(ResultsView):
    @extend_schema(request=CorrectionIn, responses=EffectOut)
    def post(self, request: Request, assignment_id: UUID, item_id: UUID) -> Response:
        """See what another key or other marks would change for students who have answered, or mark them again."""
        assignment, given = self.assignment(assignment_id), parsed(CorrectionIn, request)
        how = {"key": given["key"], "marks": given["marks"]}
        also: list[str] = []
        if given["apply"]:
            effect = correcting.correct(assignment, item_id, why=given["why"], **how)
            if given["everywhere"]:
                also = correcting.spread(assignment, item_id, why=given["why"], **how)
        else:
            effect = correcting.look(assignment, item_id, **how)
        return Response(EffectOut(asdict(effect) | {"also": also}).data)

    @extend_schema(request=None, responses={204: None})
    def delete(self, request: Request, assignment_id: UUID, item_id: UUID) -> Response:
        """Take the last correction of the item back."""
        correcting.take_back(self.assignment(assignment_id), item_id)
        return Response(status=204)


class LooksView(ResultsView):
    @extend_schema(responses=SecondLooksOut)
    def get(self, request: Request, assignment_id: UUID) -> Response:
        """The second looks that students asked for."""
        assignment = self.assignment(assignment_id)
        return self.unless_known(request, assignment, lambda: second_looks.looks(assignment))


class AnswerView(TeacherView):
    """A view of one answer in an assignment of the teacher's."""

    def answer(self, answer_id: UUID) -> Answer:
        every = Answer.objects.select_related("student__assignment__edition")
        return get_object_or_404(every, id=answer_id, student__assignment__owner=self.teacher)


class AnswerLookView(AnswerView):
    @extend_schema(request=LookDecisionIn, responses={204: None})
    def put(self, request: Request, answer_id: UUID) -> Response:
        """Keep the marking, or take the answer as right."""
        answer = self.answer(answer_id)
        second_looks.decide(answer, **parsed(LookDecisionIn, request))
        return Response(status=204)
