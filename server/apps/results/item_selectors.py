"""What the answers to one item come to, side by side."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from typing import Any

from apps.assignments.models import Assignment
from apps.results.class_sheet import Sheet
from apps.results.marking import reading
from apps.results.serializers import CriterionOut, GivenOut, ItemAnswersOut, ItemStatisticsOut, OptionCountOut
from apps.study.models import Answer, Student
from apps.study.rows import AnswerRow
from escuela_core.items import Item
from escuela_core.results.statistics import ItemStatistics, statistics

MOST_GIVEN = 12


def item_data(sheet: Sheet, number: int) -> ItemAnswersOut:
    """All answers to one item side by side."""
    item = sheet.items[number]
    rows = [(s, [a for a in sheet.given[s.id] if str(a.item_id) == item.id]) for s in sheet.students]
    given = [(s, answers) for s, answers in rows if answers]
    firsts = [answers[0] for _, answers in given]
    criteria = [CriterionOut.model_validate(c) for c in getattr(item, "criteria", ())]
    texts = [str(answers[-1].response.get("text") or "") for _, answers in given]
    return ItemAnswersOut(
        id=item.id,
        kind=item.kind,
        prompt=item.asked,
        marks=item.marks,
        options=options_of(item, firsts),
        key=item.key_texts,
        key_options=item.choosable or item.shown,
        correctable=item.correctable,
        corrected=sheet.assignment.corrections.get(item.id, {}).get("why"),
        statistics=ItemStatisticsOut.model_validate(statistics_of(sheet, number)),
        answers=[answer_row(s, answers[-1], item) for s, answers in given],
        waiting=sum(1 for _, answers in given if answers[-1].outcome == "waiting" and answers[-1].marked_at is None),
        model_answer=getattr(item, "model_answer", ""),
        criteria=criteria,
        reading=reading(texts, [c.text for c in criteria]) if item.waits else None,
    )


def statistics_of(sheet: Sheet, number: int) -> ItemStatistics:
    """What the answers say of an item; what waits to be read, or was not answered, does not count."""
    item = sheet.items[number]
    shares = [[c.share if c.tries else None for c in sheet.cells[s.id]] for s in sheet.students]
    given = []
    for student in sheet.students:
        first = next((a for a in sheet.given[student.id] if str(a.item_id) == item.id), None)
        given.append(words_of(item, first.response) if first and not item.waits else [])
    return statistics(shares, number, given, item.said_right)


def options_of(item: Item, answers: Sequence[Answer | AnswerRow]) -> list[OptionCountOut]:
    """What ``answers``, one a student, come to, how often; "not sure" at the end. Nothing for what waits to be read."""
    if item.waits:
        return []
    counts: Counter[str] = Counter()
    for answer in answers:
        counts.update(words_of(item, answer.response))
    given = [w for w, _ in counts.most_common(MOST_GIVEN) if w != "?"]
    taken = (w for a in answers if a.outcome == "right" for w in words_of(item, a.response))
    right = {*item.said_right, *taken}
    known = item.choosable or (sorted(given) if item.said_right else given)
    found = [OptionCountOut(text=t, count=counts[t], correct=t in right) for t in known]
    return [*found, OptionCountOut(text="?", count=counts["?"], correct=False)] if counts["?"] else found


def said_of(item: Item, response: dict[str, Any]) -> str:
    """What was given, in words; nothing for not sure."""
    return "; ".join(w for w in words_of(item, response) if w != "?")


def words_of(item: Item, response: dict[str, Any]) -> list[str]:
    """What was given, in words; "?" for not sure, nothing for a time that ran out."""
    if response.get("out_of_time"):
        return []
    if response.get("not_sure"):
        return ["?"]
    return item.said(item.response(response))


def answer_row(student: Student, answer: AnswerRow, item: Item) -> GivenOut:
    return GivenOut(
        id=answer.id,
        nickname=student.nickname,
        response=answer.response,
        said="; ".join(words_of(item, answer.response)),
        outcome=answer.outcome,
        share=answer.share,
        tries=answer.number,
        comment=answer.comment,
        look=answer.look_state,
        look_reason=answer.look_reason,
        look_word=answer.look_word,
        marked_at=answer.marked_at,
        returned=answer.returned_at is not None,
        given_at=answer.given_at,
        received_at=answer.received_at,
    )


def item_answers(assignment: Assignment, item_id: str) -> ItemAnswersOut | None:
    sheet = Sheet(assignment)
    number = next((n for n, i in enumerate(sheet.items) if i.id == item_id), None)
    return None if number is None else item_data(sheet, number)
