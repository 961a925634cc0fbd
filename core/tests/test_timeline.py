import pytest
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.timeline import Span, SpanReversedError, clock, merged, remaining

spans = st.builds(lambda a, n: Span(a, a + n), st.integers(0, 10_000), st.integers(1, 500))


def test_a_span_must_end_after_it_starts() -> None:
    with pytest.raises(SpanReversedError, match="0:05 to 0:04"):
        Span(5_000, 4_000)


def test_a_span_is_half_open() -> None:
    span = Span(1_000, 2_000)
    assert span.holds(1_000)
    assert not span.holds(2_000)


def test_spans_that_touch_become_one() -> None:
    assert merged([Span(10, 20), Span(0, 10), Span(30, 40)]) == [Span(0, 20), Span(30, 40)]


@given(st.lists(spans, max_size=30))
def test_merging_covers_the_same_instants_once(given_spans: list[Span]) -> None:
    union = merged(given_spans)
    covered = {ms for s in given_spans for ms in range(s.start_ms, s.end_ms)}
    assert sum(s.length_ms for s in union) == len(covered)
    assert all(a.end_ms < b.start_ms for a, b in zip(union, union[1:], strict=False))


@pytest.mark.parametrize(("ms", "shown"), [(0, "0:00"), (125_900, "2:05"), (3_725_000, "1:02:05"), (-5_000, "-0:05")])
def test_times_read_as_people_say_them(ms: int, shown: str) -> None:
    assert clock(ms) == shown


def test_what_remains_of_a_span_without_its_holes() -> None:
    whole = Span(1_000, 10_000)
    assert remaining(whole, []) == [whole]
    assert remaining(whole, [Span(3_000, 4_000), Span(4_000, 5_000)]) == [Span(1_000, 3_000), Span(5_000, 10_000)]
    assert remaining(whole, [Span(0, 2_000), Span(9_000, 20_000)]) == [Span(2_000, 9_000)]
    assert remaining(whole, [Span(0, 500), Span(11_000, 12_000)]) == [whole]
    assert remaining(whole, [Span(0, 10_000)]) == []


@given(st.lists(st.tuples(st.integers(0, 300), st.integers(1, 60)), max_size=6))
def test_holes_and_what_remains_share_nothing_and_make_up_the_whole(holes) -> None:
    whole = Span(50, 250)
    cut = [Span(a, a + length) for a, length in holes]
    left = remaining(whole, cut)
    assert all(not piece.overlap_ms(hole) for piece in left for hole in cut)
    covered = sum(hole.overlap_ms(whole) for hole in merged(cut))
    assert covered + sum(piece.length_ms for piece in left) == whole.length_ms
