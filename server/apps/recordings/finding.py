"""Finding a moment by its words and by its meaning, in one recording or in all of a teacher's."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from itertools import islice

import numpy as np
from django.db.models import QuerySet

from apps.accounts.models import User
from apps.recordings.models import Recording, Sentence, SentenceReading
from escuela_core.language.vectors import encoder

MOST_BY_WORDS, MOST_BY_MEANING = 40, 12
# Cosine of question and sentence; unrelated pairs of sentences lie around 0.1, answers above 0.4.
NEAR = 0.35


@dataclass(frozen=True, slots=True)
class Moment:
    sentence: Sentence
    by: str


def find(owner: User, words: str, recording: Recording | None = None) -> list[Moment]:
    """Moments best first: those that hold the words, then those near in meaning. Two queries and the question's
    vector."""
    asked = " ".join(words.split())
    if not asked:
        return []
    every = Sentence.objects.filter(
        recording__owner=owner, recording__lesson__isnull=False, recording__lesson__removed_at=None
    )
    every = every.select_related("recording__lesson")
    if recording is not None:
        every = every.filter(recording=recording)
    literal = list(every.filter(text__icontains=asked)[:MOST_BY_WORDS])
    return [Moment(s, "words") for s in literal] + _near(every, asked, {s.pk for s in literal})


def _near(every: QuerySet[Sentence], asked: str, known: set[int]) -> list[Moment]:
    readings = SentenceReading.objects.filter(sentence__in=every).values_list("sentence_id", "vector")
    ids = near_in_meaning(dict(readings), asked, leaving_out=known)
    found = {s.pk: s for s in every.filter(pk__in=ids)}
    return [Moment(found[pk], "meaning") for pk in ids if pk in found]


def near_in_meaning(
    vectors: Mapping[int, bytes | memoryview], asked: str, leaving_out: Collection[int] = ()
) -> list[int]:
    """The keys of those meaning ``vectors`` (float16, as they are kept) that come near to ``asked``, nearest first."""
    if not vectors:
        return []
    keys = list(vectors)
    matrix = np.frombuffer(b"".join(vectors.values()), np.float16).reshape(len(keys), -1).astype(np.float32)
    scores = matrix @ encoder().embed([asked])[0]
    near = (keys[n] for n in np.argsort(-scores) if scores[n] >= NEAR)
    return list(islice((key for key in near if key not in leaving_out), MOST_BY_MEANING))


def moments(found: Sequence[Moment]) -> list[dict[str, object]]:
    return [
        {
            "lesson": m.sentence.recording.lesson.id,
            "title": m.sentence.recording.lesson.title,
            "start_ms": m.sentence.start_ms,
            "text": m.sentence.text,
            "by": m.by,
        }
        for m in found
    ]
