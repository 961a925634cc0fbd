"""Results as files: what spreadsheets, a school's own system and record stores are given."""

import csv
import io
import json
import zipfile

import pytest
from openpyxl import load_workbook

from apps.assignments.services import share
from apps.classes.services import add_members, make_class
from apps.study.members import take_name
from apps.study.services import join_as
from escuela_core.formats.separated import neutral

from ..conftest import StudentBrowser, answered, item_with

pytestmark = pytest.mark.django_db


@pytest.fixture
def klass(assignment, lesson):
    """Ben has needed two tries at one item, and is not sure of another."""
    ben = StudentBrowser(assignment, "Ben")
    ben.answer(item_with(lesson, "choice"), {"chosen": [0]})
    ben.answer(item_with(lesson, "choice"), {"chosen": [1]})
    ben.answer(item_with(lesson, "gap"), {"not_sure": True})
    ben.post("finished/", {})


def got(client, given, name: str):
    answer = client.get(f"/api/assignments/{given.id}/{name}")
    assert answer.status_code == 200
    return answer


def test_the_csv_has_a_row_a_student_and_no_formulas(client, assignment, klass) -> None:
    StudentBrowser(assignment, "=1+1")
    answer = got(client, assignment, "sheet.csv")
    assert "Deck-hands.csv" in answer.headers["Content-Disposition"]
    rows = list(csv.reader(io.StringIO(answer.content.decode("utf-8-sig"))))
    assert rows[0][:3] == ["Student", "Watched %", "Marks"]
    assert rows[1][:3] == ["Out of", "", "4.0"]
    named = {r[0]: r for r in rows[2:]}
    assert set(named) == {"Ben", "'=1+1"}
    assert "right at try 2" in named["Ben"]


@pytest.mark.parametrize("value", ["=SUM(A1)", "+1", "-1", "@x", "\t=1"])
def test_what_a_spreadsheet_would_run_is_text(value: str) -> None:
    assert str(neutral(value)).startswith("'")


def test_numbers_and_names_stay_as_they_are() -> None:
    assert (neutral(-1), neutral("Ana")) == (-1, "Ana")


def test_every_try_is_a_row_with_what_it_was_worth(client, assignment, klass) -> None:
    text = got(client, assignment, "answers.csv").content.decode("utf-8-sig")
    rows = list(csv.DictReader(io.StringIO(text)))
    assert [(r["Try"], r["Result"], r["Marks"], r["Out of"]) for r in rows if r["Answer"]] == [
        ("1", "wrong", "0.0", "1.0"),
        ("2", "right at try 2", "1.0", "1.0"),
    ]
    assert {r["Student"] for r in rows} == {"Ben"}


def test_the_workbook_has_a_sheet_for_each_view_and_no_formula(client, assignment, klass) -> None:
    StudentBrowser(assignment, "=HYPERLINK(1)")
    book = load_workbook(io.BytesIO(got(client, assignment, "sheet.xlsx").content))
    assert book.sheetnames == ["Class sheet", "Marks", "Answers", "Items", "Segments"]
    names = [row[0] for row in book["Class sheet"].iter_rows(min_row=3)]
    assert {c.value: c.data_type for c in names} == {"Ben": "s", "=HYPERLINK(1)": "s"}
    assert [c.value for c in book["Marks"][2]][:2] == ["Out of", 4]


def test_statements_carry_pseudonyms_unless_names_are_asked_for(client, assignment, klass) -> None:
    lines = got(client, assignment, "statements.jsonl").content.decode()
    told = [json.loads(line) for line in lines.splitlines()]
    assert [s["verb"]["id"].rsplit("/", 1)[1] for s in told] == ["answered"] * 3 + ["completed"]
    assert "Ben" not in lines
    assert sorted(s["result"].get("response", "-") for s in told)[:2] == ["", "-"]
    assert len({s["actor"]["account"]["name"] for s in told}) == 1
    again = got(client, assignment, "statements.jsonl").content.decode()
    assert [json.loads(line)["id"] for line in again.splitlines()] == [s["id"] for s in told]
    assert "Ben" in got(client, assignment, "statements.jsonl?names=true").content.decode()


def test_a_class_s_marks_go_to_the_school_s_own_system(client, teacher, lesson) -> None:
    school_class = make_class(teacher, "3 B")
    add_members(school_class, "Ana Ruiz\nBo Lin")
    school_class.members.filter(name="Ana Ruiz").update(source_id="S-17")
    given = share(teacher, lesson, name="", policy={}, school_class=school_class)
    ana = school_class.members.get(name="Ana Ruiz")
    student = join_as(given, take_name(school_class, ana.id, "", known=True, address="x"))
    answered(student, "00000000-0000-4000-8000-000000000001", item_with(lesson, "choice").id, {"chosen": [1]})
    package = zipfile.ZipFile(io.BytesIO(client.get(f"/api/classes/{school_class.id}/results.zip").content))
    read = {n: list(csv.DictReader(io.StringIO(package.read(n).decode()))) for n in package.namelist()}
    assert set(read) == {"manifest.csv", "categories.csv", "lineItems.csv", "results.csv"}
    assert [(r["title"], r["resultValueMax"]) for r in read["lineItems.csv"]] == [(lesson.title, "4")]
    results = {r["studentSourcedId"]: (r["score"], r["scoreStatus"]) for r in read["results.csv"]}
    assert results.pop("S-17") == ("1", "fully graded")
    assert list(results.values()) == [("", "not submitted")]
