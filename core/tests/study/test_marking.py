import pytest
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.errors import EscuelaError
from escuela_core.items import Choice, Gap, Note, Open, Option, Response, ResponseShapeError, TrueFalse
from escuela_core.items.kinds.typed import same_answer
from escuela_core.study import Mark, mark, response_from_json

ONE = Choice(prompt="?", options=(Option("a", False), Option("b", True), Option("c", False)))
SEVERAL = Choice(prompt="?", options=(Option("a", True), Option("b", True), Option("c", False)))
GAP = Gap(prompt="___", answers=("the levels are equal", "6"))


@pytest.mark.parametrize(
    ("item", "response", "outcome"),
    [
        (ONE, Response(chosen=(1,)), "right"),
        (ONE, Response(chosen=(0,)), "wrong"),
        (SEVERAL, Response(chosen=(0, 1)), "right"),
        (SEVERAL, Response(chosen=(0,)), "wrong"),
        (SEVERAL, Response(chosen=(0, 1, 2)), "wrong"),
        (TrueFalse(prompt="?", answer=False), Response(truth=False), "right"),
        (TrueFalse(prompt="?", answer=False), Response(truth=True), "wrong"),
        (GAP, Response(text="The levels are equal."), "right"),
        (GAP, Response(text="six"), "right"),
        (GAP, Response(text="seven"), "wrong"),
    ],
)
def test_answers_are_marked(item, response: Response, outcome: str) -> None:
    assert mark(item, response) == Mark(outcome, 1.0 if outcome == "right" else 0.0)  # type: ignore[arg-type]


def test_an_open_answer_waits_and_a_note_is_read() -> None:
    assert mark(Open(prompt="?"), Response(text="because")) == Mark("waiting", None)
    assert mark(Note(text="look"), Response()) == Mark("read", None)


def test_not_sure_earns_nothing_and_is_no_mistake() -> None:
    assert mark(ONE, Response(not_sure=True)) == Mark("not_sure", 0.0)
    assert mark(Open(prompt="?"), Response(not_sure=True)) == Mark("not_sure", 0.0)


@pytest.mark.parametrize(
    ("given_text", "wanted"),
    [
        ("Olivares", "olivares"),
        ("  the   harbour ", "harbour"),
        ("cafe", "Café"),
        ("olivarez", "Olivares"),
        ("habrour", "harbour"),
        ("harbou", "harbour"),
        ("six minutes", "6 minutes"),
        ("about six minutes", "six minutes"),
        ("6 mins", "six minutes"),
        ("1200", "1,200"),
        ("5.0", "five"),
        ("¡Agua!", "agua"),
    ],
)
def test_small_differences_of_writing_count_as_the_same(given_text: str, wanted: str) -> None:
    assert same_answer(given_text, wanted)


@pytest.mark.parametrize(
    ("given_text", "wanted", "same"),
    [
        ("seis minutos", "6 minutos", True),
        ("unos seis minutos", "seis minutos", True),
        ("veintidós", "22", True),
        ("1.200", "mil doscientos", True),
        ("siete minutos", "6 minutos", False),
        ("seis horas", "seis minutos", False),
    ],
)
def test_numbers_are_read_in_the_language_of_the_lesson(given_text: str, wanted: str, same: bool) -> None:
    assert same_answer(given_text, wanted, "es") is same
    gap = Gap(prompt="Tarda ___.", answers=(wanted,))
    assert mark(gap, Response(text=given_text), "es").outcome == ("right" if same else "wrong")


@pytest.mark.parametrize(
    ("given_text", "wanted"),
    [
        ("lock", "dock"),
        ("gate", "gates of oak"),
        ("seven", "6"),
        ("6 km", "6 minutes"),
        ("six boats", "six"),
        ("habuorr", "harbour"),
        ("", "harbour"),
        ("16", "6"),
    ],
)
def test_other_words_and_numbers_do_not(given_text: str, wanted: str) -> None:
    assert not same_answer(given_text, wanted)


@pytest.mark.parametrize(
    ("item", "data"),
    [
        (ONE, {"chosen": []}),
        (ONE, {"chosen": [3]}),
        (ONE, {"chosen": [-1]}),
        (ONE, {"chosen": [True]}),
        (ONE, {"chosen": "b"}),
        (ONE, {"text": "b"}),
        (ONE, {"chosen": [1], "not_sure": True}),
        (ONE, []),
        (TrueFalse(prompt="?", answer=True), {"truth": "yes"}),
        (GAP, {"text": "  "}),
        (GAP, {"text": "x" * 6_000}),
        (Note(text="n"), {"text": "hello"}),
    ],
)
def test_an_answer_that_does_not_fit_is_refused(item, data: object) -> None:
    with pytest.raises(ResponseShapeError, match="does not fit the question"):
        response_from_json(data, item)


def test_chosen_options_count_once_in_any_order() -> None:
    assert response_from_json({"chosen": [1, 0, 1]}, SEVERAL).chosen == (0, 1)


@given(st.text(max_size=40), st.text(max_size=40))
def test_comparing_any_texts_never_breaks(a: str, b: str) -> None:
    same_answer(a, b)


@given(st.text(min_size=1, max_size=30).filter(lambda t: any(c.isalnum() for c in t)))
def test_the_answer_itself_always_counts(text: str) -> None:
    assert same_answer(text, text)


@given(
    st.dictionaries(
        st.sampled_from(["chosen", "truth", "text", "not_sure", "x"]),
        st.none() | st.booleans() | st.integers() | st.lists(st.integers(), max_size=3) | st.text(max_size=5),
    )
)
def test_any_response_is_read_or_refused(data: dict[str, object]) -> None:
    for item in (ONE, GAP, TrueFalse(prompt="?", answer=True), Open(prompt="?"), Note(text="n")):
        try:
            mark(item, response_from_json(data, item))
        except EscuelaError as error:
            assert error.code == "response_shape"
