"""What to teach again: against scipy, tables worked out by hand, and simulated classes in which the answer is known."""

import math

import pytest
from scipy import stats

from escuela_core.results.sheet import Tally
from escuela_core.results.teaching import Need, needs, t_quantile, upper_bound


def rows(*parts: tuple[int, str]) -> list[list[bool | None]]:
    """Students by items: ``3, "10-"`` are three who had the first item right, the second not, the third unanswered."""
    meaning = {"1": True, "0": False, "-": None}
    return [[meaning[c] for c in marks] for count, marks in parts for _ in range(count)]


def found(firsts: list[list[bool | None]], segments: list[int], replayed: dict[int, float] | None = None) -> list[Need]:
    return needs(firsts, segments, replayed or {})


def test_the_quantile_is_that_of_student() -> None:
    for freedom in (2, 3, 5, 10, 40):
        assert t_quantile(0.95, freedom) == pytest.approx(stats.t.ppf(0.95, freedom), rel=0.003)


def test_the_bound_grows_closer_with_students_and_with_items() -> None:
    differences = [-0.5, 0.0, -0.5, -0.5] * 3
    assert upper_bound(differences, 2, 6) < upper_bound(differences[:6], 2, 6) < 0.3
    assert upper_bound(differences, 4, 12) < upper_bound(differences, 1, 3)
    assert upper_bound([-1.0, -1.0], 2, 2) == math.inf


def test_a_segment_that_most_had_wrong_and_nothing_else_is_sure() -> None:
    need = found(rows((12, "110011"), (4, "111011")), [0, 0, 1, 1, 2, 2])[0]
    assert (need.segment, need.here, need.elsewhere) == (1, Tally(32, 4), Tally(64, 64))
    assert (need.low, need.sure, need.often) == (True, True, False)


def test_with_few_students_the_same_gap_may_be_chance() -> None:
    need = found(rows((2, "110011"), (2, "111111")), [0, 0, 1, 1, 2, 2])[0]
    assert (need.segment, need.sure) == (1, False)


def test_students_are_compared_with_themselves() -> None:
    """Half the class is weak everywhere; only they have answered the last segment."""
    assert found(rows((8, "1111--"), (8, "000000")), [0, 0, 1, 1, 2, 2]) == []


def test_what_was_heard_again_and_again_is_told_where_its_answers_are_not_all_right() -> None:
    half = rows((5, "11"), (5, "00"))
    need = found(half, [0, 1], {0: 0.1, 1: 2.4})[0]
    assert (need.segment, need.low, need.often) == (1, False, True)
    assert found(rows((10, "11")), [0, 1], {0: 0.1, 1: 2.4}) == []
    assert found(half, [0, 1], {0: 2.2, 1: 2.4}) == []


def test_one_segment_alone_is_told_where_most_had_it_wrong_but_never_sure() -> None:
    need = found(rows((6, "00"), (2, "11")), [0, 0])[0]
    assert (need.low, need.sure, need.elsewhere) == (True, False, Tally(0, 0))


def test_nothing_is_said_of_two_students_or_of_nobody() -> None:
    assert found(rows((2, "1100")), [0, 0, 1, 1]) == []
    assert found([], [0, 0, 1, 1]) == []
    assert found(rows((9, "----")), [0, 0, 1, 1]) == []


def test_the_one_in_most_need_comes_first() -> None:
    firsts = rows((10, "11001000"), (6, "11101000"))
    assert [n.segment for n in found(firsts, [0, 0, 1, 1, 2, 2, 3, 3])][0] == 3
