"""Item statistics against scipy and against tables worked out by hand."""

import random

import pytest
from scipy.stats import pearsonr

from escuela_core.results.statistics import FEWEST, correlation, item_rest, statistics, thirds

# Ten students by three items; the third is answered by nine.
SHARES = [
    [1, 1, 1],
    [1, 1, 0],
    [1, 1, 1],
    [1, 0, 0],
    [1, 0, 1],
    [0, 1, 1],
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 1],
    [0.5, 0, None],
]


def test_an_item_stands_beside_the_mean_of_the_others_that_each_has_answered() -> None:
    own, rest = item_rest(SHARES, 0)
    assert own == [1, 1, 1, 1, 1, 0, 0, 0, 0, 0.5]
    assert rest == [1, 0.5, 1, 0, 0.5, 1, 0, 0, 0.5, 0]


def test_the_correlation_is_that_of_scipy() -> None:
    chance = random.Random(4)
    for _ in range(200):
        size = chance.randint(FEWEST, 60)
        a = [chance.choice([0.0, 0.5, 1.0]) for _ in range(size)]
        b = [0.5 * x + chance.random() for x in a]
        if len(set(a)) > 1:
            assert correlation(a, b) == pytest.approx(pearsonr(a, b).statistic, abs=1e-9)


def test_nothing_is_said_of_few_students_or_of_what_does_not_vary() -> None:
    assert correlation([0, 1] * 4, [1, 0] * 4) is None
    assert correlation([1] * 12, list(range(12))) is None
    assert thirds([(0.5, ["a"])] * (FEWEST - 1)) == ()


def test_facility_is_the_mean_share_of_those_who_answered() -> None:
    told = statistics(SHARES, 2, [["a"]] * 10, ["a"])
    assert (told.answered, told.facility) == (9, pytest.approx(5 / 9))


def test_the_outer_thirds_are_of_one_size_and_say_who_gave_what() -> None:
    given = [(n / 10, ["low" if n < 3 else "high"]) for n in range(11)]
    assert [(t.students, t.given) for t in thirds(given)] == [
        (3, {"low": 3}),
        (5, {"high": 5}),
        (3, {"high": 3}),
    ]


def told(firsts: list[str], own: list[float], rest: list[float]):
    return statistics(list(zip(own, rest, strict=True)), 0, [[f] for f in firsts], ["key"])


def test_an_item_whose_other_option_the_best_chose_is_named_with_it() -> None:
    firsts = ["key"] * 6 + ["b"] * 6
    found = told(firsts, [1.0] * 6 + [0.0] * 6, [0.1] * 6 + [0.9] * 6)
    assert (found.suspicion, found.option) == ("best_chose_other", "b")


def test_one_student_more_for_another_option_is_chance() -> None:
    firsts = ["key"] * 7 + ["b", "b", "key", "b", "c"]
    own = [float(f == "key") for f in firsts]
    assert told(firsts, own, [n / 12 for n in range(12)]).suspicion != "best_chose_other"


def test_an_item_that_goes_against_the_rest_is_named() -> None:
    own = [1.0] * 6 + [0.0, 0.0, 1.0, 0.0, 0.0, 0.0]
    found = told(["key"] * 12, own, [n / 12 for n in range(12)])
    assert found.correlation is not None
    assert found.correlation < 0
    assert found.suspicion == "backwards"


def test_an_item_that_many_are_not_sure_of_is_named_and_a_sound_one_is_not() -> None:
    rest = [n / 12 for n in range(12)]
    assert told(["?"] * 5 + ["key"] * 7, [0.0] * 5 + [1.0] * 7, rest).suspicion == "many_unsure"
    assert told(["b"] * 4 + ["key"] * 8, [0.0] * 4 + [1.0] * 8, rest).suspicion is None


@pytest.mark.parametrize("shares", [[], [[None, 1.0]], [[1.0, None]]])
def test_an_item_nobody_has_answered_or_alone_has_no_figures(shares: list[list[float | None]]) -> None:
    found = statistics(shares, 0, [[] for _ in shares], ["key"])
    assert (found.correlation, found.thirds, found.suspicion) == (None, (), None)
