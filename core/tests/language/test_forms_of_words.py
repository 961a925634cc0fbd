import pytest

from escuela_core.language.inflecting import inflected
from escuela_core.language.wordnet import glosses, opposites


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
