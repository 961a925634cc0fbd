"""What reading the sentences of a recording gave, kept with it: for finding by meaning, and for workers that start."""

from __future__ import annotations

from apps.recordings.models import Recording, SentenceReading
from escuela_core.language.readings import Reading, read, take_up, unread
from escuela_core.transcripts.model import Transcript


def learn(recording: Recording) -> None:
    """Readings of the sentences that have none, or an old one."""
    rows = [
        s
        for s in recording.sentences.select_related("reading")
        if not hasattr(s, "reading") or s.reading.text != s.text or s.reading.lemmas is None
    ]
    found = read([s.text for s in rows], recording.language) if rows else []
    SentenceReading.objects.bulk_create(
        (
            SentenceReading(sentence=s, text=r.text, vector=r.vector, lemmas=list(r.lemmas))
            for s, r in zip(rows, found, strict=True)
        ),
        update_conflicts=True,
        unique_fields=["sentence"],
        update_fields=["text", "vector", "lemmas"],
    )


def recall(recording: Recording, transcript: Transcript) -> None:
    """Have this process know what is said in a recording; asks the database only where it does not.

    What was never read, or was corrected since, is read now and kept.
    """
    wanted = unread((s.text for s in transcript.sentences), recording.language)
    if not wanted:
        return
    kept = SentenceReading.objects.filter(sentence__recording=recording, text__in=wanted, lemmas__isnull=False)
    take_up([Reading(r.text, bytes(r.vector), tuple(r.lemmas or ())) for r in kept], recording.language)
    if unread(wanted, recording.language):
        learn(recording)
