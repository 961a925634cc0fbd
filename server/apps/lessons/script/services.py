"""The script of a lesson put right: words, sentences, speakers, what is not spoken, which times hold. Every change
can be undone."""

from __future__ import annotations

from collections.abc import Sequence

from apps.lessons.history.services import changing
from apps.lessons.models import Lesson
from apps.recordings import scripts
from apps.recordings.models import Recording, Sentence
from config.errors import SentenceError
from escuela_core.transcripts import Word
from escuela_core.transcripts.correcting import corrected


def correct(lesson: Lesson, sentence: Sentence, text: str, expected: str | None = None) -> None:
    """Put a mis-heard sentence right; decisions on items that rest on it become stale at the check that follows.

    ``expected`` is the text the correction was made on; where it is another by now, ``changed_elsewhere`` is raised.
    """
    with changing(lesson, "correct_sentence", bout=str(sentence.pk), script=[sentence.pk]):
        sentence.refresh_from_db()
        if expected is not None and expected != sentence.text:
            raise SentenceError("changed_elsewhere", "The sentence was changed in another window meanwhile.")
        rewrite(sentence, text)


def join(lesson: Lesson, sentence: Sentence) -> None:
    """Join a sentence to the one before it."""
    before = lesson.recording.sentences.filter(start_ms__lt=sentence.start_ms).last()
    if before is None:
        raise SentenceError("sentence_first", "There is no sentence before the first one to join it to.")
    with changing(lesson, "join_sentences", script=[before.pk, sentence.pk]):
        _write(before, [*before.spoken().words, *sentence.spoken().words])
        lesson.segments.filter(start_ms=sentence.start_ms).delete()
        sentence.delete()


def split(lesson: Lesson, sentence: Sentence, at: int) -> None:
    """Begin a new sentence at the word numbered ``at``."""
    words = sentence.spoken().words
    if not 0 < at < len(words):
        raise SentenceError("sentence_split", "A sentence is split before one of its words, not before the first.")
    with changing(lesson, "split_sentence", script="whole"):
        _write(sentence, words[:at])
        fields = scripts.data_of(words[at:], sentence.speaker)
        lesson.recording.sentences.create(**fields, is_spoken=sentence.is_spoken)


def name_speaker(lesson: Lesson, sentences: Sequence[Sentence], name: str) -> None:
    """Say who speaks; an empty name means that it is not known."""
    with changing(lesson, "name_speaker", script=[s.pk for s in sentences]):
        lesson.recording.sentences.filter(pk__in=[s.pk for s in sentences]).update(speaker=name.strip()[:200] or None)


def rename_speaker(lesson: Lesson, before: str, name: str) -> None:
    """Give a speaker another name everywhere."""
    name_speaker(lesson, list(lesson.recording.sentences.filter(speaker=before)), name)


def mark_spoken(lesson: Lesson, sentences: Sequence[Sentence], *, is_spoken: bool) -> None:
    """Mark sentences as spoken or not; nothing is asked about what is not, and the check does not hear it."""
    with changing(lesson, "mark_spoken", script=[s.pk for s in sentences]):
        lesson.recording.sentences.filter(pk__in=[s.pk for s in sentences]).update(is_spoken=is_spoken)


def rewrite(sentence: Sentence, text: str) -> None:
    """Put ``text`` in place of a sentence's words, times kept. To be called inside ``changing``."""
    _write(sentence, corrected(sentence.spoken().words, text.split()))


def use_times(lesson: Lesson, times_by: str) -> None:
    """The captions' own times in place of the sound's, or the other way round; corrections made under each are kept
    with it."""
    kept = lesson.recording.times_kept
    if times_by == lesson.recording.times_by or times_by not in kept:
        raise SentenceError("times_same", "The words of this script have only these times.")
    with changing(lesson, "use_times", script="whole") as locked:
        recording = Recording.objects.select_for_update().get(id=locked.recording_id)
        now = [scripts.row_data(s) for s in recording.sentences.all()]
        recording.sentences.all().delete()
        Sentence.objects.bulk_create(Sentence(recording=recording, **row) for row in kept[times_by])
        recording.times_kept = kept | {recording.times_by: now}
        recording.times_by = times_by
        recording.save(update_fields=["times_kept", "times_by"])


def _write(sentence: Sentence, words: Sequence[Word]) -> None:
    if not words:
        raise SentenceError("sentence_empty", "A sentence must keep at least one word.")
    for name, value in scripts.data_of(words, sentence.speaker).items():
        setattr(sentence, name, value)
    sentence.save()
