"""Members of a class: how a device shows whom it belongs to, and what a member's own page shows."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from django.core import signing
from rest_framework.request import Request
from rest_framework.response import Response

from apps.assignments.models import Assignment, Extension, frozen
from apps.classes.models import JoinRequest, Member, SchoolClass
from apps.classes.selectors import names_of
from apps.classes.services import take_name
from apps.study.class_serializers import CommentOut, GivenLessonOut, GoalReachedOut
from apps.study.models import Student
from apps.study.news import Facts, facts, news
from apps.study.selectors import Through, through
from apps.study.serializers import EntryOut, NameOut
from apps.study.services import require_for
from config.client import address_of
from escuela_core.items import Item
from escuela_core.results.attempts import counted
from escuela_core.results.goals import Asked, goals
from escuela_core.results.sheet import Cell
from escuela_core.study import Policy
from escuela_core.study.progress import Standing

NOT_RIGHT = ("wrong", "not_sure", "out_of_time")
COOKIE = "escuela_member_"
# So many classes of one device are read at once.
MOST_CLASSES = 20
COOKIE_SECONDS = 60 * 60 * 24 * 300
NOBODY = UUID(int=0)


def _known_id(request: Request, school_class: SchoolClass) -> UUID:
    """What the device shows; nobody's id where it shows nothing."""
    return _shown_id(request, school_class.code)


def _shown_id(request: Request, class_code: str) -> UUID:
    try:
        return UUID(signing.loads(request.COOKIES.get(COOKIE + class_code, ""), salt=COOKIE))
    except signing.BadSignature:
        return NOBODY


def known_member(request: Request, school_class: SchoolClass) -> Member | None:
    """Whom the device belongs to in this class."""
    return school_class.members.filter(id=_known_id(request, school_class), held=True).first()


def remember(response: Response, request: Request, who: Member | JoinRequest) -> None:
    """The device belongs to a member, or to somebody who asks to be one."""
    token = signing.dumps(str(who.id), salt=COOKIE)
    response.set_cookie(
        COOKIE + who.school_class.code,
        token,
        max_age=COOKIE_SECONDS,
        httponly=True,
        samesite="Lax",
        secure=request.is_secure(),
    )


def forget(response: Response, school_class: SchoolClass) -> None:
    response.delete_cookie(COOKIE + school_class.code, samesite="Lax")


def entry_to(
    school_class: SchoolClass,
    me: Member | None,
    pin: str = "",
    *,
    request: Request | None = None,
    assignment: Assignment | None = None,
) -> EntryOut:
    """Who is there, or who there is to be; ``request`` tells whether its device has asked to be let in, ``assignment``
    whom of the class it is about."""
    asked = None
    chosen = assignment is not None and assignment.chosen is not None
    there = assignment.meant_for() if assignment is not None else school_class.members.all()
    if me is None and request is not None and school_class.takes_requests:
        asked = school_class.requests.filter(id=_known_id(request, school_class)).first()
    return EntryOut(
        # Who is let in is in the class, and not yet one of those whom a lesson was chosen for.
        takes_requests=school_class.takes_requests and school_class.archived_at is None and not chosen,
        asked=asked.name if asked else "",
        class_name=school_class.name,
        class_code=school_class.code,
        me=NameOut.model_validate(me) if me else None,
        pin=pin,
        names=[] if me else [NameOut.model_validate(m) for m in names_of(there)],
    )


def named_in(
    request: Request, school_class: SchoolClass, given: dict[str, Any], assignment: Assignment | None = None
) -> tuple[Member, EntryOut]:
    """The member a device says it belongs to, and what is told of that; the number only to who has just taken it.

    Raises what ``take_name`` does, and NotForYouError for whom ``assignment`` is not."""
    known = known_member(request, school_class)
    wanted: UUID | None = given.get("member") or (known.id if known else None)
    if assignment is not None and wanted is not None:
        require_for(assignment, wanted)
    was_held = wanted is not None and school_class.members.filter(id=wanted, held=True).exists()
    member = take_name(
        school_class,
        wanted,
        given.get("pin", ""),
        known=known is not None and known.id == wanted,
        address=address_of(request),
    )
    return member, entry_to(school_class, member, "" if was_held else member.pin)


def known_members(request: Request) -> list[Member]:
    """Whom the device belongs to in every class that it knows, by the classes' names. One query."""
    codes = [name.removeprefix(COOKIE) for name in request.COOKIES if name.startswith(COOKIE)][:MOST_CLASSES]
    shown = {code: _shown_id(request, code) for code in codes}
    there = Member.objects.filter(id__in=shown.values(), held=True, school_class__code__in=codes)
    found = there.select_related("school_class").order_by("school_class__name", "name")
    return [m for m in found if shown[m.school_class.code] == m.id]


@dataclass(frozen=True, slots=True)
class GivenLesson:
    """A lesson as it stands with one student: what they are shown, what their teacher has done about it so far, and
    what the items that ask about a goal came to as far as that is told."""

    shown: GivenLessonOut
    facts: Facts
    goals: list[Asked]


def lessons_for(member: Member, now: datetime) -> list[GivenLesson]:
    """What ``member`` was given with the class, as it stands with them: four queries however much it is."""
    return lessons_of([member], now)[member.id]


def lessons_of(members: Sequence[Member], now: datetime) -> dict[UUID, list[GivenLesson]]:
    """What each of ``members`` was given with their class, as it stands with them: four queries, however many."""
    given = list(
        Assignment.objects.filter(school_class__in={m.school_class_id for m in members}).select_related("edition")
    )
    studies: dict[tuple[UUID | None, UUID], list[Student]] = {}
    for study in Student.objects.filter(member__in=members).prefetch_related("answers").order_by("attempt"):
        studies.setdefault((study.member_id, study.assignment_id), []).append(study)
    own = {(e.member_id, e.assignment_id): e for e in Extension.objects.filter(member__in=members)}
    return {
        m.id: [
            _given(a, m, studies.get((m.id, a.id), []), own.get((m.id, a.id)), now)
            for a in given
            if a.school_class_id == m.school_class_id and a.is_for(m.id)
        ]
        for m in members
    }


def goals_reached(given: Iterable[GivenLesson]) -> list[GoalReachedOut]:
    """The learning goals that a student's lessons asked about, and which were reached as far as that was told."""
    found = goals([asked for lesson in given for asked in lesson.goals])
    return [GoalReachedOut(goal=g.goal, items=g.items, reached=g.reached(0)) for g in found]


def has_looked(member: Member, now: datetime) -> None:
    """What stands on the class's page by now is no news to ``member`` any more."""
    member.seen = {lesson.shown.code: lesson.facts for lesson in lessons_for(member, now)}
    member.save(update_fields=["seen"])


def _given(
    assignment: Assignment, member: Member, studies: list[Student], own: Extension | None, now: datetime
) -> GivenLesson:
    """One lesson at the time through it that the student is at, with the marks of the one that counts."""
    policy = _policy(assignment, member, own)
    edition = frozen(assignment.edition_id)
    items = [i for i in assignment.items if i.is_marked]
    every = through(studies, items, policy, as_told=True)
    study, cells = (studies[-1], every[-1].cells) if every else (None, [])
    finished = study is not None and study.finished_at is not None
    answered = sum(1 for c in cells if c.tries)
    done = finished or (bool(items) and answered == len(items))
    told = facts(studies, policy)
    speaks = _speaks(every, policy, now)
    shown = GivenLessonOut(
        finished_at=study.finished_at if study else None,
        news=news(member.seen, assignment.code, told),
        code=assignment.code,
        name=assignment.name,
        title=edition.content["title"],
        state=policy.state(now),
        progress="done" if done else "doing" if study else "to_do",
        opens_at=policy.opens_at,
        due_at=policy.due_at,
        closes_at=policy.closes_at,
        item_count=len(items),
        answered=answered,
        marks=_marks(every, policy, now),
        most=sum(i.marks for i in items),
        again=sum(1 for c in cells if c.state in NOT_RIGHT) if speaks else 0,
        waiting=sum(1 for c in cells if c.state == "waiting"),
        comments=_comments(studies, items, policy, now),
        remark=next((s.remark for s in reversed(studies) if s.remark), ""),
    )
    return GivenLesson(shown, told, _goals(items, cells) if cells and speaks else [])


def _goals(items: Sequence[Item], cells: Sequence[Cell]) -> list[Asked]:
    """What the items that ask about a goal came to; nothing of those that wait or were not answered."""
    return [
        Asked(item.goal, item.marks, (cell.share if cell.tries else None,))
        for item, cell in zip(items, cells, strict=True)
        if item.goal
    ]


def _speaks(every: Sequence[Through], policy: Policy, now: datetime) -> bool:
    """Whether it may be told by now what was right."""
    return Standing.at(policy, now, finished=any(t.told.finished for t in every)).speaks


def _comments(studies: Sequence[Student], items: Sequence[Item], policy: Policy, now: datetime) -> list[CommentOut]:
    """What the teacher wrote to single answers of the last time through that has any to be told, in the order of the
    items and tries, each once."""
    for study in reversed(studies):
        if not Standing.at(policy, now, finished=study.finished_at is not None).speaks:
            continue
        of_item: dict[str, list[str]] = {}
        for a in study.answers.all():
            of_item.setdefault(str(a.item_id), []).extend((a.comment if a.given_back else "", a.look_word))
        written = [CommentOut(item=i.asked, text=t) for i in items for t in dict.fromkeys(of_item.get(i.id, ())) if t]
        if written:
            return written
    return []


def _marks(every: Sequence[Through], policy: Policy, now: datetime) -> float | None:
    """What the time that counts has earned, as far as it may be told; nothing before something was tried."""
    if not any(c.tries for one in every for c in one.cells) or not _speaks(every, policy, now):
        return None
    times = [t.told for t in every]
    return round(times[counted(times, policy.counting)].marks, 2)


@dataclass(frozen=True, slots=True)
class Told:
    """How somebody's work stands, as they were told it; no marks before the policy speaks."""

    marks: float | None
    most: float
    finished: bool
    waiting: bool


def told_of(assignment: Assignment, now: datetime) -> dict[UUID, Told]:
    """How the work of each member who has begun answering stands: four queries, however many they are."""
    items = [i for i in assignment.items if i.is_marked]
    studies: dict[UUID, list[Student]] = {}
    begun = assignment.students.filter(member__isnull=False).select_related("member").prefetch_related("answers")
    for study in begun.order_by("attempt"):
        studies.setdefault(study.member_id, []).append(study)  # type: ignore[arg-type]  # none was left out above
    own = {e.member_id: e for e in assignment.extensions.all()}
    found = {}
    for member_id, mine in studies.items():
        policy = _policy(assignment, mine[0].member, own.get(member_id))  # type: ignore[arg-type]
        every = through(mine, items, policy, as_told=True)
        finished = any(t.told.finished for t in every)
        if finished or any(c.tries for one in every for c in one.cells):
            found[member_id] = Told(
                marks=_marks(every, policy, now),
                most=sum(i.marks for i in items),
                finished=finished,
                waiting=any(c.state == "waiting" for c in every[-1].cells),
            )
    return found


def _policy(assignment: Assignment, member: Member, own: Extension | None) -> Policy:
    return assignment.policy(member.allowance() if own is None else own.allowance_of(member))
