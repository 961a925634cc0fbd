"""The clock of a timed item."""

from datetime import UTC, datetime, timedelta

import pytest

from escuela_core.items import Item, item_from_json
from escuela_core.items.shape import ItemShapeError
from escuela_core.study.marking import mark, response_from_json
from escuela_core.study.policy import Policy
from escuela_core.study.progress import Standing, Tried, tries_left
from escuela_core.study.timed import ItemClock, is_over, left_ms, longest_rest_ms

NOON = datetime(2026, 5, 4, 12, tzinfo=UTC)


def at(seconds: float) -> datetime:
    return NOON + timedelta(seconds=seconds)


def timed(limit: int = 30) -> Item:
    """Rests on ten seconds before its pause."""
    data = {"kind": "true_false", "prompt": "Locks leak.", "answer": True, "pause_ms": 50_000}
    data["evidence"] = [{"start_ms": 40_000, "end_ms": 49_000}]
    return item_from_json(data | {"time_limit_s": limit})


def test_it_runs_from_when_the_item_is_shown():
    assert left_ms(timed(), ItemClock(NOON), at(12)) == 18_000
    assert left_ms(timed(), ItemClock(NOON), at(45)) == 0


def test_it_rests_while_the_part_is_heard_again():
    item, clock = timed(), ItemClock(NOON)
    clock = clock.turned(at(5), longest_rest_ms(item), rests=True)
    clock = clock.turned(at(17), longest_rest_ms(item), rests=False)
    assert left_ms(item, clock, at(20)) == 22_000


def test_a_rest_longer_than_hearing_takes_counts():
    item = timed()
    assert longest_rest_ms(item) == 30_000
    resting = ItemClock(NOON).turned(NOON, longest_rest_ms(item), rests=True)
    assert left_ms(item, resting, at(29)) == 30_000
    assert left_ms(item, resting, at(40)) == 20_000


def test_saying_twice_that_it_rests_changes_nothing():
    clock = ItemClock(NOON).turned(at(5), 30_000, rests=True)
    assert clock.turned(at(25), 30_000, rests=True) == clock


@pytest.mark.parametrize(("seconds", "over"), [(30, False), (33, False), (35, True)])
def test_an_answer_may_need_a_moment_to_arrive(seconds: int, over: bool):
    assert is_over(timed(), ItemClock(NOON), at(seconds)) is over


def test_handing_in_nothing_in_time_earns_nothing_and_ends_the_tries():
    item = timed()
    given = mark(item, response_from_json({"out_of_time": True}, item))
    assert (given.outcome, given.share) == ("out_of_time", 0.0)
    assert tries_left(item, Tried((given.outcome,)), Standing(Policy(attempts=3), "open")) == 0


@pytest.mark.parametrize("limit", [0, 4, 3_601, -1, "60"])
def test_a_limit_has_a_sensible_length(limit: object):
    with pytest.raises(ItemShapeError, match="time_limit_s"):
        item_from_json({"kind": "note", "text": "Look.", "time_limit_s": limit})
