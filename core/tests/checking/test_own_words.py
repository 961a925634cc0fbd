"""What a teacher takes from the talk word by word is never called wrong."""

import pytest
from conftest import spoken

from escuela_core.checking import check
from escuela_core.items import Gap, TrueFalse

TALK = spoken(
    (
        "Welcome to the kitchen corner.",
        "Not ice, never ice: ice narrows the blood vessels, and it can damage the skin a second time.",
        "When the air is damp, frost grows on the evaporator.",
        "Don't burst blisters.",
        "A cracked piece doesn't go on the lathe.",
        "The gate opens when the levels are equal.",
    )
)


def verdict(item) -> str:
    return check([item], TALK)[0].verdict


@pytest.mark.parametrize(
    "statement",
    [
        "Ice narrows the blood vessels.",
        "Frost grows on the evaporator when the air is damp.",
        "The gate opens when the levels are equal.",
    ],
)
def test_the_talk_s_own_words_are_heard_where_marked_true_and_not_where_marked_false(statement: str) -> None:
    assert verdict(TrueFalse(prompt=statement, answer=True)) == "heard"
    assert verdict(TrueFalse(prompt=statement, answer=False)) == "contradicted"


@pytest.mark.parametrize(
    "statement", ["Ice widens the blood vessels.", "You should burst blisters.", "A cracked piece goes on the lathe."]
)
def test_what_turns_the_talk_s_words_is_never_heard_where_marked_true(statement: str) -> None:
    assert verdict(TrueFalse(prompt=statement, answer=True)) != "heard"
    assert verdict(TrueFalse(prompt=statement, answer=False)) != "contradicted"


def test_a_gap_in_the_talk_s_own_words_is_heard_with_its_word_and_not_with_another() -> None:
    assert verdict(Gap(prompt="Ice narrows the blood ___.", answers=("vessels",))) == "heard"
    assert verdict(Gap(prompt="Frost grows on the ___ when the air is damp.", answers=("kettle",))) != "heard"


def test_the_evidence_is_the_sentence_that_is_quoted() -> None:
    report = check([TrueFalse(prompt="Frost grows on the evaporator when the air is damp.", answer=True)], TALK)[0]
    assert report.evidence[0].text.startswith("When the air is damp")
    assert report.support >= 0.9
