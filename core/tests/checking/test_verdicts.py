"""From likelihoods and clashes to one word and one sentence."""

import math

import pytest

from escuela_core.checking.comparing import SILENT, Comparison, Facts
from escuela_core.checking.evidence import script_of
from escuela_core.checking.features import NAMES, Reading
from escuela_core.checking.judging import DENIED_FROM, DOUBTED_BELOW, HEARD_FROM, Likelihood, likelihood, stated, turned
from escuela_core.checking.verdicts import decide, steps_turned, worst
from escuela_core.items import Criterion, Match, Open, Order, Pair
from escuela_core.items.claim import Claim

SIX = Comparison("clashing", "seven minutes", "six minutes")
SAID = 5  # the number of the sentence that says six minutes


@pytest.fixture(scope="module")
def script(lock):
    return script_of(lock)


def reading(
    *, quantity: Comparison = SILENT, denied: bool = False, best: int = SAID, kind: str = "choice", **figures: float
) -> Reading:
    given = dict.fromkeys(NAMES, 0.5) | {"given_words": 0.9, "meaning": 0.8, "words": 0.9} | figures
    claim = Claim(
        "How long does the chamber take? seven minutes",
        "How long does the chamber take?",
        "seven minutes",
        denied=denied,
    )
    return Reading(kind, claim, best, 0.9, (best,), given, Facts(quantity))


SURE = Likelihood(HEARD_FROM + 0.1, 0.2, 0.1)
BETWEEN = Likelihood((HEARD_FROM + DOUBTED_BELOW) / 2, 0.3, 0.2)
CERTAIN = Likelihood(DENIED_FROM + 0.05, 0.2, 0.15)
AGAINST = Likelihood(0.1, 0.7, 0.2)
ABSENT = Likelihood(0.1, 0.2, 0.7)


@pytest.mark.parametrize(
    ("given", "likely", "verdict", "reason"),
    [
        ({}, SURE, "heard", "said"),
        ({"quantity": SIX}, SURE, "unclear", "maybe_clash"),
        ({}, BETWEEN, "unclear", "near"),
        ({}, AGAINST, "contradicted", "otherwise"),
        ({"quantity": SIX}, AGAINST, "contradicted", "clash"),
        ({}, ABSENT, "not_heard", "not_found"),
        ({"denied": True, "quantity": SIX}, SURE, "heard", "denied"),
        ({"denied": True}, CERTAIN, "heard", "denied_unnamed"),
        ({"kind": "true_false"}, BETWEEN, "heard", "said"),
        ({"denied": True}, BETWEEN, "unclear", "near"),
        ({"kind": "true_false", "denied": True, "quantity": SIX}, BETWEEN, "unclear", "near"),
        ({"denied": True}, AGAINST, "contradicted", "denied_but_said"),
    ],
)
def test_a_verdict_has_the_reason_that_decided(script, given, likely, verdict, reason) -> None:
    said, why = decide(reading(**given), likely, script)
    assert (said, why.code) == (verdict, reason)
    assert why.message.endswith((".", "”"))


def test_a_clashing_number_is_never_heard_however_sure_the_model_is(script) -> None:
    said, why = decide(reading(quantity=SIX), Likelihood(0.99, 0.005, 0.005), script)
    assert said != "heard"
    assert "six minutes" in why.message
    assert "seven minutes" in why.message


def test_what_does_not_apply_speaks_neither_way() -> None:
    plain = likelihood(reading())
    without = likelihood(reading(telling_margin=math.nan, number_here=math.nan))
    assert sum((without.heard, without.contradicted, without.not_heard)) == pytest.approx(1.0)
    assert without != plain
    assert turned(plain) == Likelihood(plain.contradicted, plain.heard, plain.not_heard)


def test_the_claim_least_likely_decides_for_an_item_of_several() -> None:
    first, second = reading(), reading(best=1)
    assert worst([(first, SURE), (second, AGAINST)]) == (second, AGAINST)


def test_pairs_criteria_and_steps_are_claims_of_their_own() -> None:
    match = Match(prompt="?", pairs=(Pair("bow", "front"), Pair("stern", "")))
    assert [c.text for c in match.key_claims()] == ["bow front"]
    criteria = Open(prompt="Why?", criteria=(Criterion("pressure", 1), Criterion("level", 1)))
    assert [c.answer for c in criteria.key_claims()] == ["pressure", "level"]
    assert [c.text for c in Order(prompt="?", steps=("one", " ", "two")).key_claims()] == ["one", "two"]


def test_steps_are_compared_only_where_they_are_surely_found() -> None:
    item = Order(prompt="?", steps=("one", "two"))
    surely = [reading(best=5), reading(best=2)]
    hardly = [reading(best=5, words=0.2), reading(best=2)]
    assert steps_turned(item, surely) is not None
    assert steps_turned(item, hardly) is None
    assert steps_turned(item, surely[::-1]) is None
    assert steps_turned(Open(prompt="?"), surely) is None


def test_what_is_said_of_an_item_is_surer_than_the_even_model_and_never_leaves_its_range() -> None:
    said = [stated(heard / 100) for heard in range(101)]
    assert said == sorted(said)
    assert 0 <= said[0] <= said[-1] <= 1
    assert stated(0.5) == pytest.approx(0.77, abs=0.01)
