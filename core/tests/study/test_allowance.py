from dataclasses import replace
from datetime import UTC, datetime, timedelta

import pytest

from escuela_core.items import Gap
from escuela_core.study import Policy
from escuela_core.study.allowance import Allowance, AllowanceError

NOON = datetime(2026, 3, 2, 12, tzinfo=UTC)
HOUR = timedelta(hours=1)
GIVEN = Policy(due_at=NOON, closes_at=NOON + HOUR, attempts=2)


def test_more_tries_are_added_up_to_the_most_there_are() -> None:
    assert Allowance(extra_tries=1).of(GIVEN).attempts == 3
    assert Allowance(extra_tries=9).of(GIVEN).attempts == 10


def test_all_of_it_may_be_done_again_up_to_the_most_there_is() -> None:
    assert Allowance(extra_retakes=2).of(GIVEN).retakes == 2
    assert Allowance(extra_retakes=5).of(replace(GIVEN, retakes=6)).retakes == 9


@pytest.mark.parametrize(
    ("due", "closes", "own_due", "own_closes"),
    [
        (None, None, NOON, NOON + HOUR),
        (NOON + HOUR / 2, None, NOON + HOUR / 2, NOON + HOUR),
        (NOON + 3 * HOUR, None, NOON + 3 * HOUR, NOON + 3 * HOUR),
        (None, NOON + 5 * HOUR, NOON, NOON + 5 * HOUR),
        (NOON - HOUR, NOON - HOUR, NOON, NOON + HOUR),
    ],
)
def test_an_end_is_only_ever_moved_later(due, closes, own_due, own_closes) -> None:
    own = Allowance(due_at=due, closes_at=closes).of(GIVEN)
    assert (own.due_at, own.closes_at) == (own_due, own_closes)


def test_no_bound_stays_none() -> None:
    own = Allowance(due_at=NOON, closes_at=NOON).of(Policy())
    assert (own.due_at, own.closes_at) == (None, None)


def test_a_timed_item_takes_longer_and_another_stays_untimed() -> None:
    timed = Gap(prompt="It is ___.", answers=("red",), time_limit_s=30)
    assert Allowance(time_factor=1.5).timed(timed).time_limit_s == 45
    assert Allowance(time_factor=1.5).timed(Gap(prompt="___", answers=("red",))).time_limit_s is None


@pytest.mark.parametrize("wrong", [{"extra_tries": -1}, {"extra_tries": 10}, {"time_factor": 0.5}, {"time_factor": 9}])
def test_an_allowance_takes_nothing_away_and_has_bounds(wrong) -> None:
    with pytest.raises(AllowanceError):
        Allowance(**wrong)
