"""What sentences do in a talk: told apart on sentences the model was not trained on."""

import pytest

from escuela_core.language.functions import LETTERS, TEACHES, chances, teaching

TALK = (
    "Hello everybody, um, can you hear me at the back?",
    "A sluice is a small gate in the bank of a canal.",
    "You never open it at high water, because the current would tear it off.",
    "Where's my pencil, I had it a minute ago.",
    "If the water stands above the red mark, close the upper gate first.",
    "Oh look, there's a duck, hang on.",
    "The gate is lifted with a chain, and the chain is made of iron.",
    "Okay, that's it for today, thank you, bye.",
)
CHATTER = (0, 3, 5, 7)


def test_what_teaches_is_told_from_chatter() -> None:
    likely = teaching(TALK)
    assert max(likely[n] for n in CHATTER) < min(likely[n] for n in range(len(TALK)) if n not in CHATTER)


def test_chances_are_shares_of_known_functions() -> None:
    for row in chances(TALK):
        assert sum(row.values()) == pytest.approx(1, abs=1e-3)
        assert set(row) <= set(LETTERS.values())
    assert set(LETTERS.values()) > TEACHES


def test_a_talk_without_sentences_has_none() -> None:
    assert teaching([]) == []
    assert chances([]) == []


def test_a_single_sentence_is_read() -> None:
    (likely,) = teaching(["The gate is lifted with a chain."])
    assert 0 <= likely <= 1
