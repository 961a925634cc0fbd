"""What the server's tests stand on: a teacher, a lesson read from real words, a shared assignment, a student."""

from __future__ import annotations

import shutil
import subprocess
import tempfile
import threading
import uuid
from collections.abc import Callable, Iterator
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings
from django.db import connection
from django.test import Client
from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob

from apps.accounts import mailing
from apps.accounts.models import User
from apps.assignments.models import Assignment
from apps.assignments.services import share
from apps.lessons.items import services as items
from apps.lessons.models import Item, Lesson
from apps.lessons.segments import services as segments
from apps.recordings import uploads
from apps.recordings.models import Recording, Upload
from apps.recordings.scripts import read_script
from apps.study.models import Answer, Student
from apps.study.services import answer, join
from apps.work import services as work
from apps.work.models import Job

DEMO = Path(__file__).resolve().parents[2] / "demo" / "media"
LENGTH_MS = 52_000
WORDS = (
    "Tonight we follow one small boat up to the canal.",
    "The canal lies almost three metres higher than the harbour.",
    "The water flows in by its own weight, and no pump is needed.",
    "The chamber takes about six minutes to fill.",
    "Marta Olivares built the first gates of oak.",
    "Emptying the chamber takes four minutes.",
)
CHOICE = {
    "kind": "choice",
    "prompt": "How long does the chamber take to fill?",
    "options": [
        {"text": "About two minutes", "correct": False},
        {"text": "About six minutes", "correct": True},
        {"text": "About an hour", "correct": False},
    ],
    "explanation": "It fills slowly, in about six minutes.",
}
OPEN = {
    "kind": "open",
    "prompt": "Why is no pump needed?",
    "model_answer": "The water flows by its own weight.",
    "marks": 2,
}
GAP = {"kind": "gap", "prompt": "The gates were built by Marta ___.", "answers": ["Olivares"], "explanation": "Of oak."}


def vtt(texts: tuple[str, ...] = WORDS, step_ms: int = 8_000) -> str:
    def stamp(ms: int) -> str:
        return f"00:{ms // 60000:02d}:{ms // 1000 % 60:02d}.{ms % 1000:03d}"

    cues = [f"{stamp(n * step_ms + 500)} --> {stamp(n * step_ms + 6_000)}\n{t}" for n, t in enumerate(texts)]
    return "WEBVTT\n\n" + "\n\n".join(cues) + "\n"


@pytest.fixture(autouse=True)
def _media() -> Iterator[None]:
    yield
    shutil.rmtree(settings.MEDIA_FOLDER, ignore_errors=True)


def make_teacher(email: str = "runa@school.example", name: str = "Runa Tessel") -> User:
    user = User.objects.create_user(email, "a long pass phrase", name=name)
    user.confirmed_at = timezone.now()
    user.save()
    return user


def signed_in(user: User) -> Client:
    client = Client()
    client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
    return client


@pytest.fixture
def teacher(db: None) -> User:
    return make_teacher()


@pytest.fixture
def client(teacher: User) -> Client:
    return signed_in(teacher)


@pytest.fixture
def stranger(db: None) -> Client:
    return signed_in(make_teacher("other@school.example", "Bruno Vane"))


def make_lesson(owner: User, contents: tuple[dict[str, Any], ...] = (), texts: tuple[str, ...] = WORDS) -> Lesson:
    """A lesson as the job would make it, without the media's bytes."""
    recording = Recording.objects.create(
        owner=owner, title="Locks", duration_ms=len(texts) * 8_000 + 4_000, media_type="video/mp4", has_picture=True
    )
    recording.silences = [[n * 8_000 + 6_000, n * 8_000 + 8_500] for n in range(len(texts))]
    recording.save()
    recording.folder.mkdir(parents=True)
    recording.captions.write_text(vtt(texts), "utf-8")
    recording.source.write_bytes(bytes(range(256)) * 8)
    read_script(recording)
    lesson = segments.make_lesson(recording)
    for content in contents:
        items.add_item(lesson, items.content_of(content))
    run_jobs()
    return Lesson.objects.get(id=lesson.id)


_sent: set[int] = set()


def post_mail() -> None:
    """What the worker does with the mails that were asked for."""
    for task in ProcrastinateJob.objects.filter(task_name="accounts.mail").exclude(id__in=_sent).order_by("id"):
        _sent.add(task.id)
        mailing.send(**task.args)


def run_once_more(job_id: str) -> dict[str, Any]:
    """As after a worker that wrote the result and died before it could say so; the job's result."""
    job = Job.objects.get(id=job_id)
    Job.objects.filter(id=job_id).update(
        state=Job.State.RUNNING, result={}, steps=[step | {"state": "waiting"} for step in job.steps]
    )
    work.run(job_id)
    return Job.objects.get(id=job_id).result


def run_jobs() -> None:
    """What a worker would do, here and now."""
    while job := Job.objects.filter(state=Job.State.WAITING).order_by("created_at").first():
        work.run(str(job.id))


@pytest.fixture
def lesson(teacher: User) -> Lesson:
    return make_lesson(teacher, (CHOICE, OPEN, GAP))


def was_shut(assignment: Assignment, ago: timedelta) -> None:
    """As if it had been closed by hand so long ago."""
    assignment.shut_at = timezone.now() - ago
    assignment.save()


def item_with(lesson: Lesson, kind: str) -> Item:
    return next(i for i in lesson.items.all() if i.content["kind"] == kind)


@pytest.fixture
def assignment(teacher: User, lesson: Lesson) -> Assignment:
    return share(teacher, lesson, name="Deck hands", policy={"attempts": 2})


@pytest.fixture
def student(assignment: Assignment) -> Student:
    return join(assignment, "Amaya")


def there_since(minutes: int) -> None:
    """All students joined so long ago: there was time to play what they report."""
    Student.objects.update(joined_at=timezone.now() - timedelta(minutes=minutes))


class StudentBrowser:
    """A student's device: its own cookies, JSON in and out."""

    def __init__(self, assignment: Assignment, nickname: str | None = "Zoe") -> None:
        self.client = Client()
        self.base = f"/api/study/{assignment.code}/"
        self.joined = self.post("", {"nickname": nickname}) if nickname is not None else None

    def played(self, *spans: tuple[int, int], wall_ms: int | None = None) -> Any:
        rows = [
            {"id": str(uuid.uuid4()), "start_ms": a, "end_ms": b, "wall_ms": b - a if wall_ms is None else wall_ms}
            for a, b in spans
        ]
        return self.post("played/", {"stretches": rows})

    def get(self) -> dict[str, Any]:
        return self.client.get(self.base).json()

    def post(self, path: str, data: dict[str, Any]) -> Any:
        return self.client.post(self.base + path, data, content_type="application/json")

    def answer(self, item: Item, response: dict[str, Any], answer_id: str | None = None) -> Any:
        given = {"id": answer_id or str(uuid.uuid4()), "item": str(item.id), "response": response}
        return self.post("answers/", given)


@pytest.fixture
def browser(assignment: Assignment) -> StudentBrowser:
    return StudentBrowser(assignment)


def upload(owner: User, name: str, data: bytes) -> Upload:
    """A file as it lies there after its upload."""
    with tempfile.NamedTemporaryFile() as file:
        file.write(data)
        file.flush()
        return uploads.put(owner, Path(file.name), name)


def posted(client: Client, address: str, data: dict[str, Any]) -> Any:
    return client.post(address, data, content_type="application/json")


def looked(client: Client, **what: Any) -> Job:
    """A look at an upload or a link, done."""
    answer = posted(client, "/api/looks/", what)
    assert answer.status_code == 202, answer.content
    run_jobs()
    return Job.objects.get(id=answer.json()["id"])


def bring(client: Client, look: Job, *, title: str = "", language: str = "en", **script: Any) -> Any:
    data = {"look": str(look.id), "script": script, "title": title, "language": language}
    return posted(client, "/api/lessons/", data)


@pytest.fixture
def media_file(tmp_path: Path) -> Callable[..., bytes]:
    """A small media file made by ffmpeg from its own test sources."""

    def make(*options: str, ending: str = "mp4") -> bytes:
        path = tmp_path / f"made.{ending}"
        subprocess.run(["ffmpeg", "-v", "error", "-y", *options, str(path)], check=True, stdin=subprocess.DEVNULL)
        return path.read_bytes()

    return make


def at_once(*calls: Callable[[], object]) -> list[Exception]:
    """Each call in a thread and on a connection of its own, all at the same moment; what failed."""
    gate = threading.Barrier(len(calls))
    failed: list[Exception] = []

    def run(call: Callable[[], object]) -> None:
        gate.wait()
        try:
            call()
        except Exception as error:  # noqa: BLE001 (whatever it is, the test shows it)
            failed.append(error)
        finally:
            connection.close()

    threads = [threading.Thread(target=run, args=(call,)) for call in calls]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(timeout=30)
    return failed


def answered(student: Student, answer_id: uuid.UUID, item_id: object, given: object) -> Answer:
    """One answer through the service; the try it made."""
    return answer(Student.objects.filter(id=student.id), answer_id, item_id, given)[1][-1]


def sent(client: Client, method: str, path: str, data: dict[str, Any] | None = None) -> Any:
    """A request with JSON in it."""
    return getattr(client, method)(path, data or {}, content_type="application/json")
