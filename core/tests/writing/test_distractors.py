import random

import pytest

from escuela_core.language.parsing import parsed, parsed_all
from escuela_core.language.quantities import quantities
from escuela_core.language.terms import lemmas
from escuela_core.writing.distractors import number_of, phrases, wrong_phrases, wrong_quantities

TALK = (
    "The keeper opens the paddles of the lock.",
    "Water runs into the chamber from the canal.",
    "A rope holds the boat at the quay.",
    "The engine drives the propeller of the ferry.",
    "The harbour has a lighthouse and a crane.",
    "Every winch needs a handle and a brake.",
    "This thing is another matter.",
    "Three boats wait for the tide.",
)


@pytest.fixture(scope="module")
def talk():
    return phrases(parsed_all(TALK))


def chunk(text: str):
    return next(iter(parsed(text).noun_chunks))


def test_phrases_that_point_or_count_are_no_options(talk) -> None:
    texts = {p.text for p in talk}
    assert "the paddles" in texts
    assert not any(w in t.split() for t in texts for w in ("this", "another", "three", "every"))


def test_wrong_phrases_share_no_word_with_key_or_question(talk) -> None:
    key = chunk("The boat is tied.")
    for text in wrong_phrases(key, lemmas("What does a rope hold at the quay?"), 2, talk, random.Random(1)):
        assert not lemmas(text) & lemmas("the boat rope quay hold")


def test_wrong_phrases_wear_the_key_s_article(talk) -> None:
    key = chunk("A boat is tied.")
    assert all(t.split()[0] in {"a", "an"} for t in wrong_phrases(key, frozenset(), 2, talk, random.Random(1)))


def test_what_stands_beside_the_key_is_never_an_option(talk) -> None:
    key = chunk("The engine is loud.")
    drawn = wrong_phrases(key, frozenset(), 3, talk, random.Random(1))
    assert not any("propeller" in t or "ferry" in t for t in drawn)


@pytest.mark.parametrize(
    "text", ["six minutes", "12 bars", "2.5 litres", "forty percent", "1,800 revs", "twenty metres"]
)
def test_wrong_quantities_keep_unit_and_sort(text: str) -> None:
    key = quantities(text)[0]
    for wrong in wrong_quantities(text, key, [], random.Random(2)):
        found = quantities(wrong)[0]
        assert found.dimension == key.dimension
        assert not found.agrees(key)


@pytest.mark.parametrize("text", ["5 to 9 degrees", "half an hour", "two hundred and five bars"])
def test_numbers_with_no_plain_neighbours_get_none(text: str) -> None:
    assert wrong_quantities(text, quantities(text)[0], [], random.Random(2)) == []


def test_numbers_said_elsewhere_are_used() -> None:
    elsewhere = quantities("It takes nine minutes.")
    drawn = {
        w
        for seed in range(12)
        for w in wrong_quantities("six minutes", quantities("six minutes")[0], elsewhere, random.Random(seed))
    }
    assert "nine minutes" in drawn


@pytest.mark.parametrize("seed", range(8))
def test_wrong_years_lie_near_and_not_in_the_future(seed: int) -> None:
    year = quantities("The gate was built in 2011.")[0]
    for wrong in wrong_quantities("2011", year, [], random.Random(seed)):
        assert 1861 <= int(wrong) <= 2020
        assert wrong != "2011"


@pytest.mark.parametrize(
    ("text", "number"),
    [("forty-two degrees", "forty-two"), ("12 bars", "12"), ("twelve thousand wires", "twelve thousand")],
)
def test_the_number_of_a_quantity_alone(text: str, number: str) -> None:
    assert number_of(text) == number


def test_a_number_of_several_words_gets_no_half_changed_neighbours() -> None:
    text = "nineteen thirty-four"
    assert wrong_quantities(text, quantities(text)[0], [], random.Random(1)) == []


def test_more_than_one_of_a_unit_is_said_in_the_plural() -> None:
    wrong = wrong_quantities("one kilometre", quantities("one kilometre")[0], [], random.Random(2))
    assert len(wrong) == 3
    assert all(w.endswith(" kilometres") for w in wrong)
