"""Putting the script right: every change can be undone, and nobody overwrites anybody silently."""

import pytest

from apps.recordings.readings import learn
from escuela_core.transcripts import read_captions

from ..conftest import WORDS, run_jobs

pytestmark = pytest.mark.django_db


@pytest.fixture
def at(lesson):
    """Addresses of the lesson's script, and of its sentences by their place."""
    base = f"/api/lessons/{lesson.id}/script"

    def address(place: int | None = None, end: str = "") -> str:
        return f"{base}/{end}" if place is None else f"{base}/{list(lesson.recording.sentences.all())[place].pk}/"

    return address


def send(client, method: str, path: str, data=None):
    return getattr(client, method)(path, data or {}, content_type="application/json")


def texts(client, at) -> list[str]:
    return [s["text"] for s in client.get(at()).json()]


def undo(client, lesson) -> None:
    assert send(client, "post", f"/api/lessons/{lesson.id}/undo/").status_code == 200


def test_sentences_are_joined_and_split_at_a_word_and_both_are_undone(client, lesson, at) -> None:
    assert send(client, "delete", at(1)).status_code == 200
    assert texts(client, at)[0] == f"{WORDS[0]} {WORDS[1]}"
    assert send(client, "post", at(0), {"word": 3}).status_code == 200
    assert texts(client, at)[:2] == ["Tonight we follow", f"one small boat up to the canal. {WORDS[1]}"]
    undo(client, lesson)
    undo(client, lesson)
    assert texts(client, at) == list(WORDS)
    send(client, "post", f"/api/lessons/{lesson.id}/redo/")
    assert len(texts(client, at)) == len(WORDS) - 1


def test_joined_and_split_words_keep_their_times(client, lesson, at) -> None:
    before = [w for s in lesson.recording.sentences.all() for w in s.words]
    send(client, "delete", at(1))
    send(client, "post", at(0), {"word": 3})
    assert [w for s in lesson.recording.sentences.all() for w in s.words] == before


def test_what_cannot_be_joined_or_split_is_said(client, at) -> None:
    assert send(client, "delete", at(0)).json()["code"] == "sentence_first"
    assert send(client, "post", at(0), {"word": 0}).json()["code"] == "sentence_split"


def test_a_speaker_is_named_here_and_renamed_everywhere(client, lesson, at) -> None:
    ids = [s.pk for s in lesson.recording.sentences.all()[:2]]
    send(client, "patch", at(), {"sentences": ids, "speaker": "Keeper"})
    send(client, "put", at(end="speakers/"), {"before": "Keeper", "name": "Marta"})
    assert [s["speaker"] for s in client.get(at()).json()][:3] == ["Marta", "Marta", None]
    undo(client, lesson)
    undo(client, lesson)
    assert {s["speaker"] for s in client.get(at()).json()} == {None}


def test_what_is_not_spoken_is_not_heard_by_the_check(client, lesson, at) -> None:
    filled = lesson.recording.sentences.all()[3]
    send(client, "patch", at(), {"sentences": [filled.pk], "is_spoken": False})
    run_jobs()
    assert filled.text not in [s.text for s in lesson.recording.transcript().sentences]
    assert lesson.items.first().report["verdict"] != "heard"
    assert send(client, "patch", at(), {"sentences": [10**9], "is_spoken": True}).status_code == 404


def test_a_sentence_changed_in_another_window_is_not_overwritten(client, at) -> None:
    given = {"text": "Tonight we follow two boats.", "before": WORDS[0]}
    assert send(client, "patch", at(0), given).status_code == 200
    late = send(client, "patch", at(0), {"text": "Tonight we follow three boats.", "before": WORDS[0]})
    assert (late.status_code, late.json()["code"]) == (412, "changed_elsewhere")
    assert texts(client, at)[0] == "Tonight we follow two boats."


@pytest.mark.parametrize("form", ["webvtt", "srt", "ttml", "listing"])
def test_what_is_taken_away_is_read_again_as_the_same_words(client, lesson, at, form) -> None:
    answer = client.get(at(end=f"as/{form}/"))
    assert answer["Content-Disposition"].startswith("attachment")
    again = read_captions(answer.content, language="en", duration_ms=lesson.recording.duration_ms)
    assert [s.text for s in again.sentences] == list(WORDS)


def test_segments_are_taken_away_as_chapters_and_the_script_as_text(client, lesson, at) -> None:
    chapters = client.get(at(end="as/chapters/")).content.decode()
    assert chapters.startswith("WEBVTT")
    assert lesson.segments.first().title in chapters
    assert WORDS[2] in client.get(at(end="as/text/")).content.decode()
    assert client.get(at(end="as/word/")).json()["code"] == "form_unknown"


def test_moments_are_found_by_words_and_by_meaning_in_one_or_all(client, stranger, lesson) -> None:
    learn(lesson.recording)
    by_words = client.get("/api/find/", {"q": "six minutes"}).json()
    assert (by_words[0]["text"], by_words[0]["by"]) == (WORDS[3], "words")
    meant = client.get("/api/find/", {"q": "who made the doors of wood?", "lesson": str(lesson.id)}).json()
    assert (meant[0]["text"], meant[0]["by"]) == (WORDS[4], "meaning")
    assert stranger.get("/api/find/", {"q": "six minutes"}).json() == []
    assert client.get("/api/find/", {"q": " "}).json() == []


def test_finding_asks_few_questions_of_the_database(client, lesson, django_assert_max_num_queries) -> None:
    learn(lesson.recording)
    with django_assert_max_num_queries(7):
        client.get("/api/find/", {"q": "gates", "lesson": str(lesson.id)})


def test_a_segment_s_beginning_is_moved_between_its_neighbours(client, lesson) -> None:
    sentences = list(lesson.recording.sentences.all())
    send(client, "post", f"/api/lessons/{lesson.id}/segments/", {"sentence": sentences[3].pk})
    last = lesson.segments.last()
    moved = send(client, "put", f"/api/segments/{last.id}/", {"sentence": sentences[2].pk}).json()
    assert moved["segments"][-1]["start_ms"] == sentences[2].start_ms
    refused = send(client, "put", f"/api/segments/{lesson.segments.first().id}/", {"sentence": sentences[1].pk})
    assert refused.json()["code"] == "segment_cannot_move"


def test_dividing_again_is_one_change_that_can_be_undone(client, lesson) -> None:
    before = [s.title for s in lesson.segments.all()]
    finer = send(client, "put", f"/api/lessons/{lesson.id}/segments/", {"fineness": 2}).json()["segments"]
    assert len(finer) > len(before)
    undo(client, lesson)
    assert [s.title for s in lesson.segments.all()] == before
