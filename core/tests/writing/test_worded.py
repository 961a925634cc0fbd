"""Words that are marked are asked about."""

import pytest

from escuela_core.items import Gap
from escuela_core.transcripts import read_captions
from escuela_core.writing import Wishes, propose
from escuela_core.writing.worded import gaps

TALK = """WEBVTT

00:01.000 --> 00:06.000
The keeper of the canal lock winds the Paddles open with a crank.

00:07.000 --> 00:12.000
Do the paddles move by themselves?

00:13.000 --> 00:18.000
The water flows in by its own weight, and no pump is needed here.

00:19.000 --> 00:24.000
The paddles are shut again, and the paddles stay shut, while the boat leaves the chamber.
"""
SPANISH = """WEBVTT

00:01.000 --> 00:06.000
La cámara tarda unos seis minutos en llenarse de agua.
"""


@pytest.fixture(scope="module")
def talk():
    return read_captions(TALK.encode(), language="en")


def test_a_word_becomes_a_gap_in_a_sentence_that_says_it_once_and_asks_nothing(talk) -> None:
    ((word, gap, sentence, _),) = gaps(["paddles"], talk.sentences, "en")
    assert isinstance(gap, Gap)
    assert gap.prompt == "The keeper of the canal lock winds the ___ open with a crank."
    assert (word, gap.answers, sentence, gap.evidence) == ("paddles", ("Paddles",), 0, (talk.sentences[0].span,))


def test_parts_of_words_and_signs_are_no_words(talk) -> None:
    assert list(gaps(["paddle", "pum", "", "own (", "\\w+"], talk.sentences, "en")) == []


def test_marked_words_come_first_and_what_nothing_was_made_of_is_said(talk) -> None:
    made = propose(talk, Wishes(count=1, words=("pump", "rudder")))
    assert [i.key_texts for i in made.items] == [["pump"]]
    assert made.unused == ("rudder",)


def test_words_are_asked_about_in_any_language() -> None:
    made = propose(read_captions(SPANISH.encode(), language="es"), Wishes(count=1, words=("cámara",)))
    (item,) = made.items
    assert item.asked == "La ___ tarda unos seis minutos en llenarse de agua."
    assert item.explanation == "La grabación dice: “La cámara tarda unos seis minutos en llenarse de agua.”"
