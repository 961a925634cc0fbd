"""Finding a moment of a lesson by its meaning, for a student."""

from __future__ import annotations

from django.utils import timezone

from apps.assignments.models import frozen
from apps.recordings.finding import near_in_meaning
from apps.recordings.models import SentenceReading
from apps.room.models import room_of
from apps.study.models import Student
from apps.study.serializers import NearOut

# On a phone more would hide the rest.
MOST = 6


def near(student: Student, words: str) -> NearOut:
    """Numbers of the lesson's sentences that come near to ``words`` in meaning, nearest first; none of a script that
    the student may not read. Sentences whose meaning was never worked out are not found."""
    if not _may_read(student):
        return NearOut([])
    edition = frozen(student.assignment.edition_id)
    numbers = {s["text"]: n for n, s in enumerate(edition.content["sentences"])}
    readings = SentenceReading.objects.filter(sentence__recording=edition.recording_id, text__in=numbers)
    vectors = {numbers[text]: data for text, data in readings.values_list("text", "vector")}
    return NearOut(near_in_meaning(vectors, words)[:MOST])


def _may_read(student: Student) -> bool:
    now, policy = timezone.now(), student.policy()
    if policy.state(now) == "not_yet" or room_of(student.assignment, now) is not None:
        return False
    return policy.script != "none" or student.finished_at is not None
