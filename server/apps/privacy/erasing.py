"""Erasing: one student, a whole account, what is kept longer than it may be. The only place where answers go."""

from __future__ import annotations

import shutil
from datetime import datetime
from typing import Any

from django.db import transaction
from django.db.models import QuerySet

from apps.accounts import audit
from apps.accounts.models import User
from apps.assignments.models import Assignment, Edition
from apps.classes.models import SchoolClass
from apps.lessons.items import attachments
from apps.lessons.models import Lesson
from apps.lti.models import Score
from apps.recordings.models import MediaPass, Recording
from apps.study.models import Answer, Student
from apps.work import made
from config.names import named


@transaction.atomic
def erase_student(owner: User, student: Student) -> None:
    """All that is known of one student in an assignment of ``owner``."""
    about = student.assignment.name
    _erase(Student.objects.filter(person=student.person))
    audit.record(owner, "erased_student", about)


@transaction.atomic
def rename_student(owner: User, student: Student, nickname: str) -> Student:
    """Raises as joining does where the name will not do."""
    student.nickname = named(nickname)
    Student.objects.filter(person=student.person).update(nickname=student.nickname)
    audit.record(owner, "renamed_student", student.assignment.name)
    return student


def erase_older(than: datetime) -> int:
    """Students who were last there before ``than``; how many."""
    old = Student.objects.filter(last_seen_at__lt=than)
    with transaction.atomic():
        owners = User.objects.filter(assignments__students__in=old).distinct()
        for owner in owners:
            audit.record(owner, "erased_old")
        return _erase(old)


def _erase(students: QuerySet[Student]) -> int:
    ids = list(students.values_list("id", flat=True))
    # What a learning platform was told of them is kept there; here nothing of it stays.
    Score.objects.filter(learner__member__studies__in=ids, placement__assignment__students__in=ids).delete()
    Answer.objects.filter(student__in=ids).delete()
    return Student.objects.filter(id__in=ids).delete()[1].get("study.Student", 0)


def what_goes(user: User) -> dict[str, Any]:
    """What deleting an account takes with it, in numbers, to be said before."""
    return {
        "lessons": user.lessons.count(),
        "recordings": user.recordings.count(),
        "assignments": user.assignments.count(),
        "students": Student.objects.filter(assignment__owner=user, attempt=1).count(),
        "answers": Answer.objects.filter(student__assignment__owner=user).count(),
    }


def erase_account(user: User) -> None:
    """The account and everything of it: students' answers, assignments, lessons, recordings and their files."""
    folders = [r.folder for r in user.recordings.all()]
    with transaction.atomic():
        # What a colleague's copy shows too stays with that one.
        for lesson in Lesson.with_removed.filter(owner=user):
            attachments.let_go(lesson)
        files = [*attachments.files_of(user), *made.files_of(user), *(u.path for u in user.uploads.all())]
        _erase(Student.objects.filter(assignment__owner=user))
        Assignment.with_removed.filter(owner=user).delete()
        SchoolClass.with_removed.filter(owner=user).delete()
        MediaPass.objects.filter(recording__owner=user).delete()
        Edition.objects.filter(recording__owner=user).delete()
        Lesson.with_removed.filter(owner=user).delete()
        Recording.objects.filter(owner=user).delete()
        user.delete()
    for folder in folders:
        shutil.rmtree(folder, ignore_errors=True)
    for file in files:
        file.unlink(missing_ok=True)
