import pytest
from django.test import Client

from apps.recordings import media
from apps.recordings.media import NoSoundError, NotMediaError
from escuela_core.transcripts import Word, read_captions
from escuela_core.transcripts.correcting import corrected

TONE = ("-f", "lavfi", "-i", "sine=frequency=300:duration=2")
PICTURE = ("-f", "lavfi", "-i", "color=c=teal:size=160x90:duration=2:rate=10")


@pytest.mark.parametrize(
    ("options", "ending", "media_type", "has_picture"),
    [
        ((*PICTURE, *TONE, "-c:v", "libx264", "-c:a", "aac", "-shortest"), "mp4", "video/mp4", True),
        ((*PICTURE, *TONE, "-c:v", "libvpx", "-c:a", "libopus", "-shortest"), "webm", "video/webm", True),
        ((*TONE,), "mp3", "audio/mpeg", False),
        ((*TONE, "-c:a", "libvorbis"), "ogg", "audio/ogg", False),
        ((*TONE,), "wav", "audio/wav", False),
        ((*TONE, "-c:a", "aac"), "m4a", "audio/mp4", False),
        ((*PICTURE, *TONE, "-c:v", "mpeg4", "-c:a", "aac", "-shortest"), "mp4", "", True),
    ],
)
def test_each_kind_of_file_is_known_by_what_it_holds(
    media_file, tmp_path, options, ending, media_type, has_picture
) -> None:
    path = tmp_path / "as-brought"
    path.write_bytes(media_file(*options, ending=ending))
    found = media.probe(path, f"talk.{ending}")
    assert (found.media_type, found.has_picture) == (media_type, has_picture)
    assert abs(found.duration_ms - 2_000) < 150


def test_a_video_without_sound_is_refused_in_a_sentence(media_file, tmp_path) -> None:
    path = tmp_path / "silent"
    path.write_bytes(media_file(*PICTURE, "-c:v", "libx264"))
    with pytest.raises(NoSoundError, match="“silent.mp4” has no sound"):
        media.probe(path, "silent.mp4")


@pytest.mark.parametrize(
    "data",
    [
        b"",
        b"\x7fELF\x02\x01\x01" + b"\x00" * 400,
        b"MZ" + b"\x90" * 900,
        b"#EXTM3U\nfile:///etc/passwd\n",
        b"<html><script>1</script>",
    ],
)
def test_what_only_calls_itself_a_video_is_refused(tmp_path, data: bytes) -> None:
    path = tmp_path / "evil"
    path.write_bytes(data)
    with pytest.raises(NotMediaError, match="“evil.mp4” is not a video or sound file"):
        media.probe(path, "evil.mp4")


def test_a_truncated_file_is_refused_in_a_sentence(media_file, tmp_path) -> None:
    whole = media_file(*PICTURE, *TONE, "-c:v", "libx264", "-c:a", "aac", "-shortest")
    path = tmp_path / "cut"
    path.write_bytes(whole[: len(whole) // 2])
    with pytest.raises(NotMediaError, match="“cut.mp4” is not"):
        media.probe(path, "cut.mp4")


def test_of_eight_sound_tracks_the_first_is_heard(media_file, tmp_path) -> None:
    tracks = [part for n in range(8) for part in ("-f", "lavfi", "-i", f"sine=frequency={300 + 40 * n}:duration=2")]
    mapped = [part for n in range(8) for part in ("-map", f"{n}:a")]
    path = tmp_path / "many"
    path.write_bytes(media_file(*tracks, *mapped, "-c:a", "aac", ending="m4a"))
    found = media.probe(path, "many.m4a")
    assert (found.has_picture, found.media_type) == (False, "audio/mp4")
    heard = b"".join(media.samples(path, lambda _: None, 2_000))
    assert len(heard) / 2 / media.RATE == pytest.approx(2.0, abs=0.1)


def test_a_phone_video_on_its_side_keeps_its_length_and_has_a_poster(media_file, tmp_path) -> None:
    flat = tmp_path / "flat.mp4"
    flat.write_bytes(media_file(*PICTURE, *TONE, "-c:v", "libx264", "-c:a", "aac", "-shortest"))
    path = tmp_path / "turned"
    path.write_bytes(media_file("-i", str(flat), "-c", "copy", "-metadata:s:v", "rotate=90"))
    found = media.probe(path, "phone.mp4")
    assert (found.media_type, found.has_picture) == ("video/mp4", True)
    assert abs(found.duration_ms - 2_000) < 150
    poster = tmp_path / "poster.jpg"
    media.poster(path, poster, found.duration_ms // 5)
    assert poster.stat().st_size > 0


def test_a_video_of_uneven_frames_is_as_long_as_its_sound(media_file, tmp_path) -> None:
    uneven = ("-vf", "select='lt(n,5)+gt(n,15)'", "-fps_mode", "vfr")
    path = tmp_path / "uneven"
    path.write_bytes(media_file(*PICTURE, *TONE, *uneven, "-c:v", "libx264", "-c:a", "aac"))
    assert abs(media.probe(path, "uneven.mp4").duration_ms - 2_000) < 200


def test_a_file_browsers_cannot_play_is_converted_whole(media_file, tmp_path) -> None:
    source, target = tmp_path / "source", tmp_path / "played.mp4"
    source.write_bytes(media_file(*PICTURE, *TONE, "-c:v", "mpeg4", "-c:a", "ac3", "-shortest", ending="mkv"))
    shares: list[float] = []
    media.convert(source, target, has_picture=True, duration_ms=2_000, progress=shares.append)
    assert media.probe(target, "x").media_type == "video/mp4"
    assert not list(tmp_path.glob("*.part*"))
    assert shares


def test_samples_are_mono_at_sixteen_kilohertz(media_file, tmp_path) -> None:
    path = tmp_path / "tone"
    path.write_bytes(media_file(*TONE, ending="wav"))
    data = b"".join(media.samples(path, lambda _: None, 2_000))
    assert abs(len(data) / 2 / media.RATE - 2.0) < 0.05


@pytest.mark.parametrize(
    ("header", "status", "content_range", "length"),
    [
        (None, 200, None, 2048),
        ("bytes=0-99", 206, "bytes 0-99/2048", 100),
        ("bytes=2000-", 206, "bytes 2000-2047/2048", 48),
        ("bytes=-10", 206, "bytes 2038-2047/2048", 10),
        ("bytes=100-999999", 206, "bytes 100-2047/2048", 1948),
        ("bytes=5000-", 416, "bytes */2048", None),
        ("bytes=9-3", 416, "bytes */2048", None),
        ("lines=1-2", 416, "bytes */2048", None),
    ],
)
def test_seeking_works_by_ranges(lesson, header, status, content_range, length) -> None:
    answer = Client().get(lesson.recording.media_url, headers={"Range": header} if header else {})
    assert answer.status_code == status
    assert answer.headers.get("Content-Range") == content_range
    if length:
        body = b"".join(answer.streaming_content)
        assert len(body) == length == int(answer.headers["Content-Length"])
        whole = bytes(range(256)) * 8
        assert body in whole


def test_a_range_of_an_older_file_gives_the_whole(lesson) -> None:
    answer = Client().get(lesson.recording.media_url, headers={"Range": "bytes=0-9", "If-Range": '"other"'})
    assert answer.status_code == 200


def test_media_is_served_as_what_it_was_found_to_be_and_runs_nothing(lesson) -> None:
    answer = Client().get(lesson.recording.media_url)
    assert answer.headers["Content-Type"] == "video/mp4"
    assert answer.headers["X-Content-Type-Options"] == "nosniff"
    assert "sandbox" in answer.headers["Content-Security-Policy"]


def test_what_is_said_comes_as_a_webvtt_track(lesson) -> None:
    answer = Client().get(f"{lesson.recording.media_url}/captions.vtt")
    assert answer.headers["Content-Type"].startswith("text/vtt")
    read = read_captions(answer.content, language="en")
    assert [s.text for s in read.sentences] == [s.text for s in lesson.recording.sentences.all()]


@pytest.mark.parametrize("key", ["x", "..%2f..%2fetc", "a" * 40])
def test_media_cannot_be_guessed(db, key: str) -> None:
    assert Client().get(f"/media/{key}").status_code == 404
    assert Client().get(f"/media/{key}/poster").status_code == 404


OLD = tuple(Word(n * 100, n * 100 + 100, t, "given") for n, t in enumerate("the bow line makes a loop".split()))


def test_a_corrected_word_keeps_its_time() -> None:
    words = corrected(OLD, "the bow rope makes a loop".split())
    assert [(w.text, w.start_ms) for w in words][2] == ("rope", 200)
    assert words[2].timing == "given"


def test_two_words_made_one_share_their_time() -> None:
    words = corrected(OLD, "the bowline makes a loop".split())
    assert (words[1].text, words[1].start_ms, words[1].end_ms, words[1].timing) == ("bowline", 100, 300, "estimated")
    assert [w.start_ms for w in words[2:]] == [300, 400, 500]


@pytest.mark.parametrize("text", ["new words only here", "the", "the bow line makes a very very long loop", "loop"])
def test_times_stay_in_order_whatever_is_written(text: str) -> None:
    words = corrected(OLD, text.split())
    assert " ".join(w.text for w in words) == text
    assert all(a.start_ms < a.end_ms for a in words)
    assert all(a.start_ms <= b.start_ms for a, b in zip(words, words[1:], strict=False))
