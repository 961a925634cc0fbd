"""One item as two."""

from typing import Any

import pytest

from escuela_core.items import Item, item_from_json, item_to_json
from escuela_core.items.splitting import split


def item(kind: str, **own: Any) -> Item:
    return item_from_json({"id": "a", "kind": kind, "prompt": "Which?", "marks": 3} | own)


def options(*keys: bool) -> list[dict[str, Any]]:
    return [{"text": f"Option {n}", "correct": key} for n, key in enumerate(keys)]


def test_a_choice_with_several_keys_becomes_two_with_every_wrong_option() -> None:
    halves = split(item("choice", options=options(True, False, True, True, False)))
    assert halves is not None
    shown = [[(o["text"][-1], o["correct"]) for o in item_to_json(h)["options"]] for h in halves]
    assert shown == [
        [("0", True), ("1", False), ("2", True), ("4", False)],
        [("1", False), ("3", True), ("4", False)],
    ]
    assert [(h.id, h.marks) for h in halves] == [("a", 1.5), ("", 1.5)]


@pytest.mark.parametrize(
    ("kind", "key", "parts"),
    [
        ("match", "pairs", [{"left": f"l{n}", "right": f"r{n}"} for n in range(5)]),
        ("order", "steps", [f"step {n}" for n in range(4)]),
        ("open", "criteria", [{"text": f"c{n}", "marks": 1.0} for n in range(2)]),
    ],
)
def test_parts_are_shared_out_in_their_order(kind: str, key: str, parts: list[Any]) -> None:
    more = {"model_answer": "Both."} if kind == "open" else {}
    halves = split(item(kind, **{key: parts}, **more))
    assert halves is not None
    given = [item_to_json(h)[key] for h in halves]
    assert [*given[0], *given[1]] == parts
    assert len(given[0]) - len(given[1]) in (0, 1)


@pytest.mark.parametrize(
    "whole",
    [
        item("choice", options=options(True, False, False)),
        item("order", steps=["a", "b", "c"]),
        item("match", pairs=[{"left": "a", "right": "b"}, {"left": "c", "right": "d"}]),
        item("true_false", answer=True),
        item("gap", answers=["x"], prompt="It is ___."),
    ],
)
def test_what_asks_one_thing_does_not_come_apart(whole: Item) -> None:
    assert split(whole) is None
