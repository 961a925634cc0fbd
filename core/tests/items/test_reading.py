import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from escuela_core.errors import EscuelaError
from escuela_core.items import Choice, item_from_json, item_to_json, items_from_json
from escuela_core.items.shape import ItemShapeError

ITEMS = {
    "items": [
        {
            "id": "q1",
            "kind": "choice",
            "prompt": "How long?",
            "options": [
                {"text": "six", "correct": True, "feedback": "yes"},
                {"text": "two", "correct": False, "image": "clock.png"},
            ],
            "explanation": "Because.",
            "marks": 2,
            "depth": "reason",
            "purpose": "predict",
            "pause_ms": 1200,
            "evidence": [{"start_ms": 0, "end_ms": 900}],
        },
        {"id": "q2", "kind": "true_false", "prompt": "It floats.", "answer": False},
        {"id": "q3", "kind": "gap", "prompt": "The gate is ___.", "answers": ["shut", "closed"]},
        {"id": "q4", "kind": "open", "prompt": "Why?", "model_answer": "Because."},
        {"id": "q5", "kind": "match", "prompt": "Join.", "pairs": [{"left": "a", "right": "b"}], "goal": "Tides"},
        {"id": "q6", "kind": "order", "prompt": "Sort.", "steps": ["one", "two"], "time_limit_s": 30},
        {"id": "q7", "kind": "note", "text": "Look at the rope.", "image": "rope.png", "sound": "rope.ogg"},
    ]
}


def test_every_kind_goes_round() -> None:
    items = items_from_json(ITEMS)
    again = items_from_json(json.loads(json.dumps({"items": [item_to_json(i) for i in items]})))
    assert again == items


def test_what_is_optional_has_its_default() -> None:
    item = item_from_json({"kind": "choice", "prompt": "?", "options": []})
    assert isinstance(item, Choice)
    assert (item.marks, item.depth, item.purpose, item.pause_ms, item.evidence) == (1.0, "recall", "check", None, ())


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"colour": "red"}, "items[0].colour"),
        ({"options": [{"text": "a", "correct": True, "weight": 1}]}, "items[0].options[0].weight"),
        ({"options": [{"text": "a", "correct": "yes"}]}, "items[0].options[0].correct"),
        ({"options": [{"correct": True}]}, "items[0].options[0].text"),
        ({"options": "a, b"}, "items[0].options"),
        ({"kind": "riddle"}, "items[0].kind"),
        ({"marks": -1}, "items[0].marks"),
        ({"time_limit_s": "long"}, "items[0].time_limit_s"),
        ({"goal": 3}, "items[0].goal"),
        ({"marks": True}, "items[0].marks"),
        ({"depth": "deep"}, "items[0].depth"),
        ({"purpose": "fun"}, "items[0].purpose"),
        ({"pause_ms": 1.5}, "items[0].pause_ms"),
        ({"pause_ms": -1}, "items[0].pause_ms"),
        ({"evidence": [{"start_ms": 5, "end_ms": 5}]}, "items[0].evidence[0]"),
        ({"evidence": [{"start_ms": 5}]}, "items[0].evidence[0].end_ms"),
        ({"prompt": "x" * 5_000}, "items[0].prompt"),
        ({"prompt": "nul\x00"}, "items[0].prompt"),
        ({"prompt": None}, "items[0].prompt"),
    ],
)
def test_what_does_not_fit_is_named_by_its_path(change: dict[str, object], path: str) -> None:
    with pytest.raises(ItemShapeError) as caught:
        items_from_json({"items": [ITEMS["items"][0] | change]})
    assert caught.value.params["path"] == path


@pytest.mark.parametrize("data", [None, [], "items", {}, {"items": 3}, {"items": [3]}, {"items": [], "extra": 1}])
def test_a_list_of_another_shape_is_refused(data: object) -> None:
    with pytest.raises(ItemShapeError):
        items_from_json(data)


anything = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats(allow_nan=False) | st.text(max_size=12),
    lambda inner: (
        st.lists(inner, max_size=4)
        | st.dictionaries(
            st.sampled_from(["items", "kind", "prompt", "options", "text", "correct", "answer", "marks"]),
            inner,
            max_size=4,
        )
    ),
    max_leaves=20,
)


@given(anything)
def test_any_json_is_read_or_refused(data: object) -> None:
    try:
        items_from_json(data)
    except EscuelaError as error:
        assert error.code == "item_shape"
