"""A key put right after students have answered: seen before, done once, told to students, taken back."""

import uuid
from datetime import timedelta

import pytest

from apps.assignments.models import Edition
from apps.assignments.services import share
from apps.study.models import Answer

from ..conftest import CHOICE, GAP, OPEN, StudentBrowser, item_with, make_lesson, sent, was_shut

pytestmark = pytest.mark.django_db
KEY, OTHER = {"chosen": [1]}, {"chosen": [0]}


@pytest.fixture
def lesson(teacher):
    return make_lesson(teacher, (CHOICE, OPEN, GAP))


@pytest.fixture
def given(teacher, lesson):
    return share(teacher, lesson, name="Deck hands", policy={"attempts": 2, "retry_share": 0.5})


@pytest.fixture
def choice(lesson):
    return item_with(lesson, "choice")


def put_right(client, given, item, **how):
    asked = {"apply": True, "key": None, "marks": None, "why": ""} | how
    return sent(client, "post", f"/api/assignments/{given.id}/items/{item.id}/correction/", asked)


def marks(client, given) -> dict[str, float]:
    return {s["nickname"]: s["marks"] for s in client.get(f"/api/assignments/{given.id}/sheet/").json()["students"]}


def answered(given, item, name: str, *responses) -> StudentBrowser:
    phone = StudentBrowser(given, name)
    for response in responses:
        phone.answer(item, response)
    return phone


def test_it_is_seen_first_who_gains_and_who_loses(client, given, choice) -> None:
    answered(given, choice, "Ada", OTHER)
    answered(given, choice, "Bo", KEY)
    answered(given, choice, "Cy", {"not_sure": True})
    told = put_right(client, given, choice, key=["About two minutes"], apply=False).json()
    assert told == {"gain": 1, "lose": 1, "marks": 0, "also": []}
    assert marks(client, given) == {"Ada": 0, "Bo": 1, "Cy": 0}


def test_every_answer_is_marked_again_and_the_edition_stays(client, given, choice) -> None:
    answered(given, choice, "Ada", OTHER)
    bo = answered(given, choice, "Bo", KEY)
    before = Edition.objects.get().sha256
    assert put_right(client, given, choice, key=["About two minutes"], why="He says two.").status_code == 200
    assert marks(client, given) == {"Ada": 1, "Bo": 0}
    assert Edition.objects.get().sha256 == before
    page = bo.get()
    assert page["corrections"] == [
        {"number": 1 + [i["id"] for i in page["lesson"]["items"]].index(str(choice.id)), "why": "He says two."}
    ]
    # Who answers from now on is marked by the new key, and sees it.
    late = answered(given, choice, "Di", OTHER).get()["student"]["items"]
    assert next(i for i in late if i["item"] == str(choice.id))["key"]["correct"] == [0]


def test_what_was_right_all_along_earns_everything_whatever_was_tried_after_it(client, given, choice) -> None:
    answered(given, choice, "Ada", OTHER, KEY)
    assert marks(client, given) == {"Ada": 0.5}
    put_right(client, given, choice, key=["About two minutes"])
    assert marks(client, given) == {"Ada": 1}


def test_a_gap_takes_another_word_and_an_item_can_be_dropped(client, given, lesson) -> None:
    gap = item_with(lesson, "gap")
    answered(given, gap, "Ada", {"text": "Olivera"})
    put_right(client, given, gap, key=["Olivares", "Olivera"])
    assert marks(client, given) == {"Ada": 1}
    put_right(client, given, gap, marks=0)
    assert marks(client, given) == {"Ada": 0}
    assert client.get(f"/api/assignments/{given.id}/sheet/").json()["marks"] == 3


def test_it_is_put_right_in_the_lesson_and_where_else_it_is_given_out_now(
    client, teacher, given, lesson, choice
) -> None:
    running, over = (share(teacher, lesson, name=name, policy={}) for name in ("Running", "Over"))
    was_shut(over, timedelta(hours=1))
    for assignment in (given, running):
        answered(assignment, choice, "Ada", OTHER)
    told = put_right(client, given, choice, key=["About two minutes"], why="He says two.", everywhere=True).json()
    assert told["also"] == ["Running", lesson.title]
    assert (marks(client, given), marks(client, running)) == ({"Ada": 1}, {"Ada": 1})
    assert over.__class__.objects.get(id=over.id).corrections == {}
    choice.refresh_from_db()
    assert [o["correct"] for o in choice.content["options"]] == [True, False, False]
    assert lesson.changes.first().kind == "change_item"


def test_what_the_lesson_says_otherwise_by_now_stays_as_it_is(client, given, lesson, choice) -> None:
    choice.content["options"][0]["text"] = "Two minutes, roughly"
    choice.save()
    answered(given, choice, "Ada", OTHER)
    assert put_right(client, given, choice, key=["About two minutes"], everywhere=True).json()["also"] == []
    assert marks(client, given) == {"Ada": 1}


def test_taken_back_everything_is_marked_as_it_was(client, given, choice) -> None:
    answered(given, choice, "Ada", OTHER)
    answered(given, choice, "Bo", KEY)
    put_right(client, given, choice, key=["About two minutes"])
    answered(given, choice, "Cy", KEY)
    assert marks(client, given)["Cy"] == 0
    address = f"/api/assignments/{given.id}/items/{choice.id}/correction/"
    assert sent(client, "delete", address).status_code == 204
    assert marks(client, given) == {"Ada": 0, "Bo": 1, "Cy": 1}
    assert sent(client, "delete", address).json()["code"] == "correction_none"
    assert not Answer.objects.filter(overruled__isnull=False).exists()


def test_what_was_accepted_after_a_second_look_stays_accepted(client, given, choice) -> None:
    ada = answered(given, choice, "Ada", {"chosen": [2]}, {"chosen": [2]})
    first = Answer.objects.order_by("number").first()
    ada.post("looks/", {"answer": str(first.id), "reason": "It said so."})
    sent(client, "put", f"/api/answers/{first.id}/look/", {"verdict": "accepted"})
    put_right(client, given, choice, key=["About two minutes"])
    assert marks(client, given) == {"Ada": 1}


@pytest.mark.parametrize(
    ("how", "code"),
    [
        ({"key": ["About six minutes"]}, "correction_nothing"),
        ({"key": ["Never"]}, "key_words"),
        ({"key": ["About two minutes", "About an hour"]}, "key_words"),
        ({"marks": -1}, "correction_marks"),
    ],
)
def test_what_is_no_correction_is_refused_with_the_reason(client, given, choice, how, code) -> None:
    assert put_right(client, given, choice, **how).json()["code"] == code


def test_an_item_that_is_not_there_is_not_corrected(client, given, choice) -> None:
    choice.id = uuid.uuid4()
    assert put_right(client, given, choice, key=["x"]).json()["code"] == "no_such_item"
