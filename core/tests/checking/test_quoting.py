import pytest

from escuela_core.checking.quoting import quotes

ICE = "Not ice, never ice, not a bag of frozen peas either: ice narrows the blood vessels, and it can damage the skin."
DAMP = "When the air is damp and near freezing point, frost grows on the evaporator and blocks the flow of air."


@pytest.mark.parametrize(
    ("statement", "sentence"),
    [
        ("Ice narrows the blood vessels.", ICE),
        ("Frost grows on the evaporator when the air is damp and near freezing point.", DAMP),
        ("You should take off rings, watches and bracelets.", "Now take off rings, watches and bracelets."),
        ("What are the gates of today made of? Steel", "The gates of today are made of steel, like the bridges."),
    ],
)
def test_the_talk_s_own_words_are_known_in_any_order_of_parts(statement: str, sentence: str) -> None:
    assert quotes(statement, sentence)


@pytest.mark.parametrize(
    ("statement", "sentence"),
    [
        ("Ice widens the blood vessels.", ICE),
        ("Bile is an enzyme.", "Now bile isn't an enzyme."),
        ("You should burst blisters at once.", "Don't burst blisters at once."),
        ("The gate opens before the chamber is empty.", "The chamber is empty before the gate opens."),
        ("A squid has a blind spot.", "A squid has no blind spot."),
        ("Ice cools.", "Ice cools."),
        ("What are the gates made of? Oak", "The gates of today are made of steel, the old ones of oak."),
        ("Who built the second gate? Marta", "Marta built the first gate, and Pedro built the second gate."),
    ],
)
def test_one_other_word_or_a_negation_is_no_quotation(statement: str, sentence: str) -> None:
    assert not quotes(statement, sentence)
