"""A student thinks that an answer is right; the teacher keeps the marking, or accepts it, for one or for all alike."""

import pytest

from apps.assignments.services import share
from apps.study.models import Answer

from ..conftest import CHOICE, GAP, StudentBrowser, item_with, make_lesson, sent

pytestmark = pytest.mark.django_db
REASON = "She says Olivera in my part of the country."


@pytest.fixture
def gap_lesson(teacher):
    return make_lesson(teacher, (GAP,))


@pytest.fixture
def given(teacher, gap_lesson):
    return share(teacher, gap_lesson, name="Deck hands", policy={"attempts": 2, "retry_share": 0.5})


def wrong(given, gap_lesson, name: str, *texts: str) -> StudentBrowser:
    phone = StudentBrowser(given, name)
    for text in texts:
        phone.answer(item_with(gap_lesson, "gap"), {"text": text})
    return phone


def asked(phone: StudentBrowser, reason: str = REASON, number: int = 0):
    answer = phone.get()["student"]["items"][0]["answers"][number]
    return phone.post("looks/", {"answer": answer["id"], "reason": reason})


def decided(client, answer: Answer, **how):
    return sent(client, "put", f"/api/answers/{answer.id}/look/", how)


def marks(client, given) -> dict[str, float]:
    return {s["nickname"]: s["marks"] for s in client.get(f"/api/assignments/{given.id}/sheet/").json()["students"]}


def test_the_teacher_finds_the_answer_the_reason_and_the_words_beside_each_other(client, given, gap_lesson) -> None:
    phone = wrong(given, gap_lesson, "Zoe", "Ortega")
    assert asked(phone).json()["answers"][0]["look"] == "asked"
    look = client.get(f"/api/assignments/{given.id}/looks/").json()[0]
    assert (look["nickname"], look["said"], look["right"], look["reason"]) == ("Zoe", "Ortega", "Olivares", REASON)
    assert client.get("/api/overview/").json()[0]["looks"] == 1


def test_what_the_check_says_of_the_item_stands_beside_it_until_the_item_is_reworded(client, teacher) -> None:
    lesson = make_lesson(teacher, (CHOICE,))
    given = share(teacher, lesson, name="Deck hands", policy={"attempts": 2})
    item = item_with(lesson, "choice")
    phone = StudentBrowser(given, "Zoe")
    phone.answer(item, {"chosen": [0]})
    asked(phone)
    named = {"code": "also_right", "severity": "look", "message": "", "option": 0, "other": None, "params": {}}
    item.report = {"standing": "open", "findings": [named]}
    item.save()
    at = f"/api/assignments/{given.id}/looks/"
    look = client.get(at).json()[0]
    assert (look["standing"], look["also_right"]) == ("open", True)
    item.content |= {"prompt": "How long does it take?"}
    item.save()
    look = client.get(at).json()[0]
    assert (look["standing"], look["also_right"]) == ("", False)


def test_kept_as_it_is_the_student_reads_the_word(client, given, gap_lesson) -> None:
    phone = wrong(given, gap_lesson, "Zoe", "Ortega")
    asked(phone)
    assert decided(client, Answer.objects.get(), verdict="upheld", word="Listen at 0:32.").status_code == 204
    told = phone.get()["student"]["items"][0]["answers"][0]
    assert (told["look"], told["look_word"], told["outcome"]) == ("upheld", "Listen at 0:32.", "wrong")
    assert asked(phone).json()["code"] == "look_decided"
    assert client.get("/api/overview/").json()[0]["looks"] == 0


def test_accepted_for_one_it_counts_for_one_and_for_all_alike_for_all(client, given, gap_lesson) -> None:
    phone = wrong(given, gap_lesson, "Zoe", "Ortega")
    wrong(given, gap_lesson, "Ada", " ortega ")
    wrong(given, gap_lesson, "Bo", "Ruiz")
    asked(phone)
    look = Answer.objects.get(student__nickname="Zoe")
    assert client.get(f"/api/assignments/{given.id}/looks/").json()[0]["alike"] == 1
    decided(client, look, verdict="accepted")
    assert marks(client, given) == {"Ada": 0, "Bo": 0, "Zoe": 1}
    decided(client, look, verdict="accepted", alike=True)
    assert marks(client, given) == {"Ada": 1, "Bo": 0, "Zoe": 1}
    # Thought better of it: everything is marked as it was.
    decided(client, look, verdict="upheld")
    assert marks(client, given) == {"Ada": 0, "Bo": 0, "Zoe": 0}
    assert Answer.objects.filter(overruled__isnull=True, outcome="wrong").count() == 3


def test_an_accepted_first_try_earns_all_marks_whatever_was_tried_after_it(client, given, gap_lesson) -> None:
    phone = wrong(given, gap_lesson, "Zoe", "Ortega", "Olivares")
    assert marks(client, given) == {"Zoe": 0.5}
    asked(phone)
    decided(client, Answer.objects.get(number=1), verdict="accepted")
    assert marks(client, given) == {"Zoe": 1}


def test_an_open_answer_with_fewer_marks_is_looked_at_again_too(client, teacher, lesson) -> None:
    given = share(teacher, lesson, name="x", policy={})
    phone, item = StudentBrowser(given), item_with(lesson, "open")
    phone.answer(item, {"text": "By its weight."})
    answer = Answer.objects.get()
    again = {"answer": str(answer.id), "reason": "It is what he says."}
    assert phone.post("looks/", again).json()["code"] == "look_not_yet"
    seen = [{"answer": str(answer.id), "marked_at": None}]
    sent(client, "post", f"/api/assignments/{given.id}/marks/", {"answers": seen, "marks": 1})
    assert phone.post("looks/", again).json()["code"] == "look_not_yet"
    sent(client, "post", f"/api/assignments/{given.id}/marks/return/", {})
    assert phone.post("looks/", again).status_code == 200
    decided(client, answer, verdict="accepted")
    assert marks(client, given) == {"Zoe": 2}


@pytest.mark.parametrize(("reason", "code"), [("", "look_empty"), ("  ", "look_empty")])
def test_a_reason_is_wanted(given, gap_lesson, reason: str, code: str) -> None:
    assert asked(wrong(given, gap_lesson, "Zoe", "Ortega"), reason).json()["code"] == code


def test_nothing_is_asked_of_what_is_right_or_not_told_or_another_s(client, teacher, given, gap_lesson) -> None:
    assert asked(wrong(given, gap_lesson, "Zoe", "Olivares")).json()["code"] == "look_not_yet"
    later = share(teacher, gap_lesson, name="later", policy={"feedback": "at_end"})
    assert asked(wrong(later, gap_lesson, "Ada", "Ortega")).json()["code"] == "look_not_yet"
    stolen = {"answer": str(Answer.objects.filter(student__nickname="Zoe").get().id), "reason": "x"}
    assert wrong(given, gap_lesson, "Bo", "Ruiz").post("looks/", stolen).json()["code"] == "no_such_answer"


def test_the_list_costs_few_questions_to_the_database(client, given, gap_lesson, django_assert_max_num_queries) -> None:
    for name in ("Ada", "Bo", "Cy"):
        asked(wrong(given, gap_lesson, name, "Ortega"))
    with django_assert_max_num_queries(11):
        client.get(f"/api/assignments/{given.id}/looks/")
