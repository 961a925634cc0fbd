"""A lesson leaves as an archive and arrives elsewhere as the same lesson."""

from __future__ import annotations

import base64
import io
import json
import zipfile

import pytest
from django.utils import timezone
from PIL import Image

from apps.assignments.services import freeze
from apps.exchange.leaving import FORMS
from apps.handouts.models import Handout
from apps.lessons import services as lessons
from apps.lessons.items import attachments
from apps.lessons.items import services as items
from apps.lessons.models import Attachment, Item, Lesson, Material
from apps.recordings import services as recordings
from apps.recordings.models import Recording
from apps.work.models import Job
from escuela_core.exchange.reading import read_items
from escuela_core.handouts import USUAL

from ..conftest import CHOICE, GAP, LENGTH_MS, make_lesson, make_teacher, posted, run_jobs, signed_in, upload

pytestmark = pytest.mark.django_db


def hashed(lesson: Lesson) -> str:
    return freeze(lesson, list(lesson.items.filter(place=Item.Place.LESSON))).sha256


def leaving(lesson: Lesson) -> str:
    return f"/api/lessons/{lesson.id}/leaving/"


def archive_of(client, lesson, *, with_recording: bool = True) -> bytes:
    given = {"form": "archive", "with_recording": with_recording}
    job = posted(client, leaving(lesson), given).json()["id"]
    run_jobs()
    return b"".join(client.get(f"/api/jobs/{job}/file/").streaming_content)


def arrived(client, owner, data: bytes) -> Job:
    answer = posted(client, "/api/arriving/", {"upload": str(upload(owner, "Locks.lesson.zip", data).id)})
    assert answer.status_code == 202, answer.content
    run_jobs()
    return Job.objects.get(id=answer.json()["id"])


@pytest.fixture
def rich(teacher, media_file) -> Lesson:
    """A lesson with everything that can go along, on a recording that really plays."""
    lesson = make_lesson(teacher, (CHOICE, GAP))
    seconds = str(LENGTH_MS // 1000)
    sound = media_file("-f", "lavfi", "-i", f"sine=300:d={seconds}", "-c:a", "aac", ending="m4a")
    recording = lesson.recording
    recording.source.write_bytes(sound)
    recording.media_type, recording.known_by, recording.has_picture = "audio/mp4", "sha256:abc", False
    recording.save()
    recordings.hear(recording, lambda _share: None)
    recording.tracks.create(language="es", label="Español", cues=[[0, 900, "Hola"]])
    picture = io.BytesIO()
    Image.new("RGB", (40, 30), "red").save(picture, "PNG")
    attachments.keep(teacher, lesson, upload_id=upload(teacher, "a.png", picture.getvalue()).id, kind="image")
    run_jobs()
    kept = lesson.attachments.get()
    item = lesson.items.first()
    items.change_item(item, item.content | {"image": kept.name, "image_alt": "A lock"}, None)
    lesson.items.filter(content__kind="gap").update(pause_by_teacher=True)
    Material.objects.create(lesson=lesson, kind="glossary", content={"kind": "glossary", "place": "after", "lines": []})
    Handout.objects.create(lesson=lesson, layout=USUAL.to_json())
    lesson.wishes = {"goals": ["know locks"], "remarks": "for me alone"}
    lesson.save()
    run_jobs()
    return Lesson.objects.get(id=lesson.id)


def test_a_lesson_arrives_as_it_left(client, teacher, rich) -> None:
    before = hashed(rich)
    data = archive_of(client, rich)
    names = zipfile.ZipFile(io.BytesIO(data)).namelist()
    assert names[0] == "lesson.json"
    assert {n.split("/")[0] for n in names[1:]} == {"attached", "media"}
    assert "for me alone" not in zipfile.ZipFile(io.BytesIO(data)).read("lesson.json").decode()

    # As on a fresh installation: nothing of it is there.
    rich.editions.all().delete()
    rich.removed_at = timezone.now()
    rich.save()
    lessons.purge(rich)
    Recording.objects.all().delete()
    assert not Attachment.objects.exists()
    job = arrived(client, teacher, data)
    assert job.state == Job.State.DONE, job.error_message
    fresh = Lesson.objects.get(id=job.result["lesson"])
    assert hashed(fresh) == before
    assert fresh.recording.peaks
    assert fresh.recording.tracks.get().cues == [[0, 900, "Hola"]]
    assert fresh.items.get(content__kind="gap").pause_by_teacher
    desk = client.get(f"/api/lessons/{fresh.id}/")
    assert desk.status_code == 200
    assert (desk.json()["wishes"]["goals"], desk.json()["wishes"]["remarks"]) == (["know locks"], "")
    assert fresh.handout.layout == USUAL.to_json()
    assert Image.open(Attachment.objects.get().path).size == (40, 30)
    assert not fresh.is_checking
    assert not (fresh.recording.folder / "arrived").exists()
    assert not teacher.uploads.exists()


def test_beside_itself_it_gets_ids_of_its_own(client, teacher, rich) -> None:
    job = arrived(client, teacher, archive_of(client, rich))
    fresh = Lesson.objects.get(id=job.result["lesson"])
    assert fresh.id != rich.id
    assert not {i.id for i in fresh.items.all()} & {i.id for i in rich.items.all()}
    pictures = {i.content["image"] for i in Item.objects.all() if i.content.get("image")}
    assert len(pictures) == 2
    assert pictures == set(Attachment.objects.values_list("name", flat=True))


def test_without_its_recording_it_takes_the_one_that_is_there(client, teacher, rich) -> None:
    data = archive_of(client, rich, with_recording=False)
    assert "media" not in str(zipfile.ZipFile(io.BytesIO(data)).namelist())
    fresh = Lesson.objects.get(id=arrived(client, teacher, data).result["lesson"])
    assert fresh.recording.source.read_bytes() == rich.recording.source.read_bytes()

    colleague = make_teacher("bo@school.example", "Bo")
    job = arrived(signed_in(colleague), colleague, data)
    assert (job.state, job.error_code) == ("failed", "archive_without_recording")
    assert not colleague.lessons.exists()


def test_who_made_it_is_told(client, rich) -> None:
    posted(client, "/api/offers/", {"lessons": [str(rich.id)], "title": "x", "author": "Runa", "licence": "CC BY 4.0"})
    data = archive_of(client, rich)
    colleague = make_teacher("bo@school.example", "Bo")
    job = arrived(signed_in(colleague), colleague, data)
    origin = Lesson.objects.get(id=job.result["lesson"]).origin
    assert (origin["author"], origin["licence"]) == ("Runa", "CC BY 4.0")


@pytest.mark.parametrize(
    ("change", "code"),
    [
        ({"title": 3}, "item_shape"),
        ({"escuela_lesson": 99}, "lesson_newer"),
        ({"layout": {"parts": 3}}, "layout_shape"),
        ({"items": [{"place": "lesson", "pause_by_teacher": False, "item": {"kind": "choice"}}]}, "item_shape"),
    ],
)
def test_what_is_no_lesson_leaves_nothing_behind(client, teacher, rich, change, code) -> None:
    packed = zipfile.ZipFile(io.BytesIO(archive_of(client, rich)))
    told = json.loads(packed.read("lesson.json")) | change
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w") as again:
        again.writestr("lesson.json", json.dumps(told))
    job = arrived(client, teacher, made.getvalue())
    assert (job.state, job.error_code) == ("failed", code)
    assert Lesson.with_removed.count() == 1
    client.delete(f"/api/jobs/{job.id}/")
    assert Recording.objects.count() == 1


def test_a_link_that_is_none_is_not_taken_over(client, teacher, rich) -> None:
    told = json.loads(zipfile.ZipFile(io.BytesIO(archive_of(client, rich, with_recording=False))).read("lesson.json"))
    told["recording"]["link"] = "javascript:alert(1)"
    fresh = Lesson.objects.get(id=arrived(client, teacher, json.dumps(told | {"files": []}).encode()).result["lesson"])
    assert fresh.recording.link == ""


def test_a_damaged_archive_says_so(client, teacher, rich) -> None:
    data = archive_of(client, rich)
    assert arrived(client, teacher, data[: len(data) // 2]).error_code == "archive"
    damaged = bytearray(data)
    damaged[data.index(b"ftyp") + 200] ^= 255
    assert arrived(client, teacher, bytes(damaged)).error_code in {"archive", "package"}
    assert Lesson.with_removed.count() == 1


def test_a_lesson_leaves_in_every_form_and_each_says_what_it_cannot_hold(client, rich) -> None:
    losses = {f["form"]: {x["code"]: x["count"] for x in f["losses"]} for f in client.get(leaving(rich)).json()}
    assert set(losses) == set(FORMS)
    assert losses["qti"] == {"pause": 2, "typing": 1}
    assert losses["archive"] == {}
    taken = {}
    for form in FORMS:
        job = posted(client, leaving(rich), {"form": form}).json()["id"]
        run_jobs()
        answer = client.get(f"/api/jobs/{job}/file/")
        assert answer.headers["Content-Disposition"].startswith('attachment; filename="Locks.')
        taken[form] = b"".join(answer.streaming_content)
    prompts = [i.content["prompt"] for i in rich.items.order_by("content__pause_ms")]
    assert [i["prompt"] for i in json.loads(taken["items"])["items"]] == prompts
    assert [i.asked for i in read_items(taken["qti"]).items] == prompts
    assert [i.asked for i in read_items(taken["cartridge"]).items] == prompts
    with zipfile.ZipFile(io.BytesIO(taken["cartridge"])) as package:
        assert b"<h1>Locks</h1>" in package.read("pages/handout.html")
    cues = taken["track"].decode()
    assert cues.startswith("WEBVTT")
    assert '"type": "pause"' in cues
    assert "Olivares" not in cues


def test_items_of_another_system_are_pasted(client, rich) -> None:
    job = posted(client, leaving(rich), {"form": "qti"}).json()["id"]
    run_jobs()
    package = b"".join(client.get(f"/api/jobs/{job}/file/").streaming_content)
    told = posted(client, "/api/sheets/", {"content": base64.b64encode(package).decode()}).json()
    assert [i["kind"] for i in json.loads(told["text"])["items"]] == ["choice", "gap"]
    assert [x["why"] for x in told["left"]] == ["files"]
    preview = posted(client, f"/api/lessons/{rich.id}/pasted/", {"text": told["text"]}).json()
    assert len(preview["items"]) == 2
    broken = posted(client, "/api/sheets/", {"content": base64.b64encode(b"<a><b>").decode()})
    assert (broken.status_code, broken.json()["code"]) == (400, "xml_unreadable")
