"""Results as tables of plain rows, heads first, in the teacher's language: what CSV and workbooks are made of."""

from __future__ import annotations

from datetime import datetime

from apps.results.class_sheet import Sheet
from apps.results.gradebook_serializers import GradebookOut
from apps.results.item_selectors import said_of, statistics_of
from apps.results.serializers import CellOut, SheetOut
from config.words import in_words
from escuela_core.study.marking import Mark, credit

Row = list[str | int | float | bool | datetime | None]
_SHEET = ("student", "watched", "marks", "minutes", "finished", "late")
_ANSWERS = ("student", "number", "question", "try", "answer", "result", "marks", "most", "comment", "at")
_ITEMS = ("number", "question", "most", "answered", "first", "facility", "correlation")
_SEGMENTS = ("number", "segment", "answered", "first", "replayed", "again")


def sheet_rows(data: SheetOut, language: str) -> list[Row]:
    """One row a student: watched, marks, minutes, then state and share of each item; the second row says how many marks
    there are to be had."""
    items = data.items
    most: Row = [in_words("sheet.most", language), "", data.marks, "", "", "", *(i.marks for i in items)]
    rows: list[Row] = [[*_heads(_SHEET, language), *(i.prompt for i in items)], most]
    for student in data.students:
        rows.append(
            [
                *(student.nickname, round(100 * student.coverage), student.marks, student.minutes),
                *(in_words("sheet.yes" if so else "sheet.no", language) for so in (student.finished, student.late)),
                *(_state(c, language) for c in student.cells),
            ]
        )
    return rows


def mark_rows(data: SheetOut, sheet: Sheet, language: str) -> list[Row]:
    """One row a student: the marks of each item, empty where there is none."""
    items = data.items
    rows: list[Row] = [
        [*_heads(("student", "marks"), language), *(i.prompt for i in items)],
        [in_words("sheet.most", language), data.marks, *(i.marks for i in items)],
    ]
    for student, told in zip(sheet.students, data.students, strict=True):
        cells = zip(sheet.items, sheet.cells[student.id], strict=True)
        marks = [round(i.marks * c.worth, 2) if c.share is not None else None for i, c in cells]
        rows.append([student.nickname, told.marks, *marks])
    return rows


def answer_rows(sheet: Sheet, language: str) -> list[Row]:
    """One row an answer, every try and every time through the lesson, with what it was worth."""
    rows: list[Row] = [_heads(_ANSWERS, language)]
    for attempts in sheet.attempts.values():
        for student in attempts:
            for given in sheet.given[student.id]:
                place = sheet.places.get(given.item_id)
                if place is None:
                    continue
                item = sheet.items[place]
                worth = credit(Mark(given.outcome, given.share), given.number, sheet.policy)  # type: ignore[arg-type]
                state = CellOut(state=given.outcome, tries=given.number, share=given.share)
                rows.append(
                    [
                        *(student.nickname, place + 1, item.asked, given.number),
                        said_of(item, given.response),
                        _state(state, language),
                        None if worth is None else round(worth * item.marks, 2),
                        *(item.marks, given.comment, given.received_at),
                    ]
                )
    return rows


def item_rows(data: SheetOut, sheet: Sheet, language: str) -> list[Row]:
    """One row an item: how many answered, right first time, facility and corrected item-rest correlation."""
    rows: list[Row] = [_heads(_ITEMS, language)]
    for n, item in enumerate(data.items):
        told = statistics_of(sheet, n)
        rows.append([n + 1, item.prompt, item.marks, item.answered, item.first, told.facility, told.correlation])
    return rows


def segment_rows(data: SheetOut, language: str) -> list[Row]:
    """One row a segment: first tries, how often it was played again, and whether to teach it again."""
    rows: list[Row] = [_heads(_SEGMENTS, language)]
    for n, part in enumerate(data.segments):
        again = in_words("sheet.yes", language) if part.advice else ""
        rows.append([n + 1, part.title, part.answered, part.first, part.replayed, again])
    return rows


def gradebook_rows(data: GradebookOut, language: str) -> list[Row]:
    """One row a student: marks in all, what they come to by the class's rules, then those of each lesson; empty where
    it was not begun. The second row says how many there are to be had."""
    rows: list[Row] = [[*_heads(("student", "marks", "percent"), language), *(row.title for row in data.lessons)]]
    rows.append([in_words("sheet.most", language), data.most, 100, *(row.most for row in data.lessons)])
    for row in data.rows:
        percent = None if row.share is None else round(100 * row.share, 1)
        rows.append([row.name, row.marks, percent, *(e.marks for e in row.entries)])
    return rows


def _heads(names: tuple[str, ...], language: str) -> Row:
    return [in_words(f"sheet.{name}", language) for name in names]


def _state(cell: CellOut, language: str) -> str:
    later = cell.state == "right" and cell.tries > 1
    key = "sheet.right_later" if later else f"sheet.{cell.state}"
    return in_words(key, language, tries=cell.tries, share=f"{100 * (cell.share or 0):.0f}")
