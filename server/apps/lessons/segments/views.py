"""Segments over HTTP: dividing, naming, moving, choosing."""

from __future__ import annotations

from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.desk_view import DeskView
from apps.lessons.segments import services as segments
from apps.lessons.segments.serializers import DivideIn, SegmentIn, SentenceIn
from apps.lessons.serializers import DeskOut
from config.api import parsed


class SegmentsView(DeskView):
    @extend_schema(request=DivideIn, responses=DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Divide again, coarser or finer."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        segments.divide_again(lesson, parsed(DivideIn, request)["fineness"])
        return self.desk(lesson)

    @extend_schema(request=SentenceIn, responses=DeskOut)
    def post(self, request: Request, lesson_id: UUID) -> Response:
        """Begin a new segment at a sentence."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        sentence = selectors.sentence_of(lesson, parsed(SentenceIn, request)["sentence"])
        segments.split_segment(lesson, sentence)
        return self.desk(lesson)


class SegmentView(DeskView):
    @extend_schema(request=SegmentIn, responses=DeskOut)
    def patch(self, request: Request, segment_id: UUID) -> Response:
        """Rename the segment, or choose whether it takes part."""
        segment = selectors.segment_of(self.teacher, segment_id)
        given = parsed(SegmentIn, request)
        if "title" in given:
            segments.rename_segment(segment, given["title"])
        if "takes_part" in given:
            segments.choose_segment(segment, takes_part=given["takes_part"], items_to=given.get("items_to", ""))
        return self.desk(segment.lesson)

    @extend_schema(request=SentenceIn, responses=DeskOut)
    def put(self, request: Request, segment_id: UUID) -> Response:
        """Have the segment begin at another sentence."""
        segment = selectors.segment_of(self.teacher, segment_id)
        sentence = selectors.sentence_of(segment.lesson, parsed(SentenceIn, request)["sentence"])
        segments.move_segment(segment, sentence)
        return self.desk(segment.lesson)

    @extend_schema(request=None, responses=DeskOut)
    def delete(self, request: Request, segment_id: UUID) -> Response:
        """Merge the segment with the one before it."""
        segment = selectors.segment_of(self.teacher, segment_id)
        segments.merge_segment(segment)
        return self.desk(segment.lesson)
