import numpy as np
import pytest

from escuela_core.language import wordnet
from escuela_core.language.frequency import UNKNOWN, zipf_frequency
from escuela_core.language.languages import language_of
from escuela_core.language.parsing import parsed, sentence_starts
from escuela_core.language.terms import lemmas, names, negated_words, rarity
from escuela_core.language.vectors import encoder


def test_content_words_come_as_lemmas() -> None:
    assert {"keeper", "wind", "paddle"} <= lemmas("The keepers were winding the paddles.")


def test_fillers_and_light_verbs_are_no_content() -> None:
    assert lemmas("So it is there, and they do have it.") == frozenset()


def test_another_language_is_read_by_its_rarer_words() -> None:
    words = lemmas("La esclusa tiene dos compuertas.", "es")
    assert "compuerta" in words
    assert "la" not in words


def test_names_are_capitals_inside_a_sentence() -> None:
    assert names("In 1824 Marta Olivares built gates.") >= {"marta", "olivares"}
    assert "gates" not in names("Gates are heavy.")


def test_negation_covers_what_it_denies() -> None:
    assert "tie" in negated_words(parsed("You should not tie the rope."))
    assert negated_words(parsed("Tie the rope.")) == frozenset()


def test_rarer_words_weigh_more() -> None:
    assert rarity("bollard") > rarity("water") > rarity("the")


def test_opposites_come_from_wordnet() -> None:
    assert "light" in wordnet.opposites("heavy")
    assert wordnet.opposites("qwertz") == frozenset()


def test_nouns_of_one_sort_are_of_one_family() -> None:
    assert wordnet.family("gate") == wordnet.family("door")
    assert wordnet.family("gate") != wordnet.family("keeper")
    assert wordnet.family("qwertz") is None


def test_vectors_are_unit_length_and_know_meaning() -> None:
    a, b, c = encoder().embed(["The ship sails.", "The boat is sailing.", "Add two eggs to the flour."])
    assert np.linalg.norm(a) == pytest.approx(1.0, abs=1e-4)
    assert float(a @ b) > float(a @ c) + 0.2


def test_the_same_text_has_the_same_vector_in_any_company() -> None:
    alone = encoder().embed(["A lock has gates."])[0]
    together = encoder().embed(["x" * 300, "A lock has gates.", "y"])[1]
    assert np.allclose(alone, together)


def test_no_texts_give_no_vectors() -> None:
    assert encoder().embed([]).shape == (0, 384)


def test_a_language_that_is_not_spoken_gives_no_sentence_starts() -> None:
    assert not language_of("es-MX").is_read
    assert sentence_starts(["hola", "mundo"], "es") == [0.0, 0.0]


@pytest.mark.parametrize("language", ["zh", "ja", "xx", "", "?"])
def test_a_language_without_a_list_of_words_has_none_that_is_rare_or_common(language) -> None:
    assert zipf_frequency("casa", language) == UNKNOWN


def test_a_listed_language_tells_common_words_from_rare_ones() -> None:
    assert zipf_frequency("casa", "es") > 5 > zipf_frequency("esclusa", "es")


def test_what_is_kept_from_happening_is_denied() -> None:
    kept = negated_words(parsed("They keep the boat from drifting."))
    assert "drift" in kept & negated_words(parsed("The boat must not drift."))
    assert "melt" not in negated_words(parsed("The water comes from melting snow."))


def test_the_reason_for_a_ban_is_not_denied_with_it() -> None:
    denied = negated_words(parsed("Never use a bowline there, because a shaken knot can work itself loose."))
    assert "use" in denied
    assert "work" not in denied
