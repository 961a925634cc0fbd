"""Words torn from speech: tidied before they are quoted, and left alone where they do not read well."""

import pytest

from escuela_core.writing.forms.spoken import reads_well, tidy


@pytest.mark.parametrize(
    ("said", "written"),
    [
        ("So, then, put the lid on, please.", "put the lid on"),
        ("And Saskia runs first, you know.", "Saskia runs first"),
        ("Now I fold a bit of card.", "I fold a bit of card"),
        ("But don't thaw them, by the way.", "don't thaw them"),
    ],
)
def test_words_are_tidied_before_they_are_quoted(said: str, written: str) -> None:
    assert tidy(said) == written


@pytest.mark.parametrize(
    "torn",
    [
        "you put it on the",
        "because of",
        "the the lid",
        "one, , two",
        "she says",
        "sieve it because the lumps",
        "the stem's",
    ],
)
def test_torn_words_do_not_read_well(torn: str) -> None:
    assert not reads_well(torn, shortest=1)
