"""Things sorted into groups, from the file to the mark."""

from random import Random
from typing import Any

import pytest

from escuela_core.checking.findings import form_findings
from escuela_core.items import Group, Groups, ResponseShapeError, item_from_json, item_to_json
from escuela_core.items.shape import ItemShapeError
from escuela_core.items.splitting import split
from escuela_core.study import mark, response_from_json
from escuela_core.study.ordering import as_written

ITEM = Groups(
    id="g",
    prompt="What moves when?",
    groups=(Group("First", ("upper gate", "paddles")), Group("Last", ("lower gate", "boat", "rope"))),
)


def codes(*groups: Group) -> list[str]:
    return [f.code for f in form_findings(Groups(prompt="?", groups=groups))]


def test_it_goes_to_the_file_and_back() -> None:
    assert item_from_json(item_to_json(ITEM)) == ITEM


@pytest.mark.parametrize(
    "groups",
    [
        "First",
        [{"name": "First"}],
        [{"name": "First", "things": "gate"}],
        [{"name": "First", "things": [], "more": 1}],
        [{"name": str(n), "things": []} for n in range(5)],
        [{"name": "First", "things": ["x"] * 12}, {"name": "Last", "things": ["y"]}],
    ],
)
def test_what_is_no_list_of_groups_is_refused_with_its_path(groups: Any) -> None:
    with pytest.raises(ItemShapeError, match=r"item\.groups"):
        item_from_json({"kind": "groups", "prompt": "?", "groups": groups})


@pytest.mark.parametrize(
    ("grouped", "share"),
    [([0, 0, 1, 1, 1], 1.0), ([0, 1, 1, 1, 1], 0.8), ([1, 1, 0, 0, 0], 0.0)],
)
def test_each_thing_in_its_group_earns_its_share(grouped: list[int], share: float) -> None:
    given = mark(ITEM, response_from_json({"grouped": grouped}, ITEM))
    assert (given.outcome, given.share) == ("right" if share == 1 else "wrong", pytest.approx(share))


@pytest.mark.parametrize("grouped", [None, [], [0, 0, 1, 1], [0, 0, 1, 1, 2], [0, 0, 1, 1, -1], [0, 0, 1, 1, True]])
def test_a_response_names_a_group_for_each_thing(grouped: Any) -> None:
    with pytest.raises(ResponseShapeError):
        ITEM.response({"grouped": grouped})


def test_a_student_s_own_order_is_taken_back_to_the_item_s() -> None:
    order = ITEM.order(Random(5), shuffle=False)
    seen = [ITEM.key[n] for n in order]
    assert sorted(order) == list(range(5))
    assert order != list(range(5))
    assert ITEM.share(ITEM.response(as_written({"grouped": seen}, order))) == 1.0


def test_it_is_told_in_words() -> None:
    assert ITEM.key_texts == ["First: upper gate, paddles", "Last: lower gate, boat, rope"]
    assert ITEM.said(ITEM.response({"grouped": [1, 0, 1, 1, 1]}))[:2] == ["upper gate → Last", "paddles → First"]
    assert ITEM.targets == ["First", "Last"]
    assert [c.text for c in ITEM.key_claims()][:2] == ["upper gate First", "paddles First"]


def test_a_group_needs_a_name_of_its_own_and_a_thing_stands_in_one_group() -> None:
    assert codes(*ITEM.groups) == []
    assert codes(Group("First", ("gate",)), Group("", ("boat",))) == ["unnamed_group"]
    assert codes(Group("First", ("gate",)), Group("first ", ("boat",))) == ["same_group"]
    assert codes(Group("First", ("gate", "")), Group("Last", ("Gate",))) == ["empty_option", "same_option"]
    assert codes(Group("First", ("gate", "boat"))) == ["no_key"]


def test_halves_keep_every_group_and_a_group_of_one_thing_cannot_be_halved() -> None:
    halves = split(ITEM)
    assert halves is not None
    assert [item_to_json(h)["groups"] for h in halves] == [
        [{"name": "First", "things": ["upper gate"]}, {"name": "Last", "things": ["lower gate", "boat"]}],
        [{"name": "First", "things": ["paddles"]}, {"name": "Last", "things": ["rope"]}],
    ]
    assert split(Groups(prompt="?", groups=(Group("a", ("x", "y")), Group("b", ("z",))))) is None


def test_a_mend_rewords_the_things_first() -> None:
    changed = ITEM.reworded(lambda text: text.replace("rope", "line"))
    assert changed.groups[1].things[-1] == "line"
    assert ITEM.reworded(lambda text: text.replace("moves", "goes")).prompt == "What goes when?"
