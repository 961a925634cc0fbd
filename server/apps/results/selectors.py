"""The class sheet and its details, each in a handful of queries whatever the size of the class."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from statistics import median
from typing import Any

from django.db.models import Count, Q
from django.utils import timezone

from apps.accounts.models import User
from apps.assignments.models import Assignment
from apps.results.class_sheet import Sheet
from apps.results.marking import reading
from apps.study.models import Answer, Student
from apps.study.rows import AnswerRow
from escuela_core.items import Item
from escuela_core.results.sheet import Tally, earned, together
from escuela_core.results.signs import Sign, flags
from escuela_core.results.statistics import ItemStatistics, statistics
from escuela_core.results.teaching import Need, needs
from escuela_core.results.watching import coverage, replays
from escuela_core.timeline import Span, merged


def overview(owner: User) -> list[dict[str, Any]]:
    """How far each of a teacher's assignments is, newest first. One query."""
    waiting = Q(students__answers__outcome="waiting", students__answers__share=None)
    asked = Q(students__answers__look_asked_at__isnull=False, students__answers__look_verdict="")
    rows = (
        Assignment.objects.filter(owner=owner, edition__lesson__removed_at=None)
        .select_related("edition")
        .annotate(
            joined=Count("students__person", distinct=True),
            done=Count("students__person", filter=Q(students__finished_at__isnull=False), distinct=True),
            to_mark=Count("students__answers", filter=waiting, distinct=True),
            looks=Count("students__answers", filter=asked, distinct=True),
        )
        # A model's own order is not kept where rows are counted.
        .order_by("-created_at")
    )
    return [
        {
            "id": a.id,
            "lesson_id": a.edition.lesson_id,
            "name": a.name,
            "title": a.edition.content["title"],
            "due_at": a.due_at,
            "joined": a.joined,
            "finished": a.done,
            "to_mark": a.to_mark,
            "looks": a.looks,
        }
        for a in rows
    ]


MOST_GIVEN = 12


def sheet_data(assignment: Assignment, read: Sheet | None = None) -> dict[str, Any]:
    """The class sheet, from what was ``read`` before, if it was."""
    sheet = read or Sheet(assignment)
    tallies = sheet.tallies()
    where = [sheet.segment_of(i) for i in sheet.items]
    spans = [Span(s["start_ms"], max(s["end_ms"], s["start_ms"] + 1)) for s in sheet.content["segments"]]
    replayed = sheet.replayed(spans)
    by_segment = {
        n: together([t for t, w in zip(tallies, where, strict=True) if w == n]) for n in range(len(spans)) if n in where
    }
    wanted = needs(sheet.firsts(), where, dict(enumerate(replayed)))
    advice = {need.segment: need for need in wanted}
    return {
        "items": [_item(i, t, w) for i, t, w in zip(sheet.items, tallies, where, strict=True)],
        "segments": [
            _segment(s, by_segment.get(n), replayed[n], advice.get(n)) for n, s in enumerate(sheet.content["segments"])
        ],
        # The segments worth teaching again, the one in most need first.
        "teach_again": [need.segment for need in wanted],
        "students": [_student(s, told, sheet) for s, told in zip(sheet.students, sheet.signs(), strict=True)],
        "absent": sheet.absent(),
        "started": sum(1 for s in sheet.students if sheet.played[s.id] or any(c.tries for c in sheet.cells[s.id])),
        "finished": sum(1 for s in sheet.students if s.finished_at is not None),
        "waiting": sum(1 for cells in sheet.cells.values() for c in cells if c.state == "waiting"),
        "looks": sum(1 for a in sheet.answers() if a.look_state == "asked"),
        "looked": sum(1 for a in sheet.answers() if a.look_verdict),
        "to_return": sum(1 for a in sheet.answers() if a.marked_at is not None and a.returned_at is None),
        "marks": sum(i.marks for i in sheet.items),
    }


def _item(item: Item, tally: Tally, segment: int) -> dict[str, Any]:
    return {
        "id": item.id,
        "kind": item.kind,
        "prompt": item.asked,
        "marks": item.marks,
        "segment": segment,
        "answered": tally.answered,
        "first": tally.first,
    }


def _segment(row: dict[str, Any], tally: Tally | None, replayed: float, need: Need | None) -> dict[str, Any]:
    return {
        "title": row["title"],
        "start_ms": row["start_ms"],
        "end_ms": row["end_ms"],
        "answered": tally.answered if tally else 0,
        "first": tally.first if tally else 0,
        "replayed": round(replayed, 2),
        "advice": need
        and {
            "first": need.here.first,
            "answered": need.here.answered,
            "other_first": need.elsewhere.first,
            "other_answered": need.elsewhere.answered,
            "replayed": round(need.replayed, 1),
            "low": need.low,
            "often": need.often,
            "sure": need.sure,
        },
    }


def _student(student: Student, told: list[Sign], sheet: Sheet) -> dict[str, Any]:
    cells = sheet.cells[student.id]
    spent_s = (student.last_seen_at - student.joined_at).total_seconds()
    late = any(a.late for a in sheet.given[student.id])
    stands = flags(
        cells,
        finished=student.finished_at is not None,
        late=late,
        seen_s=(timezone.now() - student.last_seen_at).total_seconds(),
        has_signs=bool(told),
    )
    return {
        "id": student.id,
        "nickname": student.nickname,
        "attempts": len(sheet.attempts[student.person]),
        "coverage": round(coverage(sheet.played[student.id], sheet.covered), 3),
        "cells": [{"state": c.state, "share": c.share, "tries": c.tries} for c in cells],
        "marks": round(earned(sheet.items, cells), 2),
        "minutes": round(spent_s / 60),
        "finished": student.finished_at is not None,
        "late": late,
        "flags": stands,
        "signs": [
            {
                "code": sign.code,
                "items": [n + 1 for n in sign.items],
                "seconds": round(sign.seconds),
                "others": [sheet.students[n].nickname for n in sign.others],
            }
            for sign in told
        ],
    }


def segment_data(assignment: Assignment, number: int) -> dict[str, Any]:
    """One segment's sentences with how often each was played again, and the first choices at its items."""
    sheet = Sheet(assignment)
    row = sheet.content["segments"][number]
    inside = [
        s for s in sheet.content["sentences"] if row["start_ms"] <= (s["start_ms"] + s["end_ms"]) // 2 < row["end_ms"]
    ]
    replayed = sheet.replayed([Span(s["start_ms"], s["end_ms"]) for s in inside])
    return {
        "title": row["title"],
        "sentences": [s | {"replayed": round(r, 2)} for s, r in zip(inside, replayed, strict=True)],
        "items": [item_data(sheet, n) for n, i in enumerate(sheet.items) if sheet.segment_of(i) == number],
    }


def item_data(sheet: Sheet, number: int) -> dict[str, Any]:
    """All answers to one item side by side."""
    item = sheet.items[number]
    rows = [(s, [a for a in sheet.given[s.id] if str(a.item_id) == item.id]) for s in sheet.students]
    given = [(s, answers) for s, answers in rows if answers]
    firsts = [answers[0] for _, answers in given]
    criteria = [{"text": c.text, "marks": c.marks} for c in getattr(item, "criteria", ())]
    texts = [str(answers[-1].response.get("text") or "") for _, answers in given]
    return {
        "id": item.id,
        "kind": item.kind,
        "prompt": item.asked,
        "marks": item.marks,
        "options": options_of(item, firsts),
        "key": item.key_texts,
        "key_options": item.choosable or item.shown,
        "correctable": item.correctable,
        "corrected": sheet.assignment.corrections.get(item.id, {}).get("why"),
        "statistics": statistics_of(sheet, number),
        "answers": [_answer(s, a, item) for s, answers in given for a in answers[-1:]],
        "waiting": sum(1 for _, answers in given if answers[-1].outcome == "waiting" and answers[-1].marked_at is None),
        "model_answer": getattr(item, "model_answer", ""),
        "criteria": criteria,
        "reading": reading(texts, [c["text"] for c in criteria]) if item.waits else None,
    }


def statistics_of(sheet: Sheet, number: int) -> ItemStatistics:
    """What the answers say of an item; what waits to be read, or was not answered, does not count."""
    item = sheet.items[number]
    shares = [[c.share if c.tries else None for c in sheet.cells[s.id]] for s in sheet.students]
    given = []
    for student in sheet.students:
        first = next((a for a in sheet.given[student.id] if str(a.item_id) == item.id), None)
        given.append(words_of(item, first.response) if first and not item.waits else [])
    return statistics(shares, number, given, item.said_right)


def options_of(item: Item, answers: Sequence[Answer | AnswerRow]) -> list[dict[str, Any]]:
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
    return [{"text": t, "count": counts[t], "correct": t in right} for t in known] + (
        [{"text": "?", "count": counts["?"], "correct": False}] if counts["?"] else []
    )


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


def _answer(student: Student, answer: AnswerRow, item: Item) -> dict[str, Any]:
    return {
        "id": answer.id,
        "nickname": student.nickname,
        "response": answer.response,
        "said": "; ".join(words_of(item, answer.response)),
        "outcome": answer.outcome,
        "share": answer.share,
        "tries": answer.number,
        "comment": answer.comment,
        "look": answer.look_state,
        "look_reason": answer.look_reason,
        "look_word": answer.look_word,
        "marked_at": answer.marked_at,
        "returned": answer.returned_at is not None,
        "given_at": answer.given_at,
        "received_at": answer.received_at,
    }


def item_answers(assignment: Assignment, item_id: str) -> dict[str, Any] | None:
    sheet = Sheet(assignment)
    number = next((n for n, i in enumerate(sheet.items) if i.id == item_id), None)
    return None if number is None else item_data(sheet, number)


def student_data(assignment: Assignment, student: Student) -> dict[str, Any]:
    """One student from start to end."""
    sheet = Sheet(assignment, student.person)
    every = sheet.attempts[student.person]
    mine = next(s for s in every if s.id == student.id)
    answers = sheet.given[mine.id]
    gaps = [(b.received_at - a.received_at).total_seconds() for a, b in zip(answers, answers[1:], strict=False)]
    return {
        "nickname": mine.nickname,
        "attempts": [
            {
                "id": s.id,
                "number": s.attempt,
                "marks": round(earned(sheet.items, sheet.cells[s.id]), 2),
                "counts": s is sheet.counted(every),
            }
            for s in every
        ],
        "watched": [{"start_ms": s.start_ms, "end_ms": s.end_ms} for s in merged(sheet.played[mine.id])],
        "marks": round(earned(sheet.items, sheet.cells[mine.id]), 2),
        "most": sum(i.marks for i in sheet.items),
        "segments": _way(sheet, mine),
        "median_seconds": round(median(gaps)) if gaps else None,
        "items": [
            {
                "prompt": item.asked,
                "segment": sheet.segment_of(item),
                "marks": round(item.marks * cell.worth, 2) if cell.share is not None else None,
                "most": item.marks,
                "state": cell.state,
                "tries": cell.tries,
                "share": cell.share,
                "answers": [_answer(mine, a, item) for a in tries],
            }
            for item, cell in zip(sheet.items, sheet.cells[mine.id], strict=True)
            for tries in [[a for a in answers if str(a.item_id) == item.id]]
        ],
    }


def _way(sheet: Sheet, student: Student) -> list[dict[str, Any]]:
    """Each segment in the recording's order: how much of it the student has heard, and how often again."""
    parts = sheet.content["segments"]
    spans = [Span(p["start_ms"], max(p["end_ms"], p["start_ms"] + 1)) for p in parts]
    again = replays(sheet.played[student.id], spans)
    return [
        {
            "title": part["title"],
            "start_ms": part["start_ms"],
            "coverage": round(coverage(sheet.played[student.id], [span]), 3),
            "replayed": round(times, 2),
        }
        for part, span, times in zip(parts, spans, again, strict=True)
    ]
