"""Joining, answering, reporting what was played, finishing. The server alone marks."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import F, Q, QuerySet, Sum
from django.utils import timezone

from apps.assignments.models import Assignment, frozen
from apps.classes.models import Member
from apps.room import events
from apps.room.models import Room, room_of
from apps.study.models import Answer, Clock, Stretch, Student
from config.errors import SentenceError
from config.names import named, shows_something
from escuela_core.items import Item
from escuela_core.results.watching import Stretch as Played
from escuela_core.results.watching import had_time_for
from escuela_core.study import Policy
from escuela_core.study.marking import OUT_OF_TIME, Mark, mark, response_from_json
from escuela_core.study.ordering import Ordering, as_written
from escuela_core.study.progress import (
    AssignmentShutError,
    NoSuchItemError,
    Standing,
    Tried,
    may_answer,
    shows_key,
    unseen_before,
)
from escuela_core.study.timed import ClockNotStartedError, is_over, left_ms, longest_rest_ms
from escuela_core.timeline import Span, merged

SEEN_TO_WITHIN = timedelta(seconds=10)


class NotJoinedError(SentenceError):
    def __init__(self) -> None:
        super().__init__("not_joined", "Give your name first; this device is not known here any more.")


def join(assignment: Assignment, nickname: str, *, same_name: bool = True) -> Student:
    """Enter under a nickname, in any script; refused when empty, too long, or while the assignment is shut.

    Without ``same_name`` also where somebody has it already, so that they can be asked.
    """
    name = named(nickname)
    state = assignment.policy().state(timezone.now())
    if state in ("not_yet", "closed"):
        raise AssignmentShutError(state)
    if not same_name and assignment.students.filter(nickname__iexact=name).exists():
        raise SentenceError("nickname_taken", f"Somebody here is called “{name}” already.", name=name)
    return Student.objects.create(assignment=assignment, nickname=name)


class NotForYouError(SentenceError):
    def __init__(self) -> None:
        super().__init__("not_for_you", "Your teacher has given this lesson to others of your class.")


def require_for(assignment: Assignment, member_id: UUID) -> None:
    """Raises NotForYouError for a member of the class whom the lesson was not given to."""
    if not assignment.is_for(member_id):
        raise NotForYouError


def join_as(assignment: Assignment, member: Member) -> Student:
    """A member of the assignment's class begins it, or goes on where they were on another device. Raises
    NotForYouError, and AssignmentShutError for who has not begun while it is shut for them."""
    require_for(assignment, member.id)
    student = Student.objects.filter(assignment=assignment, member=member).order_by("attempt").last()
    if student is not None:
        student.assignment, student.member = assignment, member
        return student
    student = Student(assignment=assignment, member=member, nickname=member.name)
    state = student.policy().state(timezone.now())
    if state in ("not_yet", "closed"):
        raise AssignmentShutError(state)
    # Two presses at once begin it once.
    known = {"assignment": assignment, "member": member, "attempt": 1}
    student, _ = Student.objects.get_or_create(**known, defaults={"nickname": member.name})
    return student


def do_again(student: Student) -> Student:
    """Another time through a lesson that ``student`` has handed in; asked twice it is begun once.

    Raises AssignmentShutError, ``not_finished`` and ``no_retakes_left``.
    """
    policy = student.policy()
    state = policy.state(timezone.now())
    if state in ("not_yet", "closed"):
        raise AssignmentShutError(state)
    if student.finished_at is None:
        raise SentenceError("not_finished", "Hand in what you have begun before you do it again.")
    if student.attempt > policy.retakes:
        raise SentenceError("no_retakes_left", "This lesson cannot be done again any more.")
    again, _ = Student.objects.get_or_create(
        person=student.person,
        attempt=student.attempt + 1,
        defaults={"assignment": student.assignment, "member": student.member, "nickname": student.nickname},
    )
    again.assignment, again.member = student.assignment, student.member
    return again


@transaction.atomic
def answer(
    who: QuerySet[Student], answer_id: UUID, item_id: UUID, given: object, waited: timedelta = timedelta()
) -> tuple[Student, list[Answer]]:
    """Take one try at an item; the student and every try at it so far, this one last.

    ``who`` finds the student, who is read and locked in one query. The same ``answer_id`` again changes
    nothing. ``given`` names what was shown by its place before the student; it is kept as the item is written.
    An answer that ``waited`` on its device counts at the time it was given, within the assignment's grace. Raises
    NotJoinedError where nobody is found.
    """
    student = who.select_related("assignment__room", "member").select_for_update(of=("self",)).first()
    if student is None:
        raise NotJoinedError
    mine = Q(student=student, item_id=item_id)
    found = list(Answer.objects.filter(Q(id=answer_id) | mine).order_by("number"))
    before = [a for a in found if a.student_id == student.id and a.item_id == item_id]
    known = next((a for a in found if a.id == answer_id), None)
    if known is not None:
        if known not in before:
            raise SentenceError("answer_elsewhere", "This answer belongs to someone else.")
        return student, before
    edition = frozen(student.assignment.edition_id)
    item = item_of(student.assignment, item_id)
    not_sure = response_from_json(given, item).not_sure
    now = timezone.now()
    policy = student.policy()
    counts_at = policy.counts_at(now, waited)
    room = room_of(student.assignment, now)
    standing = _standing(student, policy, counts_at, room)
    tried = Tried(tuple(a.outcome for a in before), item_id in student.shown)  # type: ignore[misc]
    unseen_ms = 0 if policy.skipping == "freely" else unseen_before(item, watched(student), edition.stretches)
    may_answer(item, tried, standing, unseen_ms, not_sure=not_sure)
    written = as_written(given, ordering_of(student).of(item))  # type: ignore[arg-type]
    result = _marked(student, item, written, now)
    taken = Answer.objects.create(
        id=answer_id,
        student=student,
        item_id=item_id,
        number=len(before) + 1,
        response=written,
        outcome=result.outcome,
        share=result.share,
        late=standing.state == "late",
        given_at=counts_at if counts_at < now else None,
    )
    if room is not None:
        student.room_at = now
        student.save(update_fields=["room_at"])
        events.answered(room)
    now_tried = Tried((*tried.outcomes, result.outcome), tried.key_shown)
    _note(student, now, keyed=item_id if shows_key(item, now_tried, standing_of(student, now)) else None)
    return student, [*before, taken]


def _marked(student: Student, item: Item, written: dict[str, Any], now: datetime) -> Mark:
    """The mark of an answer that arrives ``now``; a timed item's clock is stopped. Raises ClockNotStartedError."""
    if item.time_limit_s is not None and student.assignment.time_limits and not room_of(student.assignment, now):
        clock = student.clocks.filter(item_id=item.id).first()
        if clock is None:
            raise ClockNotStartedError
        clock.delete()
        if is_over(student.allowance.timed(item), clock.core(), now):
            return OUT_OF_TIME
    language = frozen(student.assignment.edition_id).content["language"]
    return mark(item, response_from_json(written, item), language)


def ordering_of(student: Student) -> Ordering:
    """The order in which a student sees what items offer; in the room it is that of the screen."""
    assignment = student.assignment
    if room_of(assignment, timezone.now()):
        return ordering_in_room(assignment)
    return Ordering(frozen(assignment.edition_id).secret, str(student.id), assignment.shuffle)


def ordering_in_room(assignment: Assignment) -> Ordering:
    """The order in which the screen and every phone show what items offer."""
    return Ordering(frozen(assignment.edition_id).secret, f"room of {assignment.id}")


def standing_of(student: Student, now: datetime) -> Standing:
    return _standing(student, student.policy(), now, room_of(student.assignment, now))


def _standing(student: Student, policy: Policy, at: datetime, room: Room | None) -> Standing:
    """Where a student stands at a moment; what they were told in a room stays told when it has ended."""
    finished = student.finished_at is not None
    over: Room | None = getattr(student.assignment, "room", None)
    told = frozenset(str(i) for i in over.told if i in student.shown) if over else frozenset()
    return Standing.at(policy, at, finished=finished, room=room.core() if room else None, told=told)


def let_out(student: Student, items: list[str]) -> None:
    """Note that the keys of ``items`` are shown to a student from now on: what they answered is final."""
    if new := {UUID(i) for i in items} - set(student.shown):
        with transaction.atomic():
            locked = Student.objects.select_for_update().get(id=student.id)
            locked.shown = sorted(new | set(locked.shown))
            locked.save(update_fields=["shown"])
        student.shown = locked.shown


def turn_clock(student: Student, item_id: UUID, *, rests: bool) -> tuple[Item, int]:
    """Start the clock of a timed item, let it rest or go on; the item, and what is left of its time in milliseconds.

    Raises NoSuchItemError, also for an item without a time limit, and AssignmentShutError.
    """
    item = student.allowance.timed(item_of(student.assignment, item_id))
    if item.time_limit_s is None:
        raise NoSuchItemError
    now = timezone.now()
    state = student.policy().state(now)
    if state in ("not_yet", "closed"):
        raise AssignmentShutError(state)
    with transaction.atomic():
        row, _ = Clock.objects.select_for_update().get_or_create(
            student=student, item_id=item_id, defaults={"since": now}
        )
        turned = row.core().turned(now, longest_rest_ms(item), rests=rests)
        row.since, row.spent_ms, row.rests = turned.since, turned.spent_ms, turned.rests
        row.save()
    return item, left_ms(item, turned, now)


def _note(student: Student, now: datetime, *, keyed: UUID | None = None) -> None:
    """Note that the student is there, to within a few seconds, and whose key they are shown now; in one write at most.

    With a new key the student must be locked.
    """
    changed: dict[str, Any] = {}
    if now - student.last_seen_at >= SEEN_TO_WITHIN:
        changed["last_seen_at"] = now
    if keyed is not None and keyed not in student.shown:
        student.shown = [*student.shown, keyed]
        changed["shown"] = student.shown
    if changed:
        Student.objects.filter(id=student.id).update(**changed)


def item_of(assignment: Assignment, item_id: UUID) -> Item:
    """Raises NoSuchItemError."""
    found = next((i for i in assignment.items if i.id == str(item_id)), None)
    if found is None:
        raise NoSuchItemError
    return found


def report_played(student: Student, stretches: list[dict[str, Any]]) -> None:
    """Take stretches played; what there was no time for is not believed, and noted. Sent twice, taken once."""
    end_ms = frozen(student.assignment.edition_id).content["end_ms"]
    now = timezone.now()
    passed_ms = (now - student.joined_at) // timedelta(milliseconds=1)
    known = set(Stretch.objects.filter(id__in=[s["id"] for s in stretches]).values_list("id", flat=True))
    played_ms = student.stretches.aggregate(all=Sum(F("end_ms") - F("start_ms")))["all"] or 0
    rows, doubted = [], False
    for given in stretches:
        start_ms, stop_ms = max(0, given["start_ms"]), min(given["end_ms"], end_ms)
        if start_ms >= stop_ms or given["id"] in known:
            continue
        stretch = Played(Span(start_ms, stop_ms), given["wall_ms"])
        if not stretch.counts or not had_time_for(played_ms + stretch.span.length_ms, passed_ms):
            doubted = True
            continue
        played_ms += stretch.span.length_ms
        rows.append(
            Stretch(id=given["id"], student=student, start_ms=start_ms, end_ms=stop_ms, wall_ms=given["wall_ms"])
        )
    Stretch.objects.bulk_create(rows, ignore_conflicts=True)
    if doubted and not student.over_reported:
        Student.objects.filter(id=student.id).update(over_reported=True)
    _note(student, now)


@transaction.atomic
def ask_for_look(student: Student, answer_id: UUID, reason: str) -> Answer:
    """Ask the teacher to look at an answer again that was said to be wrong, or got fewer marks; asked once more before
    the teacher has looked, with the newer reason.

    Raises ``no_such_answer``, ``look_empty``, ``look_not_yet`` and ``look_decided``.
    """
    found = student.answers.select_for_update().filter(id=answer_id).first()
    if found is None:
        raise SentenceError("no_such_answer", "This answer is not there any more.")
    if not shows_something(reason):
        raise SentenceError("look_empty", "Write a few words on why you think it is right.")
    now = timezone.now()
    item = item_of(student.assignment, found.item_id)
    short = found.outcome == "wrong" or (found.outcome == "waiting" and found.shown_share is not None)
    if not short or not standing_of(student, now).speaks_of(item):
        raise SentenceError("look_not_yet", "This answer has not been marked wrong.")
    if found.look_verdict:
        raise SentenceError("look_decided", "Your teacher has looked at this answer already.")
    found.look_reason, found.look_asked_at = reason.strip(), found.look_asked_at or now
    found.save(update_fields=["look_reason", "look_asked_at"])
    return found


def finish(student: Student) -> Student:
    """The student is through; they may still look at everything."""
    if student.finished_at is None:
        student.finished_at = timezone.now()
        student.save(update_fields=["finished_at"])
    return student


def watched(student: Student) -> list[Span]:
    return merged(Span(s.start_ms, s.end_ms) for s in student.stretches.all())
