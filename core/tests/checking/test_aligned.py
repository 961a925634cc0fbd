import math

import pytest

from escuela_core.checking.comparing.aligned import Alignment
from escuela_core.checking.evidence import script_of
from escuela_core.items.claim import Claim

ASKED = "How long does the chamber take to fill?"


@pytest.fixture(scope="module")
def script(lock):
    return script_of(lock)


def claim(answer: str, given: str = ASKED) -> Claim:
    return Claim(f"{given} {answer}", given, answer, answer_at=len(given) + 1)


def sentence_with(script, words: str) -> int:
    return next(n for n, text in enumerate(script.texts) if words in text)


def test_a_claim_is_met_where_the_talk_speaks_to_it_even_in_other_words(script) -> None:
    at, other = sentence_with(script, "six minutes"), sentence_with(script, "oak")
    asked = claim("six minutes", "What time passes until the basin is full?")
    reworded = Alignment(script, asked, [], [at, other])
    here, elsewhere = reworded.claim_met([at, other])
    assert here > elsewhere + 0.1
    assert reworded.claim_met_around([at])[0] >= here


def test_the_answer_that_was_said_is_met_better_than_one_that_was_not(script) -> None:
    at = sentence_with(script, "six minutes")
    right = Alignment(script, claim("about six minutes"), [claim("a whole winter")], [at]).figures([at])
    wrong = Alignment(script, claim("a whole winter"), [claim("about six minutes")], [at]).figures([at])
    assert right["answer_aligned"] == pytest.approx(1.0, abs=0.15)
    assert right["answer_aligned"] > wrong["answer_aligned"] + 0.2
    assert wrong["rival_aligned"] > right["rival_aligned"]


def test_an_answer_from_another_sentence_stands_apart_from_the_question(script) -> None:
    at, oak = sentence_with(script, "six minutes"), sentence_with(script, "oak")
    figures = Alignment(script, claim("oak"), [], [at, oak]).figures([at, oak])
    assert figures["answer_apart"] < -0.1
    assert math.isnan(figures["rival_aligned"])


@pytest.mark.parametrize("given", ["", "…", "Is it?"])
def test_what_says_nothing_has_no_figures(script, given) -> None:
    empty = Alignment(script, Claim(given, given, given), [], [0, 1])
    assert all(math.isnan(v) for v in empty.figures([0, 1]).values())
    assert [*empty.claim_met([1]), *empty.claim_met_around([1]), *empty.rivals_met([1])] == [0.0, 0.0, 0.0]
