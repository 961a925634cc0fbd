import pytest

from escuela_core.items.kinds.arranged import display_order

OPTIONS = ["the keeper", "the skipper", "the crew", "the harbour master"]


def test_each_student_has_an_order_of_their_own_that_stays() -> None:
    orders = {tuple(display_order(OPTIONS, f"student-{n}")) for n in range(40)}
    assert len(orders) > 10
    assert all(sorted(o) == [0, 1, 2, 3] for o in orders)
    assert display_order(OPTIONS, "one") == display_order(OPTIONS, "one")


@pytest.mark.parametrize("last", ["None of these", "all of the above", "Both of them", "Ninguna de las anteriores"])
def test_options_that_speak_of_the_others_stay_last(last: str) -> None:
    assert all(display_order([*OPTIONS, last], str(n))[-1] == 4 for n in range(20))


@pytest.mark.parametrize("options", [["2 minutes", "4 minutes", "6 minutes"], ["in", "out", "A and B"]])
def test_numbers_in_rising_order_and_options_named_by_letter_do_not_move(options: list[str]) -> None:
    assert all(display_order(options, str(n)) == [0, 1, 2] for n in range(20))
