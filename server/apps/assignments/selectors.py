"""An assignment as its teacher sees it."""

from __future__ import annotations

from datetime import datetime

from apps.assignments.embedding import frame
from apps.assignments.models import Assignment
from apps.assignments.serializers import AssignmentOut, ChangedOut, ExtensionOut, GivenRulesOut
from config.codes import qr_of


def assignment_shape(assignment: Assignment, link: str, now: datetime) -> AssignmentOut:
    """The rules and dates as they were set, and the state they are in; ``link`` is what students get.

    How many have it is counted here, but where the row comes with it (``joined``).
    """
    edition, school_class = assignment.edition, assignment.school_class
    joined: int | None = getattr(assignment, "joined", None)
    return AssignmentOut(
        **GivenRulesOut.model_validate(assignment).model_dump(),
        id=assignment.id,
        lesson_id=edition.lesson_id,
        lesson_title=edition.content["title"],
        class_id=assignment.school_class_id,
        class_name=school_class.name if school_class else "",
        chosen=assignment.chosen,
        extensions=[
            ExtensionOut(
                member=e.member_id,
                name=e.member.name,
                due_at=e.due_at,
                closes_at=e.closes_at,
                extra_tries=e.extra_tries,
                extra_retakes=e.extra_retakes,
            )
            for e in assignment.extensions.all()
        ],
        changes=[
            ChangedOut(at=c["at"], what=c["what"], fields_changed=c["fields"], whom=c["whom"])
            for c in assignment.changes
        ],
        name=assignment.name,
        code=assignment.code,
        link=link,
        frame=frame(link, str(edition.content["title"])),
        qr=qr_of(link),
        state=assignment.policy().state(now),
        item_count=len(edition.content["items"]),
        student_count=assignment.students.filter(attempt=1).count() if joined is None else joined,
        instructions=assignment.instructions,
        wording=assignment.wording,
        wordings=edition.wordings,
        language=str(edition.content["language"]),
        opens_at=assignment.opens_at,
        due_at=assignment.due_at,
        closes_at=assignment.closes_at,
        created_at=assignment.created_at,
    )
