"""The script over HTTP: reading it, putting it right, taking it away."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.http import content_disposition_header
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.response import Response

from apps.lessons import selectors
from apps.lessons.desk_view import DeskView
from apps.lessons.script import services as script
from apps.lessons.script.serializers import (
    CorrectIn,
    SentenceOut,
    SentencesIn,
    SpeakerIn,
    SplitIn,
    TimesIn,
    TrackCuesOut,
)
from apps.lessons.segments import services as segments
from apps.lessons.serializers import DeskOut
from config.api import TeacherView, parsed
from escuela_core.transcripts.decoding import decode


class ScriptView(DeskView):
    @extend_schema(responses=SentenceOut(many=True))
    def get(self, request: Request, lesson_id: UUID) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return Response(SentenceOut(lesson.recording.sentences.all(), many=True).data)

    @extend_schema(request=SentencesIn, responses=DeskOut)
    def patch(self, request: Request, lesson_id: UUID) -> Response:
        """Say of some sentences who speaks, or whether they are spoken."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        data = parsed(SentencesIn, request)
        chosen = selectors.sentences_of(lesson, data["sentences"])
        if "speaker" in data:
            script.name_speaker(lesson, chosen, data["speaker"])
        if "is_spoken" in data:
            script.mark_spoken(lesson, chosen, is_spoken=data["is_spoken"])
        return self.desk(lesson)


class SentenceView(DeskView):
    @extend_schema(operation_id="lessons_script_correct", request=CorrectIn, responses=DeskOut)
    def patch(self, request: Request, lesson_id: UUID, sentence_id: int) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        data = parsed(CorrectIn, request)
        script.correct(lesson, selectors.sentence_of(lesson, sentence_id), data["text"], data["before"])
        return self.desk(lesson)

    @extend_schema(request=None, responses=DeskOut)
    def delete(self, request: Request, lesson_id: UUID, sentence_id: int) -> Response:
        """Join the sentence to the one before it."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        script.join(lesson, selectors.sentence_of(lesson, sentence_id))
        return self.desk(lesson)

    @extend_schema(request=SplitIn, responses=DeskOut)
    def post(self, request: Request, lesson_id: UUID, sentence_id: int) -> Response:
        """Begin a new sentence at a word."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        script.split(lesson, selectors.sentence_of(lesson, sentence_id), parsed(SplitIn, request)["word"])
        return self.desk(lesson)


class SpeakersView(DeskView):
    @extend_schema(request=SpeakerIn, responses=DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Give a speaker another name everywhere."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        data = parsed(SpeakerIn, request)
        script.rename_speaker(lesson, data["before"], data["name"])
        return self.desk(lesson)


class TimesView(DeskView):
    @extend_schema(request=TimesIn, responses=DeskOut)
    def put(self, request: Request, lesson_id: UUID) -> Response:
        """Whose times the words have: the captions' own, or the sound's."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        script.use_times(lesson, parsed(TimesIn, request)["times_by"])
        return self.desk(lesson)


class TrackView(TeacherView):
    @extend_schema(responses=TrackCuesOut)
    def get(self, request: Request, lesson_id: UUID, track_id: int) -> Response:
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        return Response(TrackCuesOut(get_object_or_404(lesson.recording.tracks, id=track_id)).data)


class RawCaptionsView(TeacherView):
    @extend_schema(responses={(200, "text/plain"): str})
    def get(self, request: Request, lesson_id: UUID) -> HttpResponse:
        """The captions as they were brought in, to be looked at beside their repairs."""
        path = selectors.lesson_of(self.teacher, lesson_id).recording.captions
        text = decode(path.read_bytes())[0] if path.exists() else ""
        return HttpResponse(
            text, content_type="text/plain; charset=utf-8", headers={"X-Content-Type-Options": "nosniff"}
        )


class TakeAwayView(TeacherView):
    @extend_schema(responses={(200, "text/plain"): str})
    def get(self, request: Request, lesson_id: UUID, form: str) -> HttpResponse:
        """The script or its segments as a file in an open format."""
        lesson = selectors.lesson_of(self.teacher, lesson_id)
        name, media_type, text = segments.taken_away(lesson, form)
        return HttpResponse(
            text,
            content_type=f"{media_type}; charset=utf-8",
            headers={"Content-Disposition": content_disposition_header(as_attachment=True, filename=name) or ""},
        )
