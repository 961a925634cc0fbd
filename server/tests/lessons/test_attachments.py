"""Pictures and voice notes of items."""

import io
import subprocess

import pytest
from PIL import Image

from apps.assignments.services import share
from apps.lessons.history import services as history
from apps.lessons.items import attachments
from apps.lessons.models import Attachment, Lesson
from apps.recordings.models import Recording, Upload

from ..conftest import StudentBrowser, item_with, run_jobs, run_once_more, upload
from .test_lessons import send

pytestmark = pytest.mark.django_db


def picture(form: str = "PNG", size: tuple[int, int] = (2400, 1200), **more) -> bytes:
    file = io.BytesIO()
    Image.new("RGB", size, (200, 80, 40)).save(file, form, **more)
    return file.getvalue()


def asked(client, teacher, lesson, data: bytes, *, name: str = "gate.png", kind: str = "image"):
    sent = upload(teacher, name, data)
    return send(client, "post", f"lessons/{lesson.id}/attachments/", {"upload": str(sent.id), "kind": kind})


def kept(client, teacher, lesson, data: bytes, **more: str) -> str:
    """The name of what was kept; or the code of why it was not."""
    job = asked(client, teacher, lesson, data, **more).json()
    run_jobs()
    told = client.get(f"/api/jobs/{job['id']}/").json()
    return told["result"].get("name") or told["error_code"]


@pytest.mark.parametrize("form", ["PNG", "JPEG", "WEBP", "GIF"])
def test_a_picture_is_kept_no_wider_than_a_screen(client, teacher, lesson, form) -> None:
    served = client.get(f"/media/attached/{kept(client, teacher, lesson, picture(form))}")
    assert served["Content-Type"] == "image/webp"
    assert Image.open(io.BytesIO(b"".join(served.streaming_content))).size == (1600, 800)
    assert not Upload.objects.exists()


def test_a_photograph_stands_upright_and_tells_nothing_of_its_camera(client, teacher, lesson) -> None:
    turned = Image.Exif()
    turned[0x0112], turned[0x010F] = 6, "A camera"
    name = kept(client, teacher, lesson, picture("JPEG", (400, 200), exif=turned))
    shown = Image.open(attachments.Attachment.objects.get(name=name).path)
    assert shown.size == (200, 400)
    assert not shown.getexif()


@pytest.mark.parametrize(
    "data",
    [b"<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>", b"MZ\x90", picture()[:200], b"GIF89a"],
)
def test_what_is_no_picture_is_refused_in_one_sentence(client, teacher, lesson, data) -> None:
    assert kept(client, teacher, lesson, data) == "picture_unreadable"
    assert not Attachment.objects.exists()
    assert not Upload.objects.exists()


def test_a_huge_picture_is_refused(client, teacher, lesson, monkeypatch) -> None:
    monkeypatch.setattr(attachments, "LARGEST_PICTURE_BYTES", 1_000)
    assert kept(client, teacher, lesson, picture()) == "picture_too_large"
    monkeypatch.undo()
    # A few kilobytes that unpack to four hundred million points.
    bomb = io.BytesIO()
    Image.new("1", (20_000, 20_000)).save(bomb, "PNG")
    assert kept(client, teacher, lesson, bomb.getvalue()) == "picture_too_large"


def spoken(seconds: int, *more: str) -> bytes:
    command = ["ffmpeg", "-v", "error", "-f", "lavfi", "-i", f"sine=220:duration={seconds}", *more, "-"]
    return subprocess.run(command, capture_output=True, check=True).stdout


def test_a_spoken_note_plays_in_every_browser(client, teacher, lesson) -> None:
    name = kept(client, teacher, lesson, spoken(1, "-c:a", "libopus", "-f", "webm"), name="n.webm", kind="sound")
    part = client.get(f"/media/attached/{name}", headers={"Range": "bytes=4-7"})
    assert (part.status_code, part["Content-Type"], b"".join(part.streaming_content)) == (206, "audio/mp4", b"ftyp")


def test_a_spoken_note_has_an_end(client, teacher, lesson, monkeypatch) -> None:
    monkeypatch.setattr(attachments, "LONGEST_SOUND_MS", 500)
    told = kept(client, teacher, lesson, spoken(1, "-f", "wav"), name="n.wav", kind="sound")
    assert told == "sound_too_long"
    assert kept(client, teacher, lesson, picture(), name="n.wav", kind="sound") in ("not_media", "no_sound")


def test_a_worker_that_died_after_keeping_keeps_it_once(client, teacher, lesson) -> None:
    job = asked(client, teacher, lesson, picture()).json()
    run_jobs()
    run_once_more(job["id"])
    assert Attachment.objects.count() == 1


def test_other_teachers_lessons_take_no_attachments(client, teacher, lesson, stranger) -> None:
    assert asked(stranger, teacher, lesson, picture()).status_code == 404
    assert client.get("/media/attached/nothing-of-that-name").status_code == 404


def test_a_picture_without_words_for_it_is_a_finding_and_students_see_it(client, teacher, lesson) -> None:
    name = kept(client, teacher, lesson, picture())
    item = item_with(lesson, "choice")
    item.content = item.content | {"image": name, "image_alt": "A gate", "sound": "../../etc/passwd"}
    item.save()
    shown = StudentBrowser(share(teacher, lesson, name="Pictures", policy={})).get()["lesson"]["items"]
    [question] = [q for q in shown if q["id"] == str(item.id)]
    assert (question["image_url"], question["image_alt"]) == (f"/media/attached/{name}", "A gate")
    assert question["sound_url"] is None


def test_a_file_goes_with_the_last_change_that_names_it(
    client, teacher, lesson, monkeypatch, django_capture_on_commit_callbacks
) -> None:
    monkeypatch.setattr(history, "KEPT_CHANGES", 3)
    dropped, used = (kept(client, teacher, lesson, picture(size=(40, 30))) for _ in range(2))
    first, second = lesson.items.all()[:2]
    for item, name in ((first, dropped), (second, used)):
        item.content["image"] = name
        item.save()
    with django_capture_on_commit_callbacks(execute=True):
        with history.changing(lesson, "drop"):
            first.delete()
        for n in range(3):
            assert Attachment.objects.get(name=dropped).path.exists(), "it can still be brought back"
            with history.changing(lesson, f"type {n}"):
                lesson.items.filter(id=second.id).update(seen=bool(n))
    assert {a.name for a in Attachment.objects.all()} == {used}
    assert not (Attachment(name=dropped).path).exists()
    assert Attachment(name=used).path.exists()


def test_options_have_pictures_of_their_own(client, teacher, lesson) -> None:
    name = kept(client, teacher, lesson, picture())
    item = item_with(lesson, "choice")
    item.content["options"][1]["image"] = name
    item.save()
    shown = StudentBrowser(share(teacher, lesson, name="Pictures", policy={})).get()["lesson"]["items"]
    [question] = [q for q in shown if q["id"] == str(item.id)]
    assert question["option_image_urls"][:2] == [None, f"/media/attached/{name}"]
    attachments.remove_unnamed([name])
    assert Attachment.objects.filter(name=name).exists()


def test_a_picture_that_another_lesson_has_taken_over_outlives_its_own(
    client, teacher, lesson, django_capture_on_commit_callbacks
) -> None:
    taken, own = (kept(client, teacher, lesson, picture(size=(40, 30))) for _ in range(2))
    lesson.items.create(place=90, content={"kind": "note", "text": "Look.", "image": own})
    other = Lesson.objects.create(owner=teacher, title="Next", recording=Recording.objects.create(owner=teacher))
    other.items.create(place=1, content={"kind": "note", "text": "Look.", "image": taken})
    with django_capture_on_commit_callbacks(execute=True):
        lesson.remove()
        assert client.delete(f"/api/lessons/{lesson.id}/removed/").status_code == 204
    assert [a.name for a in Attachment.objects.all()] == [taken]
    assert client.get(f"/media/attached/{taken}").status_code == 200
    assert not Attachment(name=own).path.exists()
