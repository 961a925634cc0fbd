"""Mistakes that students make become statements and options."""

import pytest

from escuela_core.items import Choice, TrueFalse, item_from_json
from escuela_core.transcripts import read_captions
from escuela_core.writing import Wishes, propose
from escuela_core.writing.mistakes import statements, with_mistake

TALK = """WEBVTT

00:01.000 --> 00:06.000
The chamber of the canal lock takes six minutes to fill.

00:07.000 --> 00:12.000
The water flows in by its own weight, and no pump is needed.

00:13.000 --> 00:18.000
The lower gates are made of oak, because oak does not rot under water.

00:19.000 --> 00:24.000
The keeper opens the paddles slowly, so that the boat stays calm.
"""


@pytest.fixture(scope="module")
def talk():
    return read_captions(TALK.encode(), language="en")


def test_a_mistake_the_talk_speaks_to_becomes_a_false_statement(talk) -> None:
    ((mistake, item, sentence),) = statements(
        ["Students think that the lower gates are made of steel.", "Verbs agree with their subject in number"],
        talk.sentences,
        "es",
    )
    assert isinstance(item, TrueFalse)
    assert (item.prompt, item.answer, sentence) == ("The lower gates are made of steel.", False, 2)
    assert mistake.startswith("Students think")
    assert item.evidence == (talk.sentences[2].span,)
    assert item.explanation.startswith("La grabación dice")


def test_questions_and_single_words_are_no_statements(talk) -> None:
    assert list(statements(["Is the gate of oak?", "steel"], talk.sentences, "en")) == []


def choice(*texts: str) -> Choice:
    options = [{"text": t, "correct": n == 0} for n, t in enumerate(texts)]
    item = item_from_json({"kind": "choice", "prompt": "How long does it take?", "options": options})
    assert isinstance(item, Choice)
    return item


def test_a_number_takes_the_last_wrong_option_s_place_where_the_like_is_asked() -> None:
    item, used = with_mistake(choice("Six minutes", "Nine minutes", "Two minutes"), ["steel", "one hour", "4 minutes"])
    assert isinstance(item, Choice)
    assert [o.text for o in item.options] == ["Six minutes", "Nine minutes", "One hour"]
    assert used == "one hour"


@pytest.mark.parametrize("mistake", ["6 minutes", "nine minutes", "forty litres", "it takes about an hour to fill"])
def test_a_number_that_is_there_already_or_measures_something_else_is_left(mistake: str) -> None:
    before = choice("Six minutes", "Nine minutes", "Two minutes")
    assert with_mistake(before, [mistake]) == (before, "")


def test_what_was_made_of_mistakes_is_proposed_and_the_rest_is_named(talk) -> None:
    wishes = Wishes(count=3, mistakes=("they think the lower gates are made of steel", "Verbs agree in number always"))
    found = propose(talk, wishes)
    assert "The lower gates are made of steel." in [i.asked for i in found.items]
    assert found.unused == ("Verbs agree in number always",)
