import pytest

from apps.recordings import readings
from apps.recordings.models import SentenceReading
from escuela_core.language import terms
from escuela_core.language.vectors import encoder


@pytest.fixture
def fresh(monkeypatch):
    """As in a worker that has read nothing yet."""

    def forget() -> None:
        for kept in ("_known", "_worded"):
            monkeypatch.setattr(encoder(), kept, type(encoder()._known)())  # noqa: SLF001 (a new process cannot be had)
        monkeypatch.setattr(terms, "_known", type(terms._known)())  # noqa: SLF001

    return forget


def test_a_worker_that_starts_takes_up_what_was_read(lesson, fresh, monkeypatch) -> None:
    recording = lesson.recording
    readings.learn(recording)
    assert SentenceReading.objects.filter(words__isnull=False).count() == recording.sentences.count()
    fresh()
    monkeypatch.setattr(encoder(), "_read", lambda _: pytest.fail("embedded again"))
    readings.recall(recording, recording.transcript())
    said = "Marta Olivares built the first gates of oak."
    assert encoder().knows(said)
    assert len(encoder().words([said])[0].spans) == 8


def test_what_was_read_before_words_were_kept_is_read_once_more(lesson, fresh) -> None:
    recording = lesson.recording
    readings.learn(recording)
    SentenceReading.objects.update(words=None)
    fresh()
    readings.recall(recording, recording.transcript())
    assert not SentenceReading.objects.filter(words__isnull=True).exists()


def test_what_is_at_hand_asks_the_database_nothing(lesson, django_assert_num_queries) -> None:
    recording, transcript = lesson.recording, lesson.recording.transcript()
    readings.recall(recording, transcript)
    with django_assert_num_queries(0):
        readings.recall(recording, transcript)


def test_a_corrected_sentence_is_read_anew_and_kept(lesson, fresh) -> None:
    recording = lesson.recording
    readings.learn(recording)
    sentence = recording.sentences.first()
    sentence.text = "Tonight two ferries climb."
    sentence.words = [[500 + n, 501 + n, word, "given"] for n, word in enumerate(sentence.text.split())]
    sentence.save()
    fresh()
    readings.recall(recording, recording.transcript())
    kept = SentenceReading.objects.get(sentence=sentence)
    assert kept.text == sentence.text
    assert "ferry" in kept.lemmas
