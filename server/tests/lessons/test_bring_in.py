import pytest
from django.conf import settings

from apps.lessons.models import Lesson
from apps.recordings import media
from apps.recordings.models import Recording
from apps.work import services as work
from apps.work.models import Job

from ..conftest import DEMO, bring, looked, run_jobs, upload, vtt

pytestmark = pytest.mark.django_db
TONE = ("-f", "lavfi", "-i", "sine=frequency=300:duration=60")


@pytest.fixture
def sound(media_file) -> bytes:
    return media_file(*TONE, ending="mp3")


def begun(client, teacher, data: bytes, captions: str | bytes, name: str = "talk.mp3") -> Job:
    """A file and its captions sent, looked at, and on the way in."""
    raw = captions.encode() if isinstance(captions, str) else captions
    look = looked(client, upload=str(upload(teacher, name, data).id))
    if look.state == "failed":
        return look
    answer = bring(client, look, way="file", upload=str(upload(teacher, "talk.vtt", raw).id))
    assert answer.status_code == 202, answer.content
    return Job.objects.get(id=answer.json()["id"])


def brought(client, teacher, data: bytes, captions: str | bytes, name: str = "talk.mp3") -> Job:
    job = begun(client, teacher, data, captions, name)
    run_jobs()
    job.refresh_from_db()
    return job


def test_a_recording_and_its_captions_become_a_lesson(client, teacher, sound) -> None:
    job = brought(client, teacher, sound, vtt())
    assert (job.state, [s["state"] for s in job.steps]) == ("done", ["done"] * 6)
    lesson = Lesson.objects.get(id=job.result["lesson"])
    assert lesson.title == "talk"
    assert lesson.recording.media_type == "audio/mpeg"
    assert lesson.recording.sentences.count() == 6
    assert lesson.segments.count() >= 1
    assert len(lesson.recording.peaks) > 100
    assert client.get(f"/api/lessons/{lesson.id}/").json()["title"] == "talk"


def test_the_demo_s_video_has_silences_where_sentences_end(client, teacher) -> None:
    job = brought(
        client,
        teacher,
        (DEMO / "three-knots.mp4").read_bytes(),
        (DEMO / "three-knots.vtt").read_text("utf-8"),
        "knots.mp4",
    )
    recording = Lesson.objects.get(id=job.result["lesson"]).recording
    assert recording.poster_url
    ends = [s.end_ms for s in recording.sentences.all()]
    silent = sum(any(a - 150 <= e <= b + 150 for a, b in recording.silences) for e in ends)
    assert silent >= 0.9 * len(ends)


@pytest.mark.parametrize(
    ("captions", "code"),
    [
        (b"\x7fELF\x02\x01" + bytes(range(32)) * 30, "captions_not_text"),
        (b"WEBVTT\n\n00:00:0x.000 --> 00:00:02.000\nHi\n", "caption_line"),
        (b"WEBVTT\n\n00:05:00.000 --> 00:05:02.000\nLate.\n", "caption_beyond_end"),
        (b"no times at all", "captions_no_cues"),
    ],
)
def test_bad_captions_end_in_one_sentence_and_nothing_half_made_stays(client, teacher, sound, captions, code) -> None:
    job = brought(client, teacher, sound, captions)
    assert (job.state, job.error_code) == ("failed", code)
    assert job.error_message.endswith((".", "?"))
    assert not Lesson.objects.exists()
    client.delete(f"/api/jobs/{job.id}/")
    assert not Recording.objects.exists()
    assert not [p for p in settings.MEDIA_FOLDER.rglob("*") if p.is_file() and "uploads" not in p.parts]


def test_an_executable_named_mp4_is_refused(client, teacher) -> None:
    job = brought(client, teacher, b"\x7fELF" + b"\x00" * 5_000, vtt(), "talk.mp4")
    assert job.error_code == "not_media"
    assert "talk.mp4" in job.error_message
    assert not Recording.objects.exists()


def test_huge_captions_are_refused_before_they_are_read(client, teacher, sound) -> None:
    look = looked(client, upload=str(upload(teacher, "talk.mp3", sound).id))
    big = bring(client, look, way="file", upload=str(upload(teacher, "a.vtt", b"x" * 21_000_000).id))
    assert (big.status_code, big.json()["code"]) == (400, "captions_too_large")
    assert not Recording.objects.exists()


def test_a_job_that_was_broken_off_goes_on_once(client, teacher, sound, monkeypatch) -> None:
    job_id = str(begun(client, teacher, sound, vtt()).id)

    def killed(*_: object) -> None:
        raise KeyboardInterrupt

    with monkeypatch.context() as patch, pytest.raises(KeyboardInterrupt):
        patch.setattr("apps.lessons.bringing_in.services.recordings.hear", killed)
        work.run(job_id)
    assert Job.objects.get(id=job_id).state == "running"
    work.run(job_id)
    work.run(job_id)
    assert Job.objects.get(id=job_id).state == "done"
    assert Lesson.objects.count() == 1
    assert Lesson.objects.get().recording.sentences.count() == 6


def test_a_failed_job_goes_on_from_the_step_that_failed(client, teacher, sound, monkeypatch) -> None:
    job = begun(client, teacher, sound, vtt())
    probed = []
    real = media.probe
    monkeypatch.setattr("apps.recordings.media.probe", lambda *a: probed.append(a) or real(*a))
    with monkeypatch.context() as patch:
        patch.setattr("apps.lessons.bringing_in.services.recordings.hear", lambda *_: 1 / 0)
        run_jobs()
    assert client.get("/api/jobs/").json()[0]["error_code"] == "broke"
    assert client.post(f"/api/jobs/{job.id}/").status_code == 202
    run_jobs()
    job.refresh_from_db()
    assert (job.state, len(probed)) == ("done", 1)
    assert client.post(f"/api/jobs/{job.id}/").json()["code"] == "not_failed"


def test_a_cancelled_job_stops_at_its_next_step_and_leaves_nothing(client, teacher, sound, monkeypatch) -> None:
    job = begun(client, teacher, sound, vtt())

    def cancel(*_: object) -> None:
        client.delete(f"/api/jobs/{job.id}/")

    monkeypatch.setattr("apps.lessons.bringing_in.services.recordings.hear", cancel)
    run_jobs()
    job.refresh_from_db()
    assert job.state == "cancelled"
    assert not Recording.objects.exists()


def test_other_words_can_be_tried_without_sending_the_file_again(client, teacher, sound) -> None:
    look = looked(client, upload=str(upload(teacher, "talk.mp3", sound).id))
    assert bring(client, look, way="pasted", text="no times at all").status_code == 202
    run_jobs()
    assert bring(client, look, way="pasted", text="[0:01] One goes out. \n[0:09] Two come in.").status_code == 202
    run_jobs()
    assert [s.text for s in Lesson.objects.get().recording.sentences.all()] == ["One goes out.", "Two come in."]
    assert not teacher.uploads.exists()


def test_a_fault_of_our_own_is_told_without_its_insides(client, teacher, sound, monkeypatch, caplog) -> None:
    def broken(*_: object) -> None:
        raise RuntimeError("secret path /srv/x")

    monkeypatch.setattr("apps.lessons.bringing_in.services.recordings.hear", broken)
    job = brought(client, teacher, sound, vtt())
    assert job.error_code == "broke"
    assert "secret" not in client.get(f"/api/jobs/{job.id}/").content.decode()


def test_jobs_are_watched_by_their_owner_alone_and_put_away(client, stranger, teacher, sound) -> None:
    job = brought(client, teacher, sound, "no times")
    assert stranger.get(f"/api/jobs/{job.id}/").status_code == 404
    assert [j["id"] for j in client.get("/api/jobs/").json()] == [str(job.id)]
    assert client.delete(f"/api/jobs/{job.id}/").status_code == 204
    assert client.get("/api/jobs/").json() == []
