"""What reading the sentences of a recording gave, kept with it: for finding by meaning, and for workers that start."""

from __future__ import annotations

from django.db.models import F

from apps.recordings.models import Recording, SentenceReading
from escuela_core.language.readings import Reading, read, take_up, unread
from escuela_core.transcripts.model import Transcript


def learn(recording: Recording) -> None:
    """Readings of the sentences that have none, or an old one."""
    rows = list(recording.sentences.exclude(reading__text=F("text"), reading__words__isnull=False))
    found = read([s.text for s in rows], recording.language) if rows else []
    SentenceReading.objects.bulk_create(
        (
            SentenceReading(sentence=s, text=r.text, vector=r.vector, lemmas=list(r.lemmas), words=r.words)
            for s, r in zip(rows, found, strict=True)
        ),
        update_conflicts=True,
        unique_fields=["sentence"],
        update_fields=["text", "vector", "lemmas", "words"],
        batch_size=500,
    )


def recall(recording: Recording, transcript: Transcript) -> None:
    """Have this process know what is said in a recording; asks the database only where it does not.

    What was never read, or was corrected since, is read now and kept.
    """
    wanted = unread((s.text for s in transcript.sentences), recording.language)
    if not wanted:
        return
    kept = SentenceReading.objects.filter(sentence__recording=recording, text__in=wanted, words__isnull=False)
    take_up(
        [Reading(r.text, bytes(r.vector), tuple(r.lemmas or ()), bytes(r.words or b"")) for r in kept],
        recording.language,
    )
    if unread(wanted, recording.language):
        learn(recording)
