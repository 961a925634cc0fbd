import pytest
import talks
from measures import f1_at, pk, text_tiling, window_diff


def test_ends_at_the_right_places_score_one() -> None:
    assert f1_at([1_000, 5_000], [1_200, 4_800], 600) == 1.0


def test_each_true_end_is_matched_once() -> None:
    assert f1_at([1_000, 1_100], [1_050], 600) == pytest.approx(2 / 3)


def test_ends_too_far_away_do_not_count() -> None:
    assert f1_at([1_000], [2_000], 600) == 0.0
    assert f1_at([], [], 600) == 0.0


def test_the_same_boundaries_have_no_error() -> None:
    assert pk([60_000, 120_000], [60_000, 120_000], 180_000) == 0.0


def test_no_boundaries_are_worse_than_near_ones() -> None:
    true = [60_000, 120_000]
    assert pk([62_000, 118_000], true, 180_000) < pk([], true, 180_000)


def test_a_window_counts_every_boundary_and_pk_only_whether_there_is_one() -> None:
    true = [60_000, 120_000]
    assert window_diff(true, true, 180_000) == 0.0
    doubled = [60_000, 62_000, 120_000]
    assert window_diff(doubled, true, 180_000) > 0.0
    assert window_diff([], true, 180_000) > window_diff([62_000, 118_000], true, 180_000)


def test_tiles_end_where_the_words_change() -> None:
    knots, locks = frozenset({"knot", "rope"}), frozenset({"lock", "gate"})
    assert text_tiling([knots] * 8 + [locks] * 8, 1) == [8]
    assert text_tiling([knots], 1) == []


def test_reporting_and_development_talks_are_apart() -> None:
    report, develop = set(talks.names(reporting=True)), set(talks.names(reporting=False))
    assert len(report) == 12
    assert len(develop) == 24
    assert not report & develop
