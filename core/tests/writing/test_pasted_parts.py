"""The parts that a pasted text is read by, one by one."""

import pytest

from escuela_core.items import Choice, Group, Groups, Match, Order
from escuela_core.writing.pasting import paste
from escuela_core.writing.pasting.lines import as_pair, kind_named, plain, read_line
from escuela_core.writing.pasting.request import request_text
from escuela_core.writing.pasting.tables import is_heading, tabled


@pytest.mark.parametrize(
    ("raw", "sort", "text"),
    [
        ("1. Why?", "question", "Why?"),
        ("Question 12: Why?", "question", "Why?"),
        ("**3)** Why?", "question", "Why?"),
        ("a) one", "option", "one"),
        ("(B) two", "option", "two"),
        ("- three", "option", "three"),
        ("[ ] four", "option", "four"),
        ("Answer: b", "label", "b"),
        ("Respuesta correcta: b", "label", "b"),
        ("**Explanation:** so it is", "label", "so it is"),
        ("Answer key", "keys_heading", ""),
        ("Part B: Fill in the blanks", "kind_heading", "Part B: Fill in the blanks"),
        ("---", "blank", ""),
        ("```json", "blank", ""),
        ("2:05 What?", "plain", "2:05 What?"),
        ("The tide comes in.", "plain", "The tide comes in."),
    ],
)
def test_a_line_is_told_by_its_signs(raw, sort, text) -> None:
    line = read_line(1, raw)
    assert (line.sort, line.text) == (sort, text)


@pytest.mark.parametrize(
    "raw", ["a) one *", "a) one (correct)", "✓ a) one", "[x] one", "● one", "b. one ✅", "*a) one"]
)
def test_a_mark_in_place_makes_an_option_the_key(raw) -> None:
    line = read_line(1, raw)
    assert (line.sort, line.text, line.right) == ("option", "one", True)


@pytest.mark.parametrize("raw", ["a) one", "[ ] one", "○ one", "- one"])
def test_an_option_without_a_mark_is_not_the_key(raw) -> None:
    assert not read_line(1, raw).right


@pytest.mark.parametrize(
    ("text", "kind"),
    [
        ("Multiple choice", "choice"),
        ("Verdadero o falso", "true_false"),
        ("Fill in the gaps", "gap"),
        ("Match the pairs", "match"),
        ("Put the steps in the right order", "order"),
        ("Sort these words into two groups", "groups"),
        ("Respuesta abierta", "open"),
        ("The tide", None),
    ],
)
def test_kinds_are_known_by_their_names(text, kind) -> None:
    assert kind_named(text) == kind


@pytest.mark.parametrize(
    ("text", "pair"),
    [
        ("bow -> front", ("bow", "front")),
        ("bow → front", ("bow", "front")),
        ("bow = front", ("bow", "front")),
        ("bow – front", None),
        ("bow", None),
    ],
)
def test_pairs_are_joined_by_arrows_and_equals(text, pair) -> None:
    assert as_pair(text) == pair
    assert as_pair("bow – front", "match") == ("bow", "front")


def test_only_a_group_is_named_before_a_colon() -> None:
    assert as_pair("Sea: herring, crab", "groups") == ("Sea", "herring, crab")
    assert as_pair("Sea: herring, crab", "match") is None


FISH = (Group("Lake", ("pike", "carp")), Group("Sea", ("herring", "crab")))


@pytest.mark.parametrize(
    "text",
    [
        "1. Sort the animals into groups.\nLake: pike, carp\nSea: herring; crab\n",
        "Type: classify\n1. What lives where?\n- Lake: pike, carp\n- Sea → herring, crab\n",
        "Clasifica los animales en dos grupos:\nLake: pike, carp\nSea: herring, crab\n\nTrue or false: It is wet.",
        "Kind | Question | Option A | Option B\nsort into groups | Where? | Lake: pike, carp | Sea: herring, crab\n",
    ],
)
def test_groups_are_read_from_lines_that_begin_with_their_names(text: str) -> None:
    item = paste(text).items[0]
    assert isinstance(item, Groups)
    assert item.groups == FISH


def test_more_things_than_an_item_holds_are_left_out_and_said() -> None:
    things = ", ".join(f"thing {n}" for n in range(9))
    pasted = paste(f"1. Sort these into groups.\nOne: {things}\nTwo: {things.replace('thing', 'part')}\n")
    (item,) = pasted.items
    assert isinstance(item, Groups)
    assert [len(g.things) for g in item.groups] == [9, 3]
    assert [r.code for r in pasted.remarks] == ["too_many_things"]


def test_emphasis_goes_and_a_gap_s_underscores_stay() -> None:
    assert plain("**The** *gate* opens when `it` <b>is</b> ___.") == "The gate opens when it is ___."


def test_a_table_is_known_by_the_names_of_its_columns() -> None:
    assert is_heading(["Question", "A", "B", "Answer"])
    assert is_heading(["Pregunta", "Opción a", "Opción b", "Clave"])
    assert not is_heading(["Name", "Date"])
    assert tabled(["Name | Date", "Ana | Friday"]) is None


def test_a_cell_may_hold_the_delimiter_and_a_line_break() -> None:
    text = 'question;option1;option2;correct\n"Why; or\nwhy not?";"a; b";c;"a; b"\n'
    (item,) = paste(text).items
    assert isinstance(item, Choice)
    assert item.prompt == "Why; or\nwhy not?"
    assert [o.text for o in item.options if o.correct] == ["a; b"]


def test_a_wrong_delimiter_leaves_every_line_visible() -> None:
    pasted = paste("Name,Date\nAna,Friday\n")
    assert not pasted.items
    assert [line.text for line in pasted.unread] == ["Name,Date", "Ana,Friday"]


def test_a_key_that_leaves_a_step_out_is_said_and_the_steps_stay_as_written() -> None:
    pasted = paste("1. Put in order:\na) one\nb) two\nc) three\nCorrect order: b, a\n")
    (item,) = pasted.items
    assert isinstance(item, Order)
    assert item.steps == ("one", "two", "three")
    assert [r.code for r in pasted.remarks] == ["order_unclear"]


def test_an_answer_in_the_asked_for_form_reads_back_whole(lock) -> None:
    form = request_text(lock, count=6).split("\n\nThe time in brackets")[0]
    example = form[form.index("1. [2:05]") :]
    kinds = [item.kind for item in paste(example).items]
    assert kinds == ["choice", "true_false", "gap", "open", "match", "order", "groups"]
    assert paste(example).items[0].pause_ms == 125_000
    assert isinstance(paste(example).items[4], Match)


def test_the_request_speaks_the_talk_s_language_and_names_its_times(lock) -> None:
    assert request_text(lock, count=7).startswith("Write 7 questions")
    assert f"] {lock.sentences[2].text}" in request_text(lock, count=7)
