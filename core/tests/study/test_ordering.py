from collections import Counter
from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.items import Choice, Item, Match, Option, Order, Pair, TrueFalse
from escuela_core.items.kinds.arranged import options_shuffled
from escuela_core.study.ordering import Ordering, as_shown, as_written

OPTIONS = ["the keeper", "the skipper", "the crew", "the harbour master"]
CHOICE = Choice(id="c", prompt="?", options=tuple(Option(t, t == "the crew") for t in OPTIONS))
STEPS = Order(id="o", prompt="?", steps=("open", "enter", "close"))
PAIRS = Match(id="m", prompt="?", pairs=(Pair("a", "1"), Pair("b", "2"), Pair("c", "3")))


def orders(item: Item, *, shuffle: bool = True, students: int = 600) -> Counter[tuple[int, ...]]:
    return Counter(tuple(Ordering("secret", f"student-{n}", shuffle).of(item)) for n in range(students))


@pytest.mark.parametrize("item", [STEPS, PAIRS])
def test_every_order_comes_up_about_as_often_the_true_one_too(item: Item) -> None:
    counts = orders(item)
    assert len(counts) == 6
    assert min(counts.values()) > 60


def test_a_student_has_the_same_order_each_time_and_another_under_another_secret() -> None:
    mine = [Ordering(f"secret-{n}", "me").of(PAIRS) for n in range(12)]
    assert mine == [Ordering(f"secret-{n}", "me").of(PAIRS) for n in range(12)]
    assert len({tuple(m) for m in mine}) > 1


def test_the_options_of_a_choice_move_only_where_the_assignment_says_so() -> None:
    assert set(orders(CHOICE, shuffle=False)) == {(0, 1, 2, 3)}
    assert len(orders(CHOICE)) == 24
    assert set(orders(TrueFalse(id="t", prompt="?", answer=True))) == {()}


@given(st.permutations(range(5)), st.lists(st.integers(0, 4), min_size=5, max_size=5))
def test_what_is_shown_and_what_is_written_go_over_into_each_other(order: list[int], chosen: list[int]) -> None:
    response = {"chosen": chosen, "arranged": chosen, "grouped": chosen, "text": "as it is"}
    assert as_shown(as_written(response, order), order) == response
    assert as_written(response, order)["chosen"] == [order[n] for n in chosen]
    assert [as_written(response, order)["grouped"][n] for n in order] == chosen


@pytest.mark.parametrize("last", ["None of these", "all of the above", "Both of them", "Ninguna de las anteriores"])
def test_options_that_speak_of_the_others_stay_last(last: str) -> None:
    assert all(options_shuffled([*OPTIONS, last], Random(n))[-1] == 4 for n in range(20))


@pytest.mark.parametrize("options", [["2 minutes", "4 minutes", "6 minutes"], ["in", "out", "A and B"]])
def test_numbers_in_rising_order_and_options_named_by_letter_do_not_move(options: list[str]) -> None:
    assert all(options_shuffled(options, Random(n)) == [0, 1, 2] for n in range(20))
