import pytest

from escuela_core.items import Choice, Gap, Open, Option, TrueFalse
from escuela_core.items.model import KeyWordsError
from escuela_core.results.correcting import CorrectionMarksError, Effect, corrected, effect, marked_again
from escuela_core.study.marking import Mark

CHOICE = Choice(prompt="?", options=(Option("a", True), Option("b", False), Option("c", False)))
SEVERAL = Choice(prompt="?", options=(Option("a", True), Option("b", True), Option("c", False)))
FACT = TrueFalse(prompt="!", answer=True)
GAP = Gap(prompt="by ___", answers=("Olivares",))
BANK = Gap(prompt="by ___", answers=("Olivares",), bank=("Ortega", "Ruiz"))


@pytest.mark.parametrize(
    ("item", "key", "response", "before", "after"),
    [
        (CHOICE, ("b",), {"chosen": [1]}, Mark("wrong", 0.0), Mark("right", 1.0)),
        (CHOICE, ("b",), {"chosen": [0]}, Mark("right", 1.0), Mark("wrong", 0.0)),
        (SEVERAL, ("b", "c"), {"chosen": [1, 2]}, Mark("wrong", 0.0), Mark("right", 1.0)),
        (FACT, ("false",), {"truth": False}, Mark("wrong", 0.0), Mark("right", 1.0)),
        (GAP, ("Olivares", "Olivera"), {"text": "olivera"}, Mark("wrong", 0.0), Mark("right", 1.0)),
        (BANK, ("Ortega",), {"text": "Ortega"}, Mark("wrong", 0.0), Mark("right", 1.0)),
        (CHOICE, ("b",), {"not_sure": True}, Mark("not_sure", 0.0), Mark("not_sure", 0.0)),
        (CHOICE, ("b",), {"out_of_time": True}, Mark("out_of_time", 0.0), Mark("out_of_time", 0.0)),
    ],
)
def test_an_answer_is_held_against_the_new_key(item, key, response, before, after) -> None:
    assert marked_again(corrected(item, key=key), response, before, "en") == after


def test_what_students_see_stays_the_same() -> None:
    assert corrected(BANK, key=("Ortega",)).shown == BANK.shown
    assert corrected(CHOICE, key=("c",)).shown == CHOICE.shown


@pytest.mark.parametrize(
    ("item", "key"),
    [(CHOICE, ()), (CHOICE, ("x",)), (CHOICE, ("a", "b")), (SEVERAL, ("a",)), (FACT, ("maybe",)), (GAP, (" ",))]
    + [(BANK, ("Perez",)), (Open(prompt="?", model_answer="x"), ("y",))],
)
def test_what_nobody_could_have_answered_is_no_key(item, key) -> None:
    with pytest.raises(KeyWordsError):
        corrected(item, key=key)


@pytest.mark.parametrize("marks", [-1, 101])
def test_marks_are_bounded_and_none_at_all_drops_an_item(marks) -> None:
    assert corrected(CHOICE, marks=0).marks == 0
    with pytest.raises(CorrectionMarksError):
        corrected(CHOICE, marks=marks)


def test_who_gains_and_who_loses_is_counted() -> None:
    assert effect([(0, 1), (1, 0), (0, 2), (1, 1)]) == Effect(2, 1, 2)
    assert effect([]) == Effect(0, 0, 0)
