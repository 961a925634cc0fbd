import pytest

from escuela_core.items import Choice, Option
from escuela_core.results.sheet import Cell, Try, cell, earned
from escuela_core.study import Mark, Policy, credit
from escuela_core.study.policy import PolicyMarksError

STRICT = Policy(attempts=3, retry_share=0.5, wrong_share=-0.25)
ITEM = Choice(id="q", prompt="?", options=(Option("a", True), Option("b", False)), pause_ms=1, marks=4)


@pytest.mark.parametrize(
    ("given", "number", "worth"),
    [
        (Mark("right", 1.0), 1, 1.0),
        (Mark("right", 1.0), 2, 0.5),
        (Mark("wrong", 0.0), 1, -0.25),
        (Mark("wrong", 0.5), 1, 0.5),
        (Mark("wrong", 0.5), 3, 0.25),
        (Mark("not_sure", 0.0), 1, 0.0),
        (Mark("out_of_time", 0.0), 1, 0.0),
        (Mark("waiting", None), 1, None),
        (Mark("waiting", 0.75), 2, 0.75),
        (Mark("read", None), 1, None),
    ],
)
def test_a_try_is_worth_what_the_rules_say(given: Mark, number: int, worth: float | None) -> None:
    assert credit(given, number, STRICT) == worth
    assert credit(given, number, Policy()) == given.share


def test_not_sure_is_never_worth_less_than_a_wrong_guess() -> None:
    assert (credit(Mark("not_sure", 0.0), 1, STRICT) or 0) >= (credit(Mark("wrong", 0.0), 1, STRICT) or 0)


def test_a_sheet_shows_what_is_right_and_counts_what_it_is_worth() -> None:
    later = cell(ITEM, [Try("wrong", 0.0), Try("right", 1.0)], 0, STRICT)
    assert (later.share, later.credit) == (1.0, 0.5)
    assert earned([ITEM], [later]) == 2.0
    assert earned([ITEM, ITEM], [cell(ITEM, [Try("wrong", 0.0)], 0, STRICT), Cell("right", 1.0, 1)]) == 3.0


def test_marks_together_are_never_below_nothing() -> None:
    assert earned([ITEM], [cell(ITEM, [Try("wrong", 0.0)], 0, STRICT)]) == 0.0


@pytest.mark.parametrize(
    "wrong", [{"retry_share": 1.5}, {"retry_share": -0.1}, {"wrong_share": 0.1}, {"wrong_share": -2}]
)
def test_shares_have_bounds(wrong: dict[str, float]) -> None:
    with pytest.raises(PolicyMarksError):
        Policy(**wrong)  # type: ignore[arg-type]
