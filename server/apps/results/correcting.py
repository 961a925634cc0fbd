"""Putting the marking of an item right after students have answered: seen before, done once, taken back."""

from __future__ import annotations

import json
from dataclasses import dataclass
from typing import Any, cast
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from apps.accounts import audit
from apps.assignments import changes
from apps.assignments.models import Assignment, Correction, frozen
from apps.lessons.items.services import change_item, stored
from apps.study.models import Answer
from apps.study.services import item_of
from config.errors import SentenceError
from escuela_core.errors import EscuelaError
from escuela_core.items import Item, item_to_json
from escuela_core.results.correcting import Effect, corrected, effect, marked_again
from escuela_core.results.sheet import Try, cell
from escuela_core.study.marking import Mark, Outcome


@dataclass(frozen=True, slots=True)
class _Again:
    """An answer with the mark it would have."""

    answer: Answer
    mark: Mark

    @property
    def differs(self) -> bool:
        return (self.mark.outcome, self.mark.share) != (self.answer.outcome, self.answer.share)


def look(assignment: Assignment, item_id: UUID, *, key: list[str] | None, marks: float | None) -> Effect:
    """Who would gain and who would lose; nothing is changed. Two queries."""
    before, after = _items(assignment, item_id, key, marks)
    return _effect(assignment, before, after, _again(assignment, after, _answers(assignment, item_id)))


@transaction.atomic
def correct(assignment: Assignment, item_id: UUID, *, key: list[str] | None, marks: float | None, why: str) -> Effect:
    """Mark every answer to the item again; the edition stays as it was, the correction lies beside it.

    What was taken as right after a second look stays so. Raises KeyWordsError, CorrectionMarksError and
    ``correction_nothing``.
    """
    locked = Assignment.objects.select_for_update().get(id=assignment.id)
    before, after = _items(locked, item_id, key, marks)
    if before == after:
        raise SentenceError("correction_nothing", "That is how it is marked already.")
    again = _again(locked, after, _answers(locked, item_id, lock=True))
    told = _effect(locked, before, after, again)
    changed = [a for a in again if a.differs]
    correction = Correction.objects.create(
        assignment=locked,
        item_id=item_id,
        item=item_to_json(after),
        before=locked.corrections.get(str(item_id)),
        marks_before={str(a.answer.id): [a.answer.outcome, a.answer.share] for a in changed},
        why=why.strip(),
    )
    for one in changed:
        answer = one.answer
        if one.mark.outcome == "right":
            # Right from the start: whatever was tried after it.
            answer.overruled = {"look": "", "outcome": answer.outcome, "share": answer.share}
        answer.outcome, answer.share = one.mark.outcome, one.mark.share
    _save([a.answer for a in changed])
    _keep(locked, item_id, {"item": correction.item, "why": correction.why})
    audit.record(locked.owner, "corrected", locked.name)
    changes.changed(locked)
    return told


@transaction.atomic
def take_back(assignment: Assignment, item_id: UUID) -> None:
    """Every answer is marked as before the last correction of the item; those given since as they would have been."""
    locked = Assignment.objects.select_for_update().get(id=assignment.id)
    last = locked.corrected.filter(item_id=item_id, taken_back_at=None).last()
    if last is None:
        raise SentenceError("correction_none", "The marking of this item was not corrected.")
    _keep(locked, item_id, last.before)
    item = item_of(locked, item_id)
    answers = _answers(locked, item_id, lock=True, looked=True)
    for answer in answers:
        outcome_share = last.marks_before.get(str(answer.id))
        if outcome_share is not None and not _looked(answer):
            answer.outcome, answer.share = outcome_share
            answer.overruled = None
        elif outcome_share is None and answer.overruled is None:
            mark = marked_again(item, answer.response, _mark(answer), _language(locked))
            answer.outcome, answer.share = mark.outcome, mark.share
    _save(answers)
    changes.changed(locked)
    last.taken_back_at = timezone.now()
    last.save(update_fields=["taken_back_at"])


def spread(assignment: Assignment, item_id: UUID, *, key: list[str] | None, marks: float | None, why: str) -> list[str]:
    """The same in the lesson itself and wherever else it is given out now; the names of those where it was done.

    Left as it is where the item is not there, says something else by now, or is marked like that already.
    """
    lesson = assignment.edition.lesson
    if lesson is None:
        return []
    done = []
    now = timezone.now()
    for other in Assignment.objects.filter(edition__lesson=lesson).exclude(id=assignment.id).select_related("edition"):
        if other.ends_at is None or other.ends_at > now:
            try:
                correct(other, item_id, key=key, marks=marks, why=why)
            except (SentenceError, EscuelaError):
                continue
            done.append(other.name)
    item = lesson.items.filter(id=item_id).select_related("lesson__recording").first()
    if item is not None:
        try:
            right = corrected(item.core(), key=None if key is None else tuple(key), marks=marks)
        except EscuelaError:
            return done
        change_item(item, stored(right), None)
        done.append(lesson.title)
    return done


def _items(assignment: Assignment, item_id: UUID, key: list[str] | None, marks: float | None) -> tuple[Item, Item]:
    before = item_of(assignment, item_id)
    return before, corrected(before, key=None if key is None else tuple(key), marks=marks)


def _keep(assignment: Assignment, item_id: UUID, entry: dict[str, Any] | None) -> None:
    assignment.corrections = {k: c for k, c in assignment.corrections.items() if k != str(item_id)}
    if entry is not None:
        assignment.corrections[str(item_id)] = entry
    assignment.save(update_fields=["corrections"])


def _answers(assignment: Assignment, item_id: UUID, *, lock: bool = False, looked: bool = False) -> list[Answer]:
    every = Answer.objects.filter(student__assignment=assignment, item_id=item_id).order_by("id")
    rows = list(every.select_for_update() if lock else every)
    return rows if looked else [a for a in rows if not _looked(a)]


def _save(answers: list[Answer]) -> None:
    """However many there are, they come to few different marks: one update for each of those."""
    alike: dict[str, list[Answer]] = {}
    for answer in answers:
        alike.setdefault(json.dumps([answer.outcome, answer.share, answer.overruled], sort_keys=True), []).append(
            answer
        )
    for same in alike.values():
        new = {"outcome": same[0].outcome, "share": same[0].share, "overruled": same[0].overruled}
        Answer.objects.filter(id__in=[a.id for a in same]).update(**new)


def _looked(answer: Answer) -> bool:
    """Whether it was taken as right after a second look."""
    return answer.overruled is not None and bool(answer.overruled["look"])


def _again(assignment: Assignment, item: Item, answers: list[Answer]) -> list[_Again]:
    return [_Again(a, marked_again(item, a.response, _mark(a), _language(assignment))) for a in answers]


def _effect(assignment: Assignment, before: Item, after: Item, again: list[_Again]) -> Effect:
    """Each student's marks for the item as they are and as they would be."""
    policy = assignment.policy()
    tries: dict[UUID, list[_Again]] = {}
    for one in sorted(again, key=lambda a: a.answer.number):
        tries.setdefault(one.answer.student_id, []).append(one)
    pairs = []
    for mine in tries.values():
        was = cell(before, [_try(a.answer, _mark(a.answer)) for a in mine], 0, policy)
        now = cell(after, [_try(a.answer, a.mark, right=a.differs) for a in mine], 0, policy)
        pairs.append((before.marks * was.worth, after.marks * now.worth))
    return effect(pairs)


def _try(answer: Answer, mark: Mark, *, right: bool = False) -> Try:
    accepted = answer.overruled is not None or (right and mark.outcome == "right")
    return Try(mark.outcome, mark.share, accepted)


def _mark(answer: Answer) -> Mark:
    return Mark(cast("Outcome", answer.outcome), answer.share)


def _language(assignment: Assignment) -> str:
    return str(frozen(assignment.edition_id).content["language"])
