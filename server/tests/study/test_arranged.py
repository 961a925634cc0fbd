"""Items that are arranged, from the question a student sees to the class sheet; what is said to single options."""

import pytest

from apps.assignments.services import share
from apps.lessons.items import services as items
from apps.lessons.models import Lesson
from apps.results.item_selectors import item_answers
from apps.results.selectors import sheet_data
from apps.results.tables import sheet_rows

from ..conftest import CHOICE, StudentBrowser, item_with, run_jobs

pytestmark = pytest.mark.django_db

ORDER = {
    "kind": "order",
    "prompt": "Put them in the order of the talk.",
    "steps": ["The canal lies higher", "The water flows in", "The chamber fills"],
    "pause_ms": 30_000,
}
MATCH = {
    "kind": "match",
    "prompt": "What takes how long?",
    "pairs": [{"left": "filling", "right": "six minutes"}, {"left": "emptying", "right": "four minutes"}],
    "marks": 2,
    "pause_ms": 46_000,
}


GROUPS = {
    "kind": "groups",
    "prompt": "What fills, what empties?",
    "groups": [{"name": "fills", "things": ["upper gate"]}, {"name": "empties", "things": ["lower gate", "sluice"]}],
    "marks": 3,
    "pause_ms": 47_000,
}


@pytest.fixture
def arranged(teacher, lesson) -> StudentBrowser:
    for content in (ORDER, MATCH, GROUPS):
        items.add_item(lesson, items.content_of(content))
    run_jobs()
    fresh = Lesson.objects.get(id=lesson.id)
    for item in fresh.items.all():
        if items.is_undecided(item):
            items.decide(item, "kept_anyway", "For the test.")
    run_jobs()
    return StudentBrowser(share(teacher, fresh, name="Deck hands", policy={"attempts": 1}))


def places(browser: StudentBrowser, item, wanted: list[str]) -> list[int]:
    """What a student sends who arranges the things shown as ``wanted``."""
    shown = next(q for q in browser.get()["lesson"]["items"] if q["id"] == str(item.id))["options"]
    return [shown.index(text) for text in wanted]


def test_the_question_shows_everything_but_the_order(arranged, lesson) -> None:
    asked = {q["kind"]: q for q in arranged.get()["lesson"]["items"]}
    assert sorted(asked["order"]["options"]) == sorted(ORDER["steps"])
    assert asked["match"]["targets"] == ["filling", "emptying"]
    assert sorted(asked["match"]["options"]) == ["four minutes", "six minutes"]


def test_an_arrangement_earns_its_share_and_shows_in_words_on_the_sheet(arranged, lesson) -> None:
    order, match = item_with(lesson, "order"), item_with(lesson, "match")
    right = arranged.answer(order, {"arranged": places(arranged, order, ORDER["steps"])}).json()
    partly = arranged.answer(match, {"arranged": places(arranged, match, ["four minutes", "six minutes"])}).json()
    assert (right["answers"][-1]["outcome"], right["answers"][-1]["share"]) == ("right", 1.0)
    assert (partly["answers"][-1]["outcome"], partly["answers"][-1]["share"]) == ("wrong", 0.0)
    assert partly["key"]["texts"] == ["filling → six minutes", "emptying → four minutes"]
    assignment = order.lesson.editions.get().assignments.get()
    side = item_answers(assignment, str(match.id))
    assert side.answers[0].said == "filling → four minutes; emptying → six minutes"
    assert {o.text: o.correct for o in side.options} == {
        "emptying → six minutes": False,
        "filling → four minutes": False,
    }
    assert "Zoe" in [row[0] for row in sheet_rows(sheet_data(assignment), "en")]


def test_things_put_into_groups_earn_their_share_and_the_sheet_counts_each(arranged, lesson) -> None:
    item = item_with(lesson, "groups")
    asked = next(q for q in arranged.get()["lesson"]["items"] if q["id"] == str(item.id))
    assert asked["targets"] == ["fills", "empties"]
    given = ["upper gate", "sluice"]
    told = arranged.answer(item, {"grouped": [int(t not in given) for t in asked["options"]]}).json()
    assert told["answers"][-1]["share"] == pytest.approx(2 / 3)
    assert told["key"]["texts"] == ["fills: upper gate", "empties: lower gate, sluice"]
    assignment = item.lesson.editions.get().assignments.get()
    side = item_answers(assignment, str(item.id))
    assert {o.text: o.correct for o in side.options} == {
        "lower gate → empties": True,
        "sluice → fills": False,
        "upper gate → fills": True,
    }
    assert sheet_data(assignment).students[0].marks == 2.0


def test_an_arrangement_with_a_place_twice_is_refused_and_nothing_is_kept(arranged, lesson) -> None:
    order = item_with(lesson, "order")
    refused = arranged.answer(order, {"arranged": [0, 0, 1]})
    assert (refused.status_code, refused.json()["code"]) == (400, "response_shape")
    assert not arranged.get()["student"]["items"][0]["answers"]


def test_what_is_said_to_an_option_comes_with_the_key_and_not_before(teacher, lesson) -> None:
    said = {"text": "About two minutes", "correct": False, "feedback": "That is the small lock."}
    content = CHOICE | {"options": [said, *CHOICE["options"][1:]]}
    items.change_item(item_with(lesson, "choice"), items.content_of(content), None)
    run_jobs()
    fresh = Lesson.objects.get(id=lesson.id)
    browser = StudentBrowser(share(teacher, fresh, name="Deck hands", policy={"attempts": 2}))
    assert "small lock" not in str(browser.get())
    first = browser.answer(item_with(fresh, "choice"), {"chosen": [0]}).json()
    assert first["key"] is None
    second = browser.answer(item_with(fresh, "choice"), {"chosen": [0]}).json()
    assert second["key"]["feedback"] == ["That is the small lock.", "", ""]
