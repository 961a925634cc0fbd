import pytest
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.items import Choice, Option
from escuela_core.results.sheet import Cell, Tally, Try, cell, earned, item_tally, to_teach_again, together
from escuela_core.results.watching import Stretch, coverage, replays
from escuela_core.timeline import Span

ITEM = Choice(id="q", prompt="?", options=(Option("a", True), Option("b", False)), pause_ms=10_000, marks=2)


@pytest.mark.parametrize(
    ("tries", "far", "expected"),
    [
        ([], 0, Cell("not_reached", None, 0)),
        ([], 20_000, Cell("skipped", None, 0)),
        ([Try("right", 1.0)], 0, Cell("right", 1.0, 1)),
        ([Try("wrong", 0.0), Try("right", 1.0)], 0, Cell("right", 1.0, 2)),
        ([Try("wrong", 0.0)], 0, Cell("wrong", 0.0, 1)),
        ([Try("not_sure", 0.0)], 0, Cell("not_sure", 0.0, 1)),
        ([Try("waiting", None)], 0, Cell("waiting", None, 1)),
        ([Try("waiting", 0.5)], 0, Cell("marked", 0.5, 1)),
    ],
)
def test_a_cell_says_where_a_student_stands(tries: list[Try], far: int, expected: Cell) -> None:
    assert cell(ITEM, tries, far) == expected


def test_marks_are_the_shares_of_each_item() -> None:
    assert earned([ITEM, ITEM], [Cell("right", 1.0, 1), Cell("marked", 0.25, 1)]) == 2.5


def test_only_first_tries_count_as_right_at_first() -> None:
    column = [
        Cell("right", 1.0, 1),
        Cell("right", 1.0, 2),
        Cell("wrong", 0.0, 2),
        Cell("not_sure", 0, 1),
        Cell("skipped", None, 0),
    ]
    assert item_tally(column) == Tally(answered=4, first=1)


def test_answers_that_wait_are_not_counted_yet() -> None:
    assert item_tally([Cell("waiting", None, 1), Cell("marked", 0.75, 1), Cell("marked", 0.25, 1)]) == Tally(2, 1)


def test_a_segment_well_below_the_others_is_to_be_taught_again() -> None:
    advice = to_teach_again({0: Tally(18, 15), 1: Tally(18, 7), 2: Tally(18, 14)}, {})
    assert list(advice) == [1]
    assert (advice[1].first, advice[1].other_first, advice[1].other_answered) == (7, 29, 36)


def test_a_segment_played_again_and_again_is_to_be_taught_again() -> None:
    assert list(to_teach_again({0: Tally(10, 7), 1: Tally(10, 7)}, {1: 2.4})) == [1]


def test_a_class_that_is_weak_everywhere_or_tiny_gets_no_advice() -> None:
    assert to_teach_again({0: Tally(10, 4), 1: Tally(10, 4)}, {}) == {}
    assert to_teach_again({0: Tally(2, 0), 1: Tally(2, 2)}, {}) == {}


def test_tallies_add_up() -> None:
    assert together([Tally(3, 1), Tally(4, 4)]) == Tally(7, 5)
    assert Tally(0, 0).rate is None


def test_coverage_is_the_union_over_the_extract() -> None:
    assert coverage([Span(0, 5_000), Span(3_000, 8_000), Span(15_000, 40_000)], [Span(0, 20_000)]) == pytest.approx(
        0.65
    )


def test_replay_counts_what_was_played_beyond_the_first_time() -> None:
    played = [Span(0, 10_000), Span(2_000, 4_000), Span(2_000, 4_000)]
    assert replays(played, [Span(2_000, 4_000), Span(4_000, 8_000), Span(10_000, 12_000)]) == [2.0, 0.0, 0.0]


def test_a_stretch_faster_than_double_speed_is_not_believed() -> None:
    assert Stretch(Span(0, 20_000), wall_ms=10_000).counts
    assert not Stretch(Span(0, 60_000), wall_ms=10_000).counts


spans = st.builds(lambda a, n: Span(a, a + n), st.integers(0, 5_000), st.integers(1, 900))


@given(st.lists(spans, max_size=12))
def test_coverage_never_leaves_zero_to_one(played: list[Span]) -> None:
    assert 0 <= coverage(played, [Span(500, 4_000)]) <= 1
    assert all(r >= -1e-9 for r in replays(played, [Span(0, 1_000), Span(1_000, 2_000)]))
