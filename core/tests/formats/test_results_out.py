"""Marks and answers in the forms of others: workbooks, OneRoster packages, xAPI statements."""

import csv
import io
import json
import zipfile
from datetime import UTC, date, datetime, timedelta

import pytest
from openpyxl import load_workbook

from escuela_core.formats.oneroster_results import LineItem, Result, package
from escuela_core.formats.workbook import LONGEST_NAME, workbook
from escuela_core.formats.xapi import Actor, Answered, Completed, Lesson, json_lines, statements

AT = datetime(2026, 12, 1, 8, 30, tzinfo=UTC)
LESSON = Lesson("https://school.example/s/ABC", "Locks", "en")
ANA = Actor("https://school.example", "a1b2")


def answered(**other: object) -> Answered:
    given = {
        "item": "q1",
        "prompt": "How high?",
        "said": "three metres",
        "number": 1,
        "share": 0.5,
        "marks": 2,
        "at": AT,
    }
    return Answered(ANA, **given | {"at": AT} | other)  # type: ignore[arg-type]


def test_a_workbook_keeps_text_numbers_and_times_as_what_they_are() -> None:
    made = workbook(
        [("One: [all]", [["Name", "Marks", "At"], ["=1+1", 2.5, AT], ["a\x07b", None, None]]), ("", [["x"]])]
    )
    book = load_workbook(io.BytesIO(made))
    assert book.sheetnames == ["One   all", "2"]
    heads, told, last = book["One   all"].iter_rows()
    assert [(c.value, c.data_type) for c in told[:2]] == [("=1+1", "s"), (2.5, "n")]
    assert told[2].value == AT.replace(tzinfo=None)
    assert last[0].value == "ab"
    assert heads[0].font.bold
    assert len(load_workbook(io.BytesIO(workbook([("n" * 99, [])]))).sheetnames[0]) == LONGEST_NAME


def test_a_package_names_every_file_and_keeps_its_ids_from_time_to_time() -> None:
    item = LineItem("L1", "Locks", date(2026, 11, 1), date(2026, 11, 8), 9)
    results = [
        Result("L1", "S1", 7.5, final=True, late=False, on=date(2026, 11, 9)),
        Result("L1", "S2", 4, final=False, late=True, on=date(2026, 11, 9)),
        Result("L1", "S3", None, final=True, late=False, on=date(2026, 11, 9)),
    ]

    def read(at: datetime) -> dict[str, list[dict[str, str]]]:
        zipped = zipfile.ZipFile(io.BytesIO(package("C1", [item], results, at)))
        return {n: list(csv.DictReader(io.StringIO(zipped.read(n).decode()))) for n in zipped.namelist()}

    first, later = read(AT), read(AT + timedelta(days=1))
    told = {row["propertyName"]: row["value"] for row in first["manifest.csv"]}
    assert (told["oneroster.version"], told["file.results"], told["file.users"]) == ("1.2", "bulk", "absent")
    assert [(r["score"], r["scoreStatus"], r["late"]) for r in first["results.csv"]] == [
        ("7.5", "fully graded", "false"),
        ("4", "partially graded", "true"),
        ("", "not submitted", "false"),
    ]
    assert first["lineItems.csv"][0]["categorySourcedId"] == first["categories.csv"][0]["sourcedId"]
    assert [r["sourcedId"] for r in first["results.csv"]] == [r["sourcedId"] for r in later["results.csv"]]


def test_an_answer_is_a_statement_with_its_marks() -> None:
    told = next(iter(statements(LESSON, [answered()])))
    assert told["actor"]["account"] == {"homePage": "https://school.example", "name": "a1b2"}
    assert told["result"] == {
        "response": "three metres",
        "success": False,
        "score": {"scaled": 0.5, "raw": 1.0, "min": 0, "max": 2},
    }
    assert told["timestamp"] == "2026-12-01T08:30:00.000Z"
    assert told["object"]["id"] == "https://school.example/s/ABC/items/q1"


def test_what_waits_for_marks_says_nothing_of_them() -> None:
    told = next(iter(statements(LESSON, [answered(share=None)])))
    assert told["result"] == {"response": "three metres"}


@pytest.mark.parametrize("other", [{"share": 1.0}, {"number": 2}, {"said": "six"}])
def test_the_same_is_the_same_statement_and_what_differs_another(other: dict[str, object]) -> None:
    same, again, differs = statements(LESSON, [answered(), answered(), answered(**other)])
    assert same == again
    assert differs["id"] != same["id"]


def test_handing_in_is_told_with_how_long_it_took_and_lines_are_objects() -> None:
    done = Completed(ANA, 0.75, timedelta(minutes=7), AT)
    told = json.loads(json_lines(statements(LESSON, [done])))
    assert told["result"] == {"completion": True, "score": {"scaled": 0.75}, "duration": "PT420S"}
    assert told["object"]["definition"]["name"] == {"en": "Locks"}
