import pytest

from escuela_core.items import KINDS, Gap, Match, Open, Order, Pair, ResponseShapeError, item_from_json, item_to_json
from escuela_core.study import Mark, mark, response_from_json

STEPS = Order(id="o1", prompt="In which order?", steps=("Open the gate", "Enter", "Close the gate", "Let water in"))
PAIRS = Match(
    id="m1",
    prompt="Who does what?",
    pairs=(Pair("lock keeper", "opens the gates"), Pair("skipper", "steers"), Pair("deck hand", "holds the rope")),
)


def given_as(item: Match | Order, wanted: list[int]) -> dict[str, object]:
    """The response of a student who arranges the things as ``wanted``."""
    return {"arranged": wanted}


@pytest.mark.parametrize(
    ("item", "wanted", "share"),
    [
        (STEPS, [0, 1, 2, 3], 1.0),
        (STEPS, [1, 0, 2, 3], 0.5),
        (STEPS, [3, 2, 1, 0], 0.0),
        (PAIRS, [0, 1, 2], 1.0),
        (PAIRS, [0, 2, 1], 1 / 3),
    ],
)
def test_each_thing_in_its_place_earns_its_share(item, wanted, share) -> None:
    response = response_from_json(given_as(item, wanted), item)
    assert mark(item, response) == Mark("right" if share == 1 else "wrong", pytest.approx(share))


def test_a_response_is_told_in_words() -> None:
    turned = STEPS.response(given_as(STEPS, [1, 0, 2, 3]))
    assert STEPS.said(turned)[:2] == ["1. Enter", "2. Open the gate"]
    assert PAIRS.said(PAIRS.response(given_as(PAIRS, [1, 0, 2])))[0] == "lock keeper → steers"
    assert PAIRS.key_texts[0] == "lock keeper → opens the gates"


@pytest.mark.parametrize("arranged", [[], [0, 1], [0, 0, 1, 2], [0, 1, 2, 4], "0123", [0, 1, 2, True], None])
def test_an_arrangement_that_does_not_fit_is_refused(arranged) -> None:
    with pytest.raises(ResponseShapeError):
        STEPS.response({"arranged": arranged})


def test_the_same_words_at_two_places_count_at_either() -> None:
    twice = Order(id="t", prompt="?", steps=("Turn", "Pull", "Turn"))
    assert twice.share(twice.response(given_as(twice, [2, 1, 0]))) == 1.0


def test_an_open_item_is_whole_with_criteria_alone() -> None:
    data = {"kind": "open", "prompt": "Why?", "criteria": [{"text": "names the pressure", "marks": 2}, {"text": "why"}]}
    item = item_from_json(data)
    assert isinstance(item, Open)
    assert item.has_key
    assert [(c.text, c.marks) for c in item.criteria] == [("names the pressure", 2.0), ("why", 1.0)]
    assert item_from_json(item_to_json(item)) == item


def test_every_kind_is_found_by_its_name() -> None:
    assert all(KINDS[name].kind == name for name in KINDS)
    assert set(KINDS) == {"choice", "true_false", "gap", "open", "match", "order", "groups", "note"}


def test_a_gap_with_a_bank_shows_its_words_by_the_alphabet_and_is_answered_with_one() -> None:
    data = {"kind": "gap", "prompt": "The gates are of ___.", "answers": ["steel"], "bank": ["oak", "iron"]}
    item = item_from_json(data)
    assert isinstance(item, Gap)
    assert item.shown == ["iron", "oak", "steel"]
    assert item_from_json(item_to_json(item)) == item
    assert [mark(item, response_from_json({"text": w}, item)).outcome for w in item.shown] == [
        "wrong",
        "wrong",
        "right",
    ]


def test_a_gap_without_a_bank_shows_nothing_to_choose_from() -> None:
    assert Gap(prompt="The gates are of ___.", answers=("steel",)).shown == []
