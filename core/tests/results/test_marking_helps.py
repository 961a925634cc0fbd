"""What helps to mark answers in students' own words: which are alike, and which words of the criteria are in them."""

import pytest

from escuela_core.results.grouping import groups
from escuela_core.results.suggesting import suggested


def test_endings_slips_and_small_words_do_not_keep_answers_apart() -> None:
    texts = ["The water lifts the boat", "gates open", "the water lifts boats", "Water lifted the boat up!"]
    assert groups(texts) == [[0, 2, 3], [1]]


@pytest.mark.parametrize(
    ("one", "other"),
    [
        ("It is 3 metres high", "It is 6 metres high"),
        ("The boat must drift away", "The boat must not drift away"),
        ("It does drift away here", "It doesn't drift away here"),
        ("El barco sube solo aquí", "El barco no sube solo aquí"),
    ],
)
def test_another_number_or_a_not_always_does(one: str, other: str) -> None:
    assert groups([one, other]) == [[0], [1]]


def test_the_same_words_are_one_group_whatever_their_case_and_marks() -> None:
    assert groups(["Sí.", "si", "", "  "]) == [[0, 1], [2, 3]]


def test_a_chain_of_small_differences_joins_no_two_far_ends() -> None:
    chain = ["rope bow stern drift", "bow stern drift gate", "stern drift gate canal", "drift gate canal lock"]
    assert not any({0, 3} <= set(group) for group in groups(chain))


def test_words_of_the_criteria_are_found_by_their_places_in_the_answer() -> None:
    text = "Gravity pulls the waters 3 metres down."
    found = [(f.criterion, text[f.start : f.end]) for f in suggested(text, ["names gravity", "water runs down 3 m"])]
    assert found == [(0, "Gravity"), (1, "waters"), (1, "3"), (1, "down")]


def test_nothing_is_found_where_there_is_no_criterion_and_no_word() -> None:
    assert suggested("Gravity", []) == []
    assert suggested("", ["gravity"]) == []
