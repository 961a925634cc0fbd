"""Open answers: marked one by one or several alike, nobody's marks overwritten, given back when the teacher says so."""

import pytest

from apps.assignments.services import share
from apps.study.models import Answer

from ..conftest import CHOICE, OPEN, StudentBrowser, item_with, make_lesson, sent

pytestmark = pytest.mark.django_db


@pytest.fixture
def lesson(teacher):
    return make_lesson(teacher, (OPEN | {"criteria": [{"text": "names the weight of the water", "marks": 2}]}, CHOICE))


@pytest.fixture
def given(teacher, lesson):
    return share(teacher, lesson, name="Deck hands", policy={})


@pytest.fixture
def item(lesson):
    return item_with(lesson, "open")


@pytest.fixture
def phones(given, item) -> dict[str, StudentBrowser]:
    texts = {"Ada": "By its own weight.", "Bo": "by its own weights", "Cy": "Not by its own weight."}
    found = {name: StudentBrowser(given, name) for name in texts}
    for name, text in texts.items():
        found[name].answer(item, {"text": text})
    return found


def column(client, given, item):
    return client.get(f"/api/assignments/{given.id}/items/{item.id}/").json()


def marked(client, given, *names: str, seen=(), **how):
    """Marks for the answers of students by name, as they were ``seen`` or as they are."""
    rows = seen or Answer.objects.filter(student__nickname__in=names)
    answers = [{"answer": str(a.id), "marked_at": a.marked_at and a.marked_at.isoformat()} for a in rows]
    return sent(client, "post", f"/api/assignments/{given.id}/marks/", {"answers": answers} | how)


def returned(client, given, **which):
    return sent(client, "post", f"/api/assignments/{given.id}/marks/return/", which).json()["count"]


def told(phone: StudentBrowser):
    answer = next(i for i in phone.get()["student"]["items"] if i["answers"])["answers"][0]
    return answer["outcome"], answer["marks"], answer["comment"]


def test_alike_answers_stand_together_with_the_words_of_the_criteria(client, given, item, phones) -> None:
    reading, answers = (column(client, given, item)[k] for k in ("reading", "answers"))
    assert [[answers[n]["nickname"] for n in group] for group in reading["groups"]] == [["Ada", "Bo"], ["Cy"]]
    assert reading["suggested"][0] == [{"criterion": 0, "start": 11, "end": 17}]


def test_alike_answers_get_their_marks_at_once(client, given, item, phones) -> None:
    assert marked(client, given, "Ada", "Bo", marks=1.5, comment=" Why? ").status_code == 204
    rows = {a["nickname"]: (a["share"], a["comment"]) for a in column(client, given, item)["answers"]}
    assert rows == {"Ada": (0.75, "Why?"), "Bo": (0.75, "Why?"), "Cy": (None, "")}
    sheet = client.get(f"/api/assignments/{given.id}/sheet/").json()
    assert (sheet["waiting"], sheet["to_return"]) == (1, 2)
    assert {s["nickname"]: s["marks"] for s in sheet["students"]} == {"Ada": 1.5, "Bo": 1.5, "Cy": 0}


def test_students_see_nothing_of_marks_until_they_are_given_back(client, given, item, phones) -> None:
    marked(client, given, "Ada", "Bo", marks=2, comment="Good.")
    assert told(phones["Ada"]) == ("waiting", None, "")
    assert "Good." not in str(phones["Ada"].client.get(f"/api/study/{given.code}/data/").content)
    assert returned(client, given, student=str(given.students.get(nickname="Ada").id)) == 1
    assert told(phones["Ada"]) == ("marked", 2, "Good.")
    assert told(phones["Bo"])[0] == "waiting"
    assert returned(client, given, item=str(item.id)) == 1
    assert returned(client, given) == 0
    assert told(phones["Bo"]) == ("marked", 2, "Good.")


def test_marks_changed_after_they_went_back_are_seen_at_once(client, given, phones) -> None:
    marked(client, given, "Ada", marks=1)
    returned(client, given)
    marked(client, given, "Ada", marks=2, comment="Read again.")
    assert told(phones["Ada"]) == ("marked", 2, "Read again.")


def test_marks_given_in_another_window_are_not_overwritten(client, given, phones) -> None:
    before = list(Answer.objects.filter(student__nickname__in=["Ada", "Bo"]))
    marked(client, given, "Bo", marks=2)
    late = marked(client, given, seen=before, marks=0)
    assert (late.status_code, late.json()["code"]) == (400, "marked_elsewhere")
    assert {a.student.nickname: a.share for a in Answer.objects.all()} == {"Ada": None, "Bo": 1.0, "Cy": None}


@pytest.mark.parametrize(("marks", "code"), [(2.5, "marks_outside"), (-1, "invalid")])
def test_marks_lie_between_nothing_and_the_item_s(client, given, phones, marks, code) -> None:
    assert marked(client, given, "Ada", marks=marks).json()["code"] == code


def test_only_answers_that_wait_to_be_read_are_marked_by_hand(client, given, lesson, phones) -> None:
    phones["Ada"].answer(item_with(lesson, "choice"), {"chosen": [1]})
    assert marked(client, given, "Ada", marks=1).json()["code"] == "not_open"


def test_answers_of_somebody_else_s_class_are_not_there(client, teacher, given, phones, lesson) -> None:
    other = share(teacher, lesson, name="Other", policy={})
    assert marked(client, other, "Ada", marks=1).json()["code"] == "no_such_answer"
