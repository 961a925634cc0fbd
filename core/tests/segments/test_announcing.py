"""What announces a new part, and what it is called."""

import pytest

from escuela_core.segments.announcing import announced, announces


@pytest.mark.parametrize(
    ("said", "language", "name"),
    [
        ("Right, paths, er, where's my cursor.", "en", "paths"),
        ("Now the zone, so it's from this line here.", "en", "the zone"),
        ("Okay, butter, so this is the fun part.", "en", "butter"),
        ("Now then, layers, this is the bit that frightens people.", "en", "layers"),
        ("Venga, ahora sí, ahora el cepillo, que ya lo queríais.", "es", "el cepillo"),
        ("So, like, now there's two of them.", "en", ""),
        ("Right, stop, since that just happened.", "en", ""),
        ("The zone is thirty metres long.", "en", ""),
        ("Jetzt die Wege, also.", "de", ""),
    ],
)
def test_a_name_that_is_announced_is_read(said: str, language: str, name: str) -> None:
    assert announced(said, language) == name


@pytest.mark.parametrize(
    "said", ["Okay, moving on.", "Right, number two.", "And the next step is the oil.", "Now then, layers, er."]
)
def test_a_new_part_is_announced(said: str) -> None:
    assert announces(said, "en")


@pytest.mark.parametrize("said", ["The water rises slowly.", "And then it falls.", "Lo primero."])
def test_plain_words_announce_nothing(said: str) -> None:
    assert not announces(said, "en")
