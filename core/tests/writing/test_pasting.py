import json

import pasting
import pytest
from conftest import span_of
from hypothesis import given, settings
from hypothesis import strategies as st

from escuela_core.items import Choice, Gap, Open, item_from_json, item_to_json
from escuela_core.writing.pasting import located, paste
from escuela_core.writing.pasting.pasted import LONGEST_PASTE, PasteTooLongError
from escuela_core.writing.pasting.times import place_in

TEXTS = pasting.texts()


@pytest.mark.parametrize(("name", "text", "wanted"), TEXTS, ids=[name for name, _, _ in TEXTS])
def test_texts_as_people_and_assistants_write_them_become_items_exactly(name, text, wanted) -> None:
    assert [pasting.as_line(item) for item in paste(text).items] == wanted


def test_what_is_no_item_stays_visible_line_by_line() -> None:
    pasted = paste(next(text for name, text, _ in TEXTS if name == "33-unread"))
    assert [line.text for line in pasted.unread] == [
        "Good morning Ana, these are for Friday.",
        "PS: the projector in room 4 is broken.",
    ]
    assert [line.became for line in pasted.lines[2:6]] == ["prompt", "option", "option", "key"]


def test_a_key_that_fits_no_option_is_said_and_nothing_is_guessed() -> None:
    pasted = paste("1. Who?\na) Ann\nb) Bo\nAnswer: E\n\n2. Where?\na) here\nb) there\n")
    assert all(isinstance(i, Choice) and not i.key for i in pasted.items)
    assert [(r.line, r.code) for r in pasted.remarks] == [(4, "key_unknown"), (6, "no_key")]
    assert pasted.remarks[0].message == "The key “E” is none of the options."


def test_a_key_whose_letter_and_words_differ_is_not_believed() -> None:
    pasted = paste("1. Who?\na) Ann\nb) Bo\nAnswer: a) Bo\n")
    assert isinstance(pasted.items[0], Choice)
    assert pasted.items[0].key == ()
    assert pasted.remarks


@pytest.mark.parametrize(
    ("text", "start_ms", "end_ms"),
    [
        ("2:05", 125_000, 125_000),
        ("1:02:05.5", 3_725_500, 3_725_500),
        ("2m05s", 125_000, 125_000),
        ("2 min 5 s", 125_000, 125_000),
        ("95 s", 95_000, 95_000),
        ("2'05\"", 125_000, 125_000),
        ("1:20-1:35", 80_000, 95_000),
        ("00:01:20 --> 00:01:35", 80_000, 95_000),
        ("1:35 to 1:20", 95_000, 95_000),
    ],
)
def test_times_are_read_in_every_usual_form(text, start_ms, end_ms) -> None:
    place = place_in(text)
    assert place is not None
    assert (place.start_ms, place.end_ms) == (start_ms, end_ms)


@pytest.mark.parametrize("text", ["", "soon", "chapter 3", "at the end", "3/4", "12.5"])
def test_what_is_no_time_is_none(text) -> None:
    assert place_in(text) is None


def test_a_text_too_long_is_refused_in_a_sentence() -> None:
    with pytest.raises(PasteTooLongError, match="at most"):
        paste("x" * (LONGEST_PASTE + 1))
    with pytest.raises(PasteTooLongError):
        paste("\n\n".join(f"{n}. Why {n}?\nAnswer: so" for n in range(1, 502)))


PIECES = [
    *"1. Why?|2) Who is it?|a) one|b) two *|B. three|Answer: b|Answers|1-a, 2-b|True|[x] on|2:05|,|- l -> r".split("|"),
    *"Explanation: so|Match|Type: order|Question 3|{|[{||___ is it|→ x|(c)||  |**B**|A:|Part B: Gaps".split("|"),
    "| Question | A | Answer |",
]
LINES = st.lists(
    st.one_of(
        st.sampled_from(PIECES),
        st.text(max_size=20),
    ),
    max_size=14,
)


@given(LINES)
@settings(max_examples=300)
def test_any_text_is_read_without_breaking_and_every_line_is_accounted_for(lines) -> None:
    text = "\n".join(lines)
    pasted = paste(text)
    assert [line.number for line in pasted.lines] == list(range(1, len(pasted.lines) + 1))
    for line in pasted.lines:
        assert line.became != "blank" or not line.text.strip()
        assert line.item is None or 0 <= line.item < len(pasted.items)
    for item in pasted.items:
        assert item_from_json(item_to_json(item)) == item


def test_items_go_where_the_talk_says_them_whatever_time_they_came_with(lock) -> None:
    text = (
        "1. How long does the chamber take to fill? [0:01]\na) about six minutes\nb) an hour\nAnswer: a\n\n"
        "2. What do whales eat? [0:03]\na) krill\nb) stones\nAnswer: a\n"
    )
    fill, whales = located(paste(text).items, lock)
    said = next(s for s in lock.sentences if "six minutes" in s.text)
    assert (fill.found, fill.given_ms) == (True, 1_000)
    assert fill.item.evidence == (said.span,)
    assert fill.item.pause_ms is not None
    assert fill.item.pause_ms >= said.end_ms
    assert (whales.found, whales.item.pause_ms) == (False, 3_000)


def test_json_of_other_names_and_odd_values_is_read_or_left() -> None:
    pasted = paste(
        '{"questions": [{"question": "Why?", "answer": null, "options": 3, "pairs": "x", "timestamp": true}]}'
    )
    assert isinstance(pasted.items[0], Open)
    gap = paste('[{"text": "The ___ turns.", "answers": ["wheel", "mill"], "marks": 2}]').items[0]
    assert isinstance(gap, Gap)
    assert (gap.answers, gap.marks) == (("wheel", "mill"), 2.0)


def test_an_item_of_several_parts_is_asked_after_the_last_of_them(lock, lock_silences) -> None:
    text = (
        "Which of these are true of the gates?\n"
        "*a) Marta Olivares built the first of oak\n*b) Those of today are made of steel\nc) They are made of rope"
    )
    (item,) = located(paste(text).items, lock, lock_silences)
    assert [s.start_ms for s in item.item.evidence] == sorted(
        span_of(lock, part).start_ms for part in ("first gates of oak", "gates of today")
    )
    assert item.item.pause_ms > span_of(lock, "gates of today").end_ms


def test_our_own_item_list_pasted_loses_nothing() -> None:
    items = [
        {"kind": "gap", "prompt": "It takes ___ minutes.", "answers": ["six"], "bank": ["two", "nine"], "marks": 2},
        {"kind": "true_false", "prompt": "It is so.", "answer": True, "time_limit_s": 30},
        {"kind": "note", "text": "Look at the gate.", "pause_ms": 4_000},
    ]
    wanted = [item_to_json(item_from_json(i)) for i in items]
    assert [item_to_json(i) for i in paste(json.dumps({"items": items})).items] == wanted
