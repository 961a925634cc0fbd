import pytest

from escuela_core.language.inflecting import inflected
from escuela_core.language.wordnet import glosses, opposites, usual_opposites


@pytest.mark.parametrize(
    ("lemma", "tag", "form"),
    [("go", "VBZ", "goes"), ("take", "VBN", "taken"), ("carry", "VBD", "carried")],
)
def test_a_word_in_another_form(lemma: str, tag: str, form: str) -> None:
    assert inflected(lemma, tag) == form


def test_senses_say_what_they_mean_without_examples() -> None:
    first = glosses("rope", "n")[0]
    assert "line" in first
    assert '"' not in first
    assert glosses("zzyx", "n") == ()


def test_opposites_of_one_part_of_speech_alone() -> None:
    assert "hot" in opposites("cold", "a")
    assert "heat" not in opposites("cool", "a")


@pytest.mark.parametrize(
    ("word", "against"),
    [("dry", {"wet"}), ("light", {"heavy"}), ("hard", {"soft"}), ("flat", set()), ("qwertz", set())],
)
def test_the_usual_opposite_is_that_of_the_commonest_sense(word: str, against: set[str]) -> None:
    assert usual_opposites(word, "a") == against
