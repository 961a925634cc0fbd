import pytest
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.results.gradebook import Entry, GradebookRulesError, Rules, Total, total

PLAIN = Rules()


def test_lessons_count_by_their_shares_whatever_their_marks() -> None:
    assert total([Entry(1, 2), Entry(30, 30)], PLAIN) == Total(0.75, ())


def test_weights_weigh_and_nothing_counts_for_nothing() -> None:
    assert total([Entry(0, 2, weight=3), Entry(2, 2)], PLAIN).share == 0.25
    assert total([Entry(0, 2, weight=0), Entry(2, 2)], PLAIN).share == 1.0


def test_the_lowest_are_left_out_but_never_all() -> None:
    assert total([Entry(1, 2), Entry(0, 2), Entry(2, 2), Entry(0, 2)], Rules(dropped=1)) == Total(0.5, (3,))
    assert total([Entry(1, 2), Entry(0, 2)], Rules(dropped=9)) == Total(0.5, (1,))


def test_late_work_counts_for_less_and_may_be_what_is_left_out() -> None:
    late = [Entry(2, 2, late=True), Entry(1.5, 2)]
    assert total(late, Rules(late_share=0.5)).share == 0.625
    assert total(late, Rules(dropped=1, late_share=0.5)) == Total(0.75, (0,))


def test_what_is_still_to_be_done_does_not_count_yet() -> None:
    assert total([Entry(None, 2), Entry(2, 2)], PLAIN).share == 1.0
    assert total([Entry(None, 2), Entry(0, 0)], PLAIN) == Total(None, ())


@given(st.lists(st.builds(Entry, st.floats(0, 9), st.just(9.0), st.booleans(), st.floats(0.1, 100)), min_size=1))
def test_leaving_the_lowest_out_costs_nobody_anything_where_all_weigh_alike(entries: list[Entry]) -> None:
    alike = [Entry(e.marks, e.most, e.late) for e in entries]
    before, after = (total(alike, Rules(dropped=n)).share for n in (0, 1))
    assert before is not None
    assert after is not None
    assert before - 1e-9 <= after <= 1.0


@pytest.mark.parametrize("wrong", [{"dropped": -1}, {"dropped": 51}, {"late_share": 1.1}, {"late_share": -0.1}])
def test_rules_that_make_no_sense_are_refused(wrong: dict[str, float]) -> None:
    with pytest.raises(GradebookRulesError):
        Rules(**wrong)  # type: ignore[arg-type]
    with pytest.raises(GradebookRulesError):
        Entry(1, 2, weight=-1)
