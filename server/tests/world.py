"""One of each thing that an address can name, all of one teacher: what tests walk every address with."""

from __future__ import annotations

import uuid
from typing import Any

from apps.accounts.models import SignedIn, User
from apps.assignments.services import share
from apps.classes.services import add_members, make_class
from apps.handouts.models import KeptLayout
from apps.lessons.models import KeptWishes, Lesson, Material
from apps.lessons.offering.services import offer
from apps.lti.models import Course, Platform, Teacher, Ticket
from apps.work import made
from apps.work.models import Job
from escuela_core.handouts import USUAL

from .conftest import StudentBrowser, answered, item_with, upload

WISHES = {"kinds": ["gap"], "count": 1, "level": "", "depths": [], "goals": [], "mistakes": [], "remarks": ""}


def job_with_a_file(owner: User) -> Job:
    job = Job.objects.create(owner=owner, kind="export", state="done", result=made.told("x", "zip", "application/zip"))
    with made.making(job) as path:
        path.touch()
    return job


class World:
    """``ids``: for each parameter of an address the one that is there."""

    def __init__(self, lesson: Lesson) -> None:
        teacher = lesson.owner
        self.assignment = share(teacher, lesson, name="Deck hands", policy={"attempts": 2})
        self.student_browser = StudentBrowser(self.assignment, "Amaya")
        self.other_student = StudentBrowser(self.assignment, "Bo")
        student = self.assignment.students.get(nickname="Amaya")
        answer = answered(student, uuid.uuid4(), item_with(lesson, "open").id, {"text": "x"})
        school_class = make_class(teacher, "3 B")
        platform = Platform.objects.create(owner=teacher, name="Lumbre campus")
        there = {"platform": platform, "deployment": "1", "context": "7"}
        Course.objects.create(**there, school_class=school_class, owner=teacher, roster_url="https://c.example/list")
        ticket = Ticket.objects.create(**there, subject="t-1", name="Edda")
        add_members(school_class, "Ana Ruiz")
        content = {"kind": "glossary", "place": "before", "lines": []}
        self.ids: dict[str, Any] = {
            "lesson_id": lesson.id,
            "item_id": item_with(lesson, "choice").id,
            "segment_id": lesson.segments.first().id,  # type: ignore[union-attr]
            "sentence_id": lesson.recording.sentences.all()[1].pk,
            "track_id": lesson.recording.tracks.create(language="es", cues=[]).pk,
            "material_id": Material.objects.create(lesson=lesson, kind="glossary", content=content).id,
            "wishes_id": KeptWishes.objects.create(owner=teacher, name="Mine", wishes=WISHES).id,
            "layout_id": KeptLayout.objects.create(owner=teacher, name="Mine", layout=USUAL.to_json()).id,
            "assignment_id": self.assignment.id,
            "class_id": school_class.id,
            "platform_id": platform.id,
            "known_id": Teacher.objects.create(platform=platform, subject="t-1", user=teacher).pk,
            "ticket": ticket.id,
            "request_id": school_class.requests.create(name="Cy").id,
            "member_id": school_class.members.get().id,
            "student_id": student.id,
            "answer_id": answer.id,
            "note_id": uuid.uuid4(),
            "offer_key": offer(teacher, [lesson], title="x", author="", licence="", reach="link").key,
            "upload_id": upload(teacher, "a.vtt", b"x").id,
            "job_id": job_with_a_file(teacher).id,
            "session_id": SignedIn.objects.create(user=teacher, session_key="x").id,
            "code": self.assignment.code,
            "number": 0,
            "tag": "es",
            "form": "webvtt",
            "language": "en",
            "key": lesson.recording.media_key,
        }
