import math

import pytest
from conftest import spoken

from escuela_core.checking.comparing.aligned import Alignment
from escuela_core.checking.evidence import best, scores, script_of
from escuela_core.checking.ranking import LOOKED_AT, ranked
from escuela_core.checking.support import NEAR_WORD, Said, backing, ground, missing, support, support_figures
from escuela_core.items.claim import Claim
from escuela_core.language.wordnet import kin, stem


def claim(given: str, answer: str) -> Claim:
    return Claim(f"{given} {answer}", given, answer)


@pytest.fixture(scope="module")
def script(lock):
    return script_of(lock)


@pytest.mark.parametrize(
    ("word", "said", "worth"),
    [
        ("gate", {"gate"}, 1.0),
        ("fill", {"filling"}, 1.0),
        ("boat", {"ship", "vessel"}, NEAR_WORD),
        ("boat", {"bread", "fill"}, 0.0),
        ("begin", {"start"}, NEAR_WORD),
    ],
)
def test_a_word_is_backed_by_itself_its_forms_and_its_near_relatives(word, said, worth) -> None:
    assert backing(word, Said(frozenset(said))) == worth


def test_near_relatives_are_synonyms_derived_words_and_one_step_up_or_down() -> None:
    assert {"start", "beginning"} <= kin("begin")
    assert "begin" not in kin("begin")
    assert kin("zzzqx") == frozenset()


@pytest.mark.parametrize(
    ("word", "cut"), [("filling", "fill"), ("ties", "t" + "ies"), ("hardness", "hard"), ("sea", "sea")]
)
def test_a_stem_keeps_three_letters(word, cut) -> None:
    assert stem(word) == (cut if cut != "ties" else "tie")


def test_support_is_the_weighed_share_and_nothing_asked_is_nan(script) -> None:
    said = Said(frozenset({"gate", "harbour"}))
    assert support(frozenset({"gate"}), said, script) == 1.0
    assert 0 < support(frozenset({"gate", "volcano"}), said, script) < 1
    assert math.isnan(support(frozenset(), said, script))
    assert missing(frozenset({"volcano"}), said, script) > 0
    assert missing(frozenset({"gate"}), said, script) == 0


def ordered(script, mine: Claim, rivals: list[Claim]) -> list[int]:
    row = scores(script, [mine])[0]
    near = best(row, LOOKED_AT)
    return ranked(Alignment(script, mine, rivals, near), row, near)


def figures(script, mine: Claim, rivals: list[Claim]) -> dict[str, float]:
    order = ordered(script, mine, rivals)
    return support_figures(script, mine, rivals, ground(script, order, order[0]))


def test_what_tells_the_right_option_from_the_wrong_ones_is_backed_better(script) -> None:
    asked = "How long does the chamber take to fill?"
    right, wrong = claim(asked, "about six minutes"), claim(asked, "about nine hours")
    mine, theirs = figures(script, right, [wrong]), figures(script, wrong, [right])
    assert mine["number_here"] == 1.0
    assert mine["number_rival"] == 0.0
    assert theirs["number_here"] == 0.0
    assert theirs["number_rival"] == 1.0


def test_a_thing_never_spoken_of_is_seen_to_be_missing_everywhere(script) -> None:
    said = figures(script, claim("What fills the chamber?", "water"), [])
    invented = figures(script, claim("What fills the chamber?", "molten chocolate"), [])
    assert said["answer_missing_best"] == 0.0
    assert invented["answer_missing_best"] > 0.0
    assert math.isnan(said["number_here"])


def test_the_sentence_with_the_answer_comes_first_among_those_on_the_subject(script) -> None:
    mine = claim("How long does the chamber take to fill?", "about six minutes")
    order = ordered(script, mine, [])
    assert "six minutes" in script.texts[order[0]]
    assert len(order) == len(set(order)) <= LOOKED_AT


def test_a_question_is_not_what_says_the_claim_where_its_answer_does() -> None:
    spoken_of = script_of(
        spoken(("Does the gate open by itself?", "It does, but the lamp beside it is just for show."))
    )
    assert ordered(spoken_of, claim("", "The gate opens by itself."), []) == [1, 0]
