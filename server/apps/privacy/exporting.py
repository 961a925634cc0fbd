"""Everything of an account as one archive, made as long work; everything of one student as JSON."""

from __future__ import annotations

import json
import zipfile
from typing import Any

from django.core.serializers.json import DjangoJSONEncoder

from apps.accounts import audit
from apps.accounts.models import User
from apps.classes.models import Member, SchoolClass
from apps.lessons.models import Lesson
from apps.lessons.segments.services import segment_rows
from apps.lti.models import Platform
from apps.privacy.serializers import StudentExportOut
from apps.records.models import RecordStore
from apps.results.student_selectors import student_data
from apps.study.models import Student
from apps.work import made
from apps.work import services as work
from apps.work.models import Job
from apps.work.services import Steps, long_work
from config.shapes import to_json
from escuela_core.study import policy

README = """Everything that Escuela keeps of your account.

account.json            your account, where you are signed in, what was done under it
lessons/<id>/           one lesson each: lesson.json (its script, segments, items and materials), source (the recording
                        as you brought it in), captions, attached pictures and voice notes
assignments/<id>.json   what students got, the rules, and what each student watched and answered
"""


def start(user: User) -> Job:
    """Have the archive made; the job's id leads to it."""
    audit.record(user, "exported")
    return work.start(user, "export", {}, title="")


@long_work("export", ("pack",), queue="heavy", gave_up=made.remove)
def export(job: Job, steps: Steps) -> dict[str, Any]:
    """Pack the archive beside the recordings; it is taken away after a day."""

    def pack(share: Any) -> None:
        with made.making(job) as path, zipfile.ZipFile(path, "w", zipfile.ZIP_STORED) as archive:
            archive.writestr("README.txt", README)
            archive.writestr("account.json", _json(account_data(job.owner)))
            lessons = list(job.owner.lessons.select_related("recording"))
            for number, lesson in enumerate(lessons, 1):
                _pack_lesson(archive, lesson)
                share(number / (len(lessons) + 1))
            for assignment in job.owner.assignments.select_related("edition"):
                archive.writestr(f"assignments/{assignment.id}.json", _json(assignment_data(assignment)))

    steps.once("pack", pack)
    return made.told("escuela", "zip", "application/zip")


def account_data(user: User) -> dict[str, Any]:
    return {
        "name": user.name,
        "email": user.email,
        "language": user.language,
        "created_at": user.created_at,
        "signed_in": list(user.signed_in.values("device", "since")),
        "audit": list(user.audit.values("action", "about", "at")),
        "classes": [_class_data(c) for c in SchoolClass.with_removed.filter(owner=user)],
        "platforms": list(Platform.with_removed.filter(owner=user).values("name", "issuer", "client_id", "made_at")),
        "record_store": RecordStore.with_removed.filter(owner=user).values("url", "key", "names").first(),
        "kept_wishes": list(user.kept_wishes.values("name", "wishes")),
        "offers": list(user.offers.values("title", "author", "licence", "reach", "made_at", "ended_at")),
    }


def _class_data(school_class: SchoolClass) -> dict[str, Any]:
    members = Member.with_removed.filter(school_class=school_class)
    fields = ("name", "held", "extra_tries", "time_factor", "created_at", "removed_at")
    return {"name": school_class.name, "code": school_class.code, "members": list(members.values(*fields))}


def _pack_lesson(archive: zipfile.ZipFile, lesson: Lesson) -> None:
    place, recording = f"lessons/{lesson.id}", lesson.recording
    archive.writestr(f"{place}/lesson.json", _json(lesson_data(lesson)))
    for file in (recording.source, recording.captions):
        if file.exists():
            archive.write(file, f"{place}/{file.name}")
    for attachment in lesson.attachments.all():
        if attachment.path.exists():
            archive.write(attachment.path, f"{place}/attached/{attachment.name}")


def lesson_data(lesson: Lesson) -> dict[str, Any]:
    sentences = lesson.recording.sentences.values("start_ms", "end_ms", "text", "speaker", "is_spoken")
    return {
        "title": lesson.title,
        "folder": lesson.folder,
        "language": lesson.recording.language,
        "link": lesson.recording.link,
        "extract": {"start_ms": lesson.extract_start_ms, "end_ms": lesson.extract_end_ms},
        "sentences": list(sentences),
        "segments": segment_rows(lesson),
        "items": [i.content | {"id": str(i.id), "place": i.place} for i in lesson.items.all()],
        "materials": [m.content for m in lesson.materials.all()],
    }


def assignment_data(assignment: Any) -> dict[str, Any]:
    return {
        "name": assignment.name,
        "code": assignment.code,
        "instructions": assignment.instructions,
        "policy": {f: getattr(assignment, f) for f in policy.NAMES},
        "edition": assignment.edition.content,
        "students": [to_json(everything_of(s)) for s in assignment.students.all()],
    }


def everything_of(student: Student) -> StudentExportOut:
    return StudentExportOut(
        **dict(student_data(student.assignment, student)),
        joined_at=student.joined_at,
        last_seen_at=student.last_seen_at,
        finished_at=student.finished_at,
    )


def _json(data: dict[str, Any]) -> str:
    return json.dumps(data, ensure_ascii=False, indent=1, cls=DjangoJSONEncoder)
