"""The writer on what no talk should be: it may make nothing, and never breaks."""

import pytest
from conftest import spoken
from hypothesis import given, settings
from hypothesis import strategies as st

from escuela_core.items import item_from_json, item_to_json
from escuela_core.language.parsing import parsed_all
from escuela_core.timeline import Span
from escuela_core.writing import Wishes, propose, vary
from escuela_core.writing.clauses import clauses
from escuela_core.writing.questions import questions, why
from escuela_core.writing.wishes import read_remarks

ODD = (
    "Because.",
    "The the the, and and the gate of of the gate.",
    "If if the gate when the keeper, the the water rises rises.",
    "(laughs) 7 / 9 = 0.777… and so on — no, 8!",
    "$x^2$ is *not* the <b>gate</b>; it's; it's; it's.",
    "LA COMPUERTA ABRE the gate, y luego la cierra nobody.",
    "Don't, don't you dare, don't the gates not open?",
    "'s 're 'll n't wo ca sha.",
)
WORDS = (
    "the a gate keeper opens is not because if when it they one and , . ; : so rises water twice seven don't I".split()
)


@given(st.lists(st.sampled_from(WORDS), min_size=1, max_size=18).map(" ".join))
@settings(max_examples=150)
def test_any_string_of_words_is_read_without_breaking(text: str) -> None:
    docs = parsed_all(["The keeper opens the gate.", text])
    for clause in clauses(1, docs):
        assert clause.text.strip()
        for question in questions(clause):
            assert question.prompt.endswith("?")
        if clause.reason:
            assert why(clause).endswith("?")


def test_odd_talks_give_items_that_can_be_kept_or_none() -> None:
    for item in propose(spoken(ODD), Wishes(count=8)).items:
        kept = item_from_json(item_to_json(item))
        assert kept.has_key
        assert kept.evidence


@pytest.mark.parametrize("text", ["", " ", "...", "No. " * 400, "🙂 no gaps 🙂", "no " + "x" * 3_000])
def test_no_remarks_break_the_reader(text: str) -> None:
    read = read_remarks(text)
    assert all(part.strip() for part in (*read.followed, *read.ignored))


def test_five_hundred_items_of_a_minute_are_as_many_as_it_bears() -> None:
    found = propose(spoken(("The keeper opens the upper gate with a long iron bar.",) * 6), Wishes(count=500))
    assert found.wanted == 200
    assert len(found.items) < 10
    assert found.short_because == "no_more_good_ones"


def test_contradictory_wishes_give_nothing_and_say_so() -> None:
    found = propose(spoken(("The keeper opens the upper gate.",)), Wishes(count=2, remarks="Only gaps. No gaps."))
    assert found.items == ()
    assert found.short_because == "nothing_to_ask"


def test_an_extract_of_nothing_gives_nothing() -> None:
    talk = spoken(("The keeper opens the upper gate.",))
    assert propose(talk, Wishes(count=2), stretches=[Span(10**7, 10**7 + 1)]).items == ()


def test_an_item_without_evidence_cannot_vary() -> None:
    talk = spoken(("The keeper opens the upper gate with a long iron bar.",))
    item = item_from_json({"kind": "true_false", "prompt": "The gate opens.", "answer": True})
    assert vary(item, talk) is None
    assert vary(item, talk, want="distractors") is None
