import random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.items import Choice, Option
from escuela_core.results.sheet import Cell, Tally, Try, cell, earned, item_tally, together
from escuela_core.results.watching import Stretch, Watch, coverage, passages, replays, within
from escuela_core.timeline import Span, merged

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


def by_hand(stretches: list[Span], part: Span) -> int:
    return sum(1 for s in stretches for ms in range(s.start_ms, s.end_ms) if part.holds(ms))


def test_stretches_fall_into_parts_as_a_count_of_milliseconds_says() -> None:
    chance = random.Random(8)
    for _ in range(10_000):
        edges = sorted(chance.sample(range(40), 8))
        parts = [Span(a, b) for a, b in zip(edges[::2], edges[1::2], strict=True)]
        stretches = [Span(a, a + chance.randint(1, 9)) for a in chance.choices(range(38), k=chance.randint(0, 5))]
        assert within(stretches, parts) == [by_hand(stretches, p) for p in parts]
        heard = {ms for s in stretches for ms in range(s.start_ms, s.end_ms)}
        assert within(merged(stretches), [Span(0, 60)]) == [len(heard)]


SENTENCES = [Span(0, 4_000), Span(4_000, 8_000), Span(8_000, 12_000), Span(12_000, 16_000)]


def test_each_sentence_says_who_heard_it_again_left_passed_over_and_slowed() -> None:
    def watched(*spans: tuple[int, int], wall: float = 1.0, finished: bool = True) -> Watch:
        return Watch([Stretch(Span(a, b), round((b - a) * wall)) for a, b in spans], finished)

    told = passages(
        [
            watched((0, 16_000), (4_000, 8_000)),
            watched((0, 8_000), finished=False),
            watched((0, 4_000), (12_000, 16_000)),
            watched((0, 16_000), wall=2.0),
            watched(finished=False),
        ],
        SENTENCES,
    )
    assert [p.again for p in told] == [(), (0,), (), ()]
    assert [p.left for p in told] == [(), (1,), (), ()]
    assert [p.skipped for p in told] == [(), (2,), (2,), ()]
    assert [p.slowed for p in told] == [(3,)] * 4
    assert told[1].replayed == 0.25


def test_nobody_who_watched_makes_no_passage_of_note() -> None:
    assert [p.replayed for p in passages([Watch([], finished=False)], SENTENCES)] == [0.0] * 4
    assert passages([], []) == []
