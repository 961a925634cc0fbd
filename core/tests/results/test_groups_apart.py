"""Groups side by side: intervals as scipy has them, differences worked out by hand, and how often chance fools it."""

from __future__ import annotations

from random import Random

import pytest
from scipy.stats import binomtest

from escuela_core.results.comparing import apart, differ, wilson
from escuela_core.results.sheet import Tally

Z = 1.959963984540054


@pytest.mark.parametrize(("right", "of"), [(0, 5), (5, 5), (3, 7), (81, 263), (1, 1)])
def test_the_score_interval_is_scipy_s(right: int, of: int) -> None:
    expected = binomtest(right, of).proportion_ci(method="wilson")
    assert wilson(right, of, Z) == pytest.approx((expected.low, expected.high), abs=1e-9)


def test_a_difference_worked_out_in_the_paper() -> None:
    # Newcombe 1998, table II, method 10: 56/70 against 48/80 is 0.0524 to 0.3339, 9/10 against 3/10 0.1705 to 0.8090.
    assert differ(Tally(70, 56), Tally(80, 48), Z)
    assert differ(Tally(10, 9), Tally(10, 3), Z)
    # 6/7 against 2/7: 0.0582 to 0.8062; 5/56 against 0/29: -0.0381 to 0.1926.
    assert differ(Tally(7, 6), Tally(7, 2), Z)
    assert not differ(Tally(56, 5), Tally(29, 0), Z)


def test_who_has_not_answered_differs_from_nobody() -> None:
    assert not apart([Tally(0, 0), Tally(20, 20)])
    assert not apart([Tally(20, 3)])
    assert not apart([])


def test_more_groups_need_more_of_a_difference() -> None:
    two = [Tally(12, 10), Tally(12, 5)]
    assert apart(two)
    assert not apart([*two, *[Tally(12, 8)] * 4])


def test_chance_alone_is_seldom_called_a_difference() -> None:
    chance = Random(4)

    def group() -> Tally:
        return Tally(24, sum(chance.random() < 0.6 for _ in range(24)))

    wrong = sum(apart([group() for _ in range(4)]) for _ in range(1_000))
    assert wrong <= 60
