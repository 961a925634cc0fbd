import numpy as np
import pytest
from conftest import LOCK, spoken

from escuela_core.checking.comparing import SILENT, Comparison, Facts
from escuela_core.checking.evidence import best, scores, script_of
from escuela_core.checking.features import NAMES, Reading, read_claim
from escuela_core.checking.judge import JUDGE_NAMES
from escuela_core.checking.judging import CLASSES, likelihood, turned
from escuela_core.items.claim import Claim


def claim(text: str) -> Claim:
    return Claim(text, "", text)


@pytest.fixture(scope="module")
def script():
    return script_of(spoken(LOCK))


@pytest.mark.parametrize(
    ("text", "part"),
    [
        ("How long does filling the chamber take? Six minutes", "six minutes to fill"),
        ("Who made the first gates? Marta Olivares", "Marta Olivares"),
        ("The motor must not run while the water is moving.", "engine stays off"),
        ("What are today's gates made of? Steel", "gates of today"),
    ],
)
def test_the_sentence_that_speaks_to_a_claim_comes_first(script, text: str, part: str) -> None:
    row = scores(script, [claim(text)])[0]
    assert part in script.texts[best(row, 1)[0]]


def test_every_claim_has_a_score_for_every_sentence(script) -> None:
    table = scores(script, [claim("The boat rises."), claim("Bread is baked.")])
    assert table.shape == (2, len(LOCK))
    assert table[0].max() > table[1].max()


def test_best_are_in_order_and_as_many_as_asked() -> None:
    assert best(np.array([0.1, 0.9, 0.5]), 2) == [1, 2]
    assert best(np.array([0.1]), 3) == [0]


def test_rare_words_weigh_more_than_common_ones(script) -> None:
    assert script.weight("olivares") > script.weight("gate")
    assert script.weight("never-said") >= script.weight("olivares")


def test_a_reading_has_every_figure_that_the_model_asks_for(script) -> None:
    mine = Claim("How long does it take? Six minutes", "How long does it take?", "Six minutes")
    row = scores(script, [mine])[0]
    reading = read_claim(script, mine, row, [claim("two minutes")], kind="choice")
    assert set(reading.figures) == {*NAMES, *JUDGE_NAMES, "words", "given_words"}
    found_nowhere = {"telling_backed", "slot_rival_refused", *JUDGE_NAMES}
    assert all(np.isfinite(v) for n, v in reading.figures.items() if n not in found_nowhere)


def reading_with(quantity: Comparison) -> Reading:
    figures = dict.fromkeys(NAMES, 0.5)
    return Reading("choice", claim("x"), 0, 0.9, (0,), figures, Facts(quantity))


def test_likelihoods_sum_to_one() -> None:
    likely = likelihood(reading_with(SILENT))
    assert sum(getattr(likely, c) for c in CLASSES) == pytest.approx(1.0)


def test_a_clashing_number_takes_most_of_what_speaks_for_heard() -> None:
    calm, clashing = likelihood(reading_with(SILENT)), likelihood(reading_with(Comparison("clashing", "4", "6")))
    assert clashing.heard == pytest.approx(calm.heard * 0.2)
    assert clashing.contradicted > calm.contradicted


def test_a_denied_statement_turns_heard_and_contradicted_round() -> None:
    likely = likelihood(reading_with(SILENT))
    assert turned(turned(likely)) == likely
    assert turned(likely).heard == likely.contradicted


def test_a_talk_of_one_sentence_can_be_checked() -> None:
    one = script_of(spoken(("The gate is made of steel.",)))
    assert scores(one, [claim("Steel gates.")]).shape == (1, 1)
