import math

import pytest

from escuela_core.checking import alternatives, twins
from escuela_core.checking.chance import chance, log_odds


@pytest.mark.parametrize(("code", "names"), [("also_right", alternatives.NAMES), ("twin", twins.NAMES)])
def test_the_weights_are_those_of_the_figures_that_are_made(code, names) -> None:
    model = chance(code)
    assert model.names == names
    assert len(model.weights) == len(model.mean) == len(model.spread) == len(names)


def test_more_of_what_speaks_for_it_makes_it_likelier() -> None:
    model = chance("twin")
    low = dict.fromkeys(twins.NAMES, 0.1)
    high = dict.fromkeys(twins.NAMES, 0.9)
    assert 0 < model.of(low) < model.of(high) < 1


def test_what_does_not_apply_speaks_neither_way() -> None:
    model = chance("also_right")
    plain = dict(zip(model.names, model.mean, strict=True))
    assert model.of(plain | {"number_near": math.nan}) == pytest.approx(model.of(plain))


@pytest.mark.parametrize(("likely", "odds"), [(0.5, 0.0), (0.75, math.log(3)), (0.0, log_odds(1e-9)), (1.0, 9.21)])
def test_log_odds_stay_finite(likely, odds) -> None:
    assert log_odds(likely) == pytest.approx(odds, abs=1e-2)
