"""Exporting and erasing: everything comes out, and then nothing is left; what is old goes by itself."""

from __future__ import annotations

import io
import json
import os
import zipfile
from datetime import timedelta
from importlib import import_module

import pytest
from django.apps import apps
from django.db import IntegrityError, transaction
from django.db.models import ProtectedError
from django.utils import timezone

from apps.accounts.models import AuditEntry
from apps.assignments.models import Edition
from apps.lessons.offering.services import offer
from apps.privacy import exporting
from apps.privacy.tidying import tidy
from apps.recordings.models import Upload
from apps.study.models import Answer, Student
from apps.work import made
from apps.work.models import Job

from ..conftest import item_with, posted, run_jobs, upload

pytestmark = pytest.mark.django_db


@pytest.fixture
def student(browser, lesson) -> Student:
    browser.answer(item_with(lesson, "open"), {"text": "By its own weight."})
    return Student.objects.get()


def data_of(student: Student) -> str:
    return f"/api/assignments/{student.assignment_id}/students/{student.id}/data/"


def test_one_student_is_exported_renamed_and_erased(client, student) -> None:
    told = client.get(data_of(student)).json()
    assert told["nickname"] == "Zoe"
    assert "By its own weight." in json.dumps(told["items"])
    assert client.patch(data_of(student), {"nickname": "Z."}, content_type="application/json").status_code == 204
    assert Student.objects.get().nickname == "Z."
    assert client.delete(data_of(student)).status_code == 204
    assert (Student.objects.count(), Answer.objects.count()) == (0, 0)


def test_nothing_else_takes_an_answer_with_it(student, assignment, teacher) -> None:
    for thing in (student, assignment, teacher):
        with pytest.raises(ProtectedError), transaction.atomic():
            thing.delete()


def test_the_database_itself_refuses_to_change_an_edition(assignment) -> None:
    edition = Edition.objects.get()
    for change in ({"content": {}}, {"sha256": "x"}, {"secret": "x"}):
        with pytest.raises(IntegrityError), transaction.atomic():
            Edition.objects.filter(id=edition.id).update(**change)


def test_an_account_is_exported_as_one_archive(client, student, lesson, stranger) -> None:
    offer(lesson.owner, [lesson], title="Locks", author="R. Tessel", licence="", reach="anyone")
    job = posted(client, "/api/account/export/", {}).json()["id"]
    assert client.get(f"/api/jobs/{job}/file/").status_code == 404
    run_jobs()
    answer = client.get(f"/api/jobs/{job}/file/")
    packed = zipfile.ZipFile(io.BytesIO(b"".join(answer.streaming_content)))
    assert {f"lessons/{lesson.id}/source", f"lessons/{lesson.id}/captions", "account.json"} <= set(packed.namelist())
    (offered,) = json.loads(packed.read("account.json"))["offers"]
    assert (offered["author"], offered["reach"], offered["ended_at"]) == ("R. Tessel", "anyone", None)
    assert "By its own weight." in packed.read(f"assignments/{student.assignment_id}.json").decode()
    assert json.loads(packed.read(f"lessons/{lesson.id}/lesson.json"))["sentences"]
    assert stranger.get(f"/api/jobs/{job}/file/").status_code == 404


def test_a_deleted_account_leaves_nothing_behind(client, student, lesson, teacher) -> None:
    folder = lesson.recording.folder
    upload(teacher, "a.mp4", b"x")
    archive = made.path_of(exporting.start(teacher))
    run_jobs()
    assert archive.exists()
    assert client.get("/api/account/erasure/").json() == {
        "lessons": 1,
        "recordings": 1,
        "assignments": 1,
        "students": 1,
        "answers": 1,
    }
    refused = posted(client, "/api/account/erasure/", {"password": "no"})
    assert refused.json()["code"] == "wrong_password"
    gone = posted(client, "/api/account/erasure/", {"password": "a long pass phrase"})
    assert gone.status_code == 204
    assert not folder.exists()
    assert not archive.exists()
    ours = [m for m in apps.get_models() if m.__module__.startswith("apps.") and m.__name__ != "Attempts"]
    assert {m.__name__: m._default_manager.count() for m in ours} == dict.fromkeys([m.__name__ for m in ours], 0)


def test_what_is_old_goes_by_itself(teacher, student, settings) -> None:
    settings.ANSWERS_KEPT_DAYS = 30
    upload(teacher, "a.mp4", b"x")
    Upload.objects.update(created_at=timezone.now() - timedelta(days=3))
    Job.objects.create(owner=teacher, kind="look", state="done")
    Job.objects.update(created_at=timezone.now() - timedelta(days=3))
    made.folder().mkdir(parents=True)
    (made.folder() / "old").touch()
    os.utime(made.folder() / "old", (0, 0))
    AuditEntry.objects.create(user=teacher, action="shared")
    AuditEntry.objects.filter(action="shared").update(at=timezone.now() - timedelta(days=400))
    gone = tidy()
    assert (gone["uploads"], gone["looks"], gone["students"], gone["files"]) == (1, 1, 0, 1)
    assert gone["audit"] >= 1
    Student.objects.update(last_seen_at=timezone.now() - timedelta(days=31))
    assert tidy()["students"] == 1
    assert Answer.objects.count() == 0


def test_what_was_done_can_be_read_and_names_no_student(client, student) -> None:
    client.post(f"/api/assignments/{student.assignment_id}/closed/")
    client.delete(data_of(student))
    entries = client.get("/api/account/audit/").json()
    assert [e["action"] for e in entries] == ["erased_student", "closed", "shared"]
    assert "Zoe" not in json.dumps(entries)


def test_answers_already_given_keep_their_marks_when_orders_come_from_a_secret(student) -> None:
    """The migration writes down what students arranged as the item numbers it."""
    migration = import_module("apps.study.migrations.0003_as_written")
    edition = Edition.objects.get()
    item = str(Answer.objects.get().item_id)
    content = edition.content | {"items": [{"id": item, "kind": "order", "steps": ["a", "b", "c"]}]}
    copy = Edition.objects.create(recording=edition.recording, content=content, sha256="y")
    assignment = student.assignment
    assignment.edition = copy
    assignment.save()
    shown = migration.shuffled(3, item)
    Answer.objects.update(response={"arranged": [shown.index(n) for n in (0, 1, 2)]})
    migration.keep_as_written(apps, None)
    assert Answer.objects.get().response == {"arranged": [0, 1, 2]}
