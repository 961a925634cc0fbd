import pytest
from django.conf import settings

from apps.lessons.models import Lesson
from apps.recordings.models import Recording
from apps.work import services as work
from apps.work.models import Job

from ..conftest import DEMO, run_jobs, upload, vtt

pytestmark = pytest.mark.django_db
TONE = ("-f", "lavfi", "-i", "sine=frequency=300:duration=60")


def bring(client, file, captions, **more):
    return client.post("/api/lessons/", {"file": file, "captions": captions, **more})


@pytest.fixture
def sound(media_file) -> bytes:
    return media_file(*TONE, ending="mp3")


def brought(client, data: bytes, captions: str | bytes, name: str = "talk.mp3") -> Job:
    raw = captions.encode() if isinstance(captions, str) else captions
    answer = bring(client, upload(name, data), upload("talk.vtt", raw))
    assert answer.status_code == 202, answer.content
    run_jobs()
    return Job.objects.get(id=answer.json()["id"])


def test_a_recording_and_its_captions_become_a_lesson(client, sound) -> None:
    job = brought(client, sound, vtt())
    assert (job.state, [s["state"] for s in job.steps]) == ("done", ["done"] * 5)
    lesson = Lesson.objects.get(id=job.result["lesson"])
    assert lesson.title == "talk"
    assert lesson.recording.media_type == "audio/mpeg"
    assert lesson.recording.sentences.count() == 6
    assert lesson.segments.count() >= 1
    assert len(lesson.recording.peaks) > 100
    assert client.get(f"/api/lessons/{lesson.id}/").json()["title"] == "talk"


def test_the_demo_s_video_has_silences_where_sentences_end(client) -> None:
    job = brought(
        client, (DEMO / "three-knots.mp4").read_bytes(), (DEMO / "three-knots.vtt").read_text("utf-8"), "knots.mp4"
    )
    recording = Lesson.objects.get(id=job.result["lesson"]).recording
    assert recording.poster_url
    ends = [s.end_ms for s in recording.sentences.all()]
    silent = sum(any(a - 150 <= e <= b + 150 for a, b in recording.silences) for e in ends)
    assert silent >= 0.9 * len(ends)


@pytest.mark.parametrize(
    ("captions", "code"),
    [
        (b"", "captions_empty"),
        (b"\x7fELF\x02\x01" + bytes(range(32)) * 30, "captions_not_text"),
        (b"WEBVTT\n\n00:00:0x.000 --> 00:00:02.000\nHi\n", "caption_line"),
        (b"WEBVTT\n\n00:05:00.000 --> 00:05:02.000\nLate.\n", "caption_beyond_end"),
        (b"no times at all", "captions_no_cues"),
    ],
)
def test_bad_captions_end_in_one_sentence_and_nothing_half_made_stays(client, sound, captions, code) -> None:
    job = brought(client, sound, captions)
    assert (job.state, job.error_code) == ("failed", code)
    assert job.error_message.endswith((".", "?"))
    assert not Recording.objects.exists()
    assert not Lesson.objects.exists()
    assert not [p for p in settings.MEDIA_FOLDER.rglob("*") if p.is_file()]


def test_an_executable_named_mp4_is_refused(client) -> None:
    job = brought(client, b"\x7fELF" + b"\x00" * 5_000, vtt(), "talk.mp4")
    assert job.error_code == "not_media"
    assert "talk.mp4" in job.error_message
    assert not Recording.objects.exists()


def test_an_empty_file_and_huge_captions_are_refused_at_once(client, sound) -> None:
    assert bring(client, upload("talk.mp4", b""), upload("a.vtt", b"x")).status_code == 400
    big = bring(client, upload("talk.mp3", sound), upload("a.vtt", b"x" * 21_000_000))
    assert (big.status_code, big.json()["code"]) == (400, "captions_too_large")
    assert not Recording.objects.exists()


def test_an_upload_over_the_limit_is_refused(client, settings) -> None:
    settings.LARGEST_UPLOAD_BYTES = 10_000
    answer = bring(client, upload("talk.mp3", b"x" * 20_000), upload("a.vtt", b"x"))
    assert (answer.status_code, answer.json()["code"]) == (413, "upload_too_large")


def test_a_job_that_was_broken_off_goes_on_once(client, sound, monkeypatch) -> None:
    answer = bring(client, upload("talk.mp3", sound), upload("talk.vtt", vtt().encode()))
    job_id = answer.json()["id"]

    def killed(*_: object) -> None:
        raise KeyboardInterrupt

    with monkeypatch.context() as patch, pytest.raises(KeyboardInterrupt):
        patch.setattr("apps.lessons.jobs.recordings.hear", killed)
        work.run(job_id)
    assert Job.objects.get(id=job_id).state == "running"
    work.run(job_id)
    work.run(job_id)
    assert Job.objects.get(id=job_id).state == "done"
    assert Lesson.objects.count() == 1
    assert Lesson.objects.get().recording.sentences.count() == 6


def test_a_fault_of_our_own_is_told_without_its_insides(client, sound, monkeypatch, caplog) -> None:
    def broken(*_: object) -> None:
        raise RuntimeError("secret path /srv/x")

    monkeypatch.setattr("apps.lessons.jobs.recordings.hear", broken)
    job = brought(client, sound, vtt())
    assert job.error_code == "broke"
    assert "secret" not in client.get(f"/api/jobs/{job.id}/").content.decode()
    assert not Recording.objects.exists()


def test_jobs_are_watched_by_their_owner_alone_and_put_away(client, stranger, sound) -> None:
    job = brought(client, sound, b"")
    assert stranger.get(f"/api/jobs/{job.id}/").status_code == 404
    assert [j["id"] for j in client.get("/api/jobs/").json()] == [str(job.id)]
    assert client.delete(f"/api/jobs/{job.id}/").status_code == 204
    assert client.get("/api/jobs/").json() == []
