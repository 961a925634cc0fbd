"""Second looks: a student thinks that an answer is right; the teacher keeps the marking or accepts the answer."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db import transaction

from apps.accounts import audit
from apps.assignments.changes import changed
from apps.assignments.models import Assignment, frozen
from apps.lessons.models import Item as LessonItem
from apps.results.item_selectors import words_of
from apps.results.look_serializers import SecondLookOut, SecondLooksOut
from apps.study.in_room import settling
from apps.study.models import Answer
from apps.study.services import item_of
from escuela_core.items import Item


def looks(assignment: Assignment) -> SecondLooksOut:
    """The second looks asked for, those that wait first. Three queries."""
    edition = frozen(assignment.edition_id)
    numbers = {i.id: n for n, i in enumerate(assignment.items, start=1)}
    every = list(Answer.objects.filter(student__assignment=assignment).select_related("student"))
    asked = [(a.look_asked_at, a) for a in every if a.look_asked_at is not None]
    reports = _reports({a.item_id for _, a in asked})
    found = []
    for asked_at, answer in sorted(asked, key=lambda pair: (pair[1].look_verdict != "", pair[0])):
        item = item_of(assignment, answer.item_id)
        report = reports.get(_in_words(item), {})
        found.append(
            SecondLookOut(
                answer=answer.id,
                nickname=answer.student.nickname,
                number=numbers[item.id],
                prompt=item.asked,
                said="; ".join(words_of(item, answer.response)),
                right="; ".join(item.key_texts[:1]),
                sentences=settling(edition, item),
                standing=report.get("standing", ""),
                also_right=_is_named_right(report, answer),
                reason=answer.look_reason,
                asked_at=asked_at,
                state=answer.look_state,
                word=answer.look_word,
                alike=len(_alike(item, answer, every)),
            )
        )
    return SecondLooksOut(found)


def _reports(items: set[UUID]) -> dict[tuple[str, ...], dict[str, Any]]:
    """What the check says of the lesson's items now, by their words: an edition stays as it was."""
    return {_in_words(row.core()): row.report or {} for row in LessonItem.objects.filter(id__in=items)}


def _in_words(item: Item) -> tuple[str, ...]:
    return (item.id, item.asked, *item.key_texts)


def _is_named_right(report: dict[str, Any], answer: Answer) -> bool:
    named = {f["option"] for f in report.get("findings", []) if f["code"] == "also_right"}
    return bool(named & set(answer.response.get("chosen", [])))


@transaction.atomic
def decide(answer: Answer, *, verdict: str, word: str = "", alike: bool = False) -> Answer:
    """Keep the marking of an answer, or take it as right, for all who answered alike where ``alike`` says so.

    Decided anew, what was taken as right before is marked again as it was.
    """
    assignment = answer.student.assignment
    item = item_of(assignment, answer.item_id)
    every = list(
        Answer.objects.select_for_update().filter(student__assignment=assignment, item_id=answer.item_id).order_by("id")
    )
    for one in every:
        if one.overruled is not None and one.overruled["look"] == str(answer.id):
            one.outcome, one.share, one.overruled = one.overruled["outcome"], one.overruled["share"], None
            one.save(update_fields=["outcome", "share", "overruled"])
    looked = next(a for a in every if a.id == answer.id)
    if verdict == "accepted":
        for one in [looked, *(_alike(item, looked, every) if alike else [])]:
            _accept(one, looked)
    looked.look_verdict, looked.look_word = verdict, word.strip()
    looked.save(update_fields=["look_verdict", "look_word"])
    audit.record(assignment.owner, "looked_again", assignment.name)
    changed(assignment)
    return looked


def _accept(one: Answer, looked: Answer) -> None:
    """Full marks, at that try; what waits for marks keeps its outcome."""
    one.overruled = {"look": str(looked.id), "outcome": one.outcome, "share": one.share}
    one.outcome = "right" if one.outcome == "wrong" else one.outcome
    one.share = 1.0
    one.save(update_fields=["outcome", "share", "overruled"])


def _alike(item: Item, answer: Answer, every: list[Answer]) -> list[Answer]:
    """What other students answered to the item that said the same and was marked wrong."""
    said = _plain(item, answer)
    others = (
        a for a in every if a.item_id == answer.item_id and a.student_id != answer.student_id and a.outcome == "wrong"
    )
    return [a for a in others if _plain(item, a) == said]


def _plain(item: Item, answer: Answer) -> list[str]:
    return [" ".join(w.casefold().split()) for w in words_of(item, answer.response)]
