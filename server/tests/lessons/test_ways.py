"""Every way from a recording to its words."""

import re
import subprocess

import pytest
from django.conf import settings

from apps.lessons.models import Lesson
from apps.recordings import hosts
from apps.work.models import Job
from config import links
from escuela_core.transcripts import read_captions

from ..conftest import DEMO, bring, looked, posted, run_jobs, upload, vtt
from ..recordings.test_hosts import BY_COMMANDS, FRAMED, host  # noqa: F401 (a fixture)

pytestmark = pytest.mark.django_db


@pytest.fixture
def voice(media_file) -> bytes:
    """The first twenty-five seconds of the lock's voice."""
    return media_file("-i", str(DEMO / "canal-lock.mp4"), "-t", "25", "-vn", "-c:a", "aac", ending="m4a")


SAID = (
    "Good evening from the old harbour of Puerto Lumbre.\n"
    "Tonight we follow one small boat as it climbs from the harbour up to the canal. "
    "The canal lies almost three metres higher than the harbour, and a boat cannot climb stairs."
)


TRUE_STARTS = [s.start_ms for s in read_captions((DEMO / "canal-lock.vtt").read_bytes(), language="en").sentences[:3]]


def use_times(client, lesson: Lesson, times_by: str):
    address = f"/api/lessons/{lesson.id}/script/times/"
    return client.put(address, {"times_by": times_by}, content_type="application/json").json()


def lesson_of(answer) -> Lesson:
    assert answer.status_code == 202, answer.content
    run_jobs()
    job = Job.objects.get(id=answer.json()["id"])
    assert job.state == "done", job.error_message
    return Lesson.objects.get(id=job.result["lesson"])


def file_looked(client, teacher, data: bytes, name: str = "lock.m4a") -> Job:
    return looked(client, upload=str(upload(teacher, name, data).id))


def test_looking_tells_at_once_that_there_are_no_captions_and_which_ways_are_open(client, teacher, voice) -> None:
    found = file_looked(client, teacher, voice).result
    assert (found["title"], found["tracks"], found["has_sound"], found["same_as"]) == ("lock", [], True, None)
    assert found["ways"] == {"recognise": "ready", "plain": "ready"}
    assert 24_500 < found["duration_ms"] < 25_500


def test_plain_text_is_laid_along_the_sound(client, teacher, voice) -> None:
    lesson = lesson_of(bring(client, file_looked(client, teacher, voice), way="plain", text=SAID))
    sentences = list(lesson.recording.sentences.all())
    assert [s.text.split()[0] for s in sentences] == ["Good", "Tonight", "The"]
    assert all(abs(s.start_ms - at) < 150 for s, at in zip(sentences, TRUE_STARTS, strict=True))
    assert {timing for s in sentences for *_, timing in s.words} == {"aligned"}


def test_text_that_is_not_spoken_is_refused_and_other_words_can_be_given(client, teacher, voice) -> None:
    look = file_looked(client, teacher, voice)
    other = "Yeast needs warm dough. " * 12
    answer = bring(client, look, way="plain", text=other)
    run_jobs()
    assert Job.objects.get(id=answer.json()["id"]).error_code == "text_not_spoken"
    assert lesson_of(bring(client, look, way="plain", text=SAID)).recording.sentences.count() == 3


def test_captions_that_are_seconds_off_are_moved_and_one_press_takes_it_back(client, teacher, voice) -> None:
    late = vtt(tuple(re.split(r"(?<=\.)\s", SAID)), step_ms=6_000)
    lesson = lesson_of(bring(client, file_looked(client, teacher, voice), way="pasted", text=late))
    recording = lesson.recording
    assert recording.times_by == "sound"
    moved = recording.sentences.all()[1].start_ms
    assert abs(moved - TRUE_STARTS[1]) < 150
    back = client.put(
        f"/api/lessons/{lesson.id}/script/times/", {"times_by": "captions"}, content_type="application/json"
    )
    assert back.json()["recording"]["times_by"] == "captions"
    assert recording.sentences.all()[1].start_ms == 6_500
    posted(client, f"/api/lessons/{lesson.id}/undo/", {})
    assert recording.sentences.all()[1].start_ms == moved
    again = client.put(
        f"/api/lessons/{lesson.id}/script/times/", {"times_by": "sound"}, content_type="application/json"
    )
    assert again.json()["code"] == "times_same"


def test_captions_of_another_recording_are_noticed(client, teacher, voice) -> None:
    wrong = vtt(("Fold the dough over itself twice.", "Let the yeast work until morning.", "Bake it hot and short."))
    lesson = lesson_of(bring(client, file_looked(client, teacher, voice), way="pasted", text=wrong))
    assert not lesson.recording.sound_fits
    assert lesson.recording.times_by == "captions"


def test_speech_is_recognised_behind_the_door_and_the_words_are_seen_coming(client, teacher, voice) -> None:
    answer = bring(client, file_looked(client, teacher, voice), way="recognise")
    lesson = lesson_of(answer)
    assert lesson.recording.script_by == "recognised"
    assert lesson.recording.sentences.first().text == "The harbour opens its gate at seven."
    assert not (lesson.recording.folder / "samples").exists()


def test_silence_has_no_words(client, teacher, media_file, monkeypatch) -> None:
    quiet = media_file("-f", "lavfi", "-i", "anullsrc=r=16000:cl=mono", "-t", "5", ending="mp3")
    monkeypatch.setattr("apps.recordings.recognisers.Standin.recognise", lambda *_: iter(()))
    answer = bring(client, file_looked(client, teacher, quiet, "quiet.mp3"), way="recognise")
    run_jobs()
    assert Job.objects.get(id=answer.json()["id"]).error_code == "no_speech"


@pytest.mark.parametrize(("chosen", "standing"), [("off", "off"), ("", "missing")])
def test_without_a_recogniser_the_way_is_shown_as_closed(
    client, teacher, voice, settings, monkeypatch, chosen, standing
) -> None:
    settings.RECOGNISER = chosen
    monkeypatch.setattr("apps.recordings.recognisers.recognising.is_installed", lambda: False)
    look = file_looked(client, teacher, voice)
    assert look.result["ways"]["recognise"] == standing
    monkeypatch.setattr("escuela_core.sound.recognising.is_installed", lambda: False)
    answer = bring(client, look, way="recognise")
    run_jobs()
    assert Job.objects.get(id=answer.json()["id"]).error_code in ("recogniser_off", "recogniser_missing")


def test_captions_inside_the_file_are_found_and_read(client, teacher, tmp_path) -> None:
    (tmp_path / "words.srt").write_text("1\n00:00:01,000 --> 00:00:04,000\nGood evening from the harbour.\n", "utf-8")
    target = tmp_path / "with.mp4"
    command = [
        "ffmpeg",
        "-v",
        "error",
        "-t",
        "8",
        "-i",
        str(DEMO / "canal-lock.mp4"),
        "-i",
        str(tmp_path / "words.srt"),
    ]
    command += [
        "-map",
        "0",
        "-map",
        "1",
        "-c:v",
        "copy",
        "-c:a",
        "copy",
        "-c:s",
        "mov_text",
        "-metadata:s:s:0",
        "language=eng",
    ]
    subprocess.run([*command, str(target)], check=True, stdin=subprocess.DEVNULL)
    look = file_looked(client, teacher, target.read_bytes(), "with.mp4")
    track = look.result["tracks"][0]
    assert (track["language"], track["by_machine"]) == ("en", False)
    lesson = lesson_of(bring(client, look, way="track", track=track["id"]))
    assert [s.text for s in lesson.recording.sentences.all()] == ["Good evening from the harbour."]


def test_a_link_brings_captions_chapters_and_the_other_language(client, host) -> None:  # noqa: F811
    look = looked(client, link=f"{host}/watch/lock-up")
    assert [(t["id"], t["language"]) for t in look.result["tracks"]] == [("host:0", "en"), ("host:1", "es")]
    lesson = lesson_of(bring(client, look, way="track", track="host:0"))
    recording = lesson.recording
    assert recording.player_url == f"{host}/player/lock-up"
    assert [s.title for s in lesson.segments.all()][:2] == ["From harbour to canal", "The water rises"]
    desk = client.get(f"/api/lessons/{lesson.id}/").json()
    (track,) = desk["recording"]["tracks"]
    cues = client.get(f"/api/lessons/{lesson.id}/script/tracks/{track['id']}/").json()["cues"]
    assert cues[0][2] == "Buenas tardes desde el viejo puerto de Puerto Lumbre."
    words = client.get(f"{desk['recording']['media_url']}/tracks/{track['id']}.vtt").content.decode()
    assert "Buenas tardes" in words


def test_the_same_recording_twice_is_noticed(client, teacher, voice, host) -> None:  # noqa: F811
    first = lesson_of(bring(client, file_looked(client, teacher, voice), way="plain", text=SAID))
    assert file_looked(client, teacher, voice).result["same_as"] == {"lesson": str(first.id), "title": first.title}
    linked = lesson_of(bring(client, looked(client, link=f"{host}/watch/knots"), way="track", track="host:0"))
    assert looked(client, link=f"{host}/watch/knots").result["same_as"]["lesson"] == str(linked.id)


def test_where_the_host_keeps_the_sound_words_must_come_with_times(client, host) -> None:  # noqa: F811
    look = looked(client, link=f"{host}/watch/quiet-lock")
    assert (look.result["tracks"], look.result["has_sound"]) == ([], False)
    assert bring(client, look, way="recognise").json()["code"] == "sound_elsewhere"
    lesson = lesson_of(
        bring(client, look, way="pasted", text="[0:00] A lock lifts boats.\n[0:09] It fills with water.")
    )
    assert lesson.recording.sentences.count() == 2


def test_automatic_captions_roll_and_are_read_once(client, host) -> None:  # noqa: F811
    lesson = lesson_of(bring(client, looked(client, link=f"{host}/watch/knots-auto"), way="track", track="host:0"))
    assert lesson.recording.script_by == "machine"
    words = " ".join(s.text for s in lesson.recording.sentences.all()).split()
    assert words[:6] == ["welcome", "to", "the", "rope", "loft", "of"]
    assert 480 < len(words) < 540
    assert "Roll-up" in lesson.recording.warnings[0]["message"]


def test_words_in_another_language_than_was_said_are_pointed_out(client, host) -> None:  # noqa: F811
    spanish = (DEMO / "canal-lock.es.vtt").read_text("utf-8")
    look = looked(client, link=f"{host}/watch/quiet-lock")
    lesson = lesson_of(bring(client, look, way="pasted", text=spanish))
    (told, *_) = lesson.recording.warnings
    assert told["code"] == "other_language"
    assert told["params"] == {"found": "es", "chosen": "en"}


def test_a_link_straight_to_a_file_is_fetched(client, host, settings) -> None:  # noqa: F811
    settings.RECORDING_HOSTS = []
    look = looked(client, link=f"{host}/file/three-knots.webm")
    captions = (DEMO / "three-knots.vtt").read_text("utf-8")
    lesson = lesson_of(bring(client, look, way="pasted", text=captions))
    assert lesson.recording.source.read_bytes() == (DEMO / "three-knots.webm").read_bytes()
    assert len(lesson.recording.peaks) > 100


def test_a_look_that_failed_says_why_and_cannot_be_brought_in(client) -> None:
    look = looked(client, link="http://127.0.0.1:1/x.mp4")
    assert (look.state, look.error_code) == ("failed", "link_private")
    assert bring(client, look, way="recognise").json()["code"] == "not_looked"
    assert not [p for p in settings.MEDIA_FOLDER.rglob("*") if p.is_file()]


def test_a_recording_at_a_host_that_is_moved_by_commands_reaches_the_student(
    client, teacher, settings, monkeypatch
) -> None:
    """Its length comes with the words; its player and how it is moved go with the lesson."""
    settings.RECORDING_HOSTS = [BY_COMMANDS]
    monkeypatch.setattr(hosts, "_json", lambda _address: FRAMED)
    monkeypatch.setattr(links, "checked", lambda link: link)
    look = looked(client, link="https://www.h.example/watch?v=k3y")
    assert look.result["title"] == "Locks of the old canal"
    assert not look.result["has_sound"]
    listing = "0:05 A lock lifts a boat.\n0:12 The gates are made of oak.\n0:20 The water comes from above.\n"
    lesson = lesson_of(bring(client, look, way="pasted", text=listing))
    assert lesson.recording.player_url.endswith("?feature=oembed&x=1&enablejsapi=1")
    assert lesson.recording.duration_ms >= 20_000
    rehearsal = client.get(f"/api/lessons/{lesson.id}/rehearsal/").json()
    assert (rehearsal["player_dialect"], rehearsal["player_url"]) == ("commands", lesson.recording.player_url)
    assert [s["text"] for s in rehearsal["sentences"]][1] == "The gates are made of oak."
