import pytest

from escuela_core.writing.pasting.block import Block
from escuela_core.writing.pasting.keylist import give_keys
from escuela_core.writing.pasting.lines import read_line


def blocks(*numbers: str) -> list[Block]:
    return [Block(number=n, prompt=["?"], lines={i: "prompt"}) for i, n in enumerate(numbers, 1)]


@pytest.mark.parametrize(
    ("text", "keys"),
    [
        ("1-B, 2-C, 3-A", ["B", "C", "A"]),
        ("1. B  2. C  3. A", ["B", "C", "A"]),
        ("1) b; 2) c; 3) a", ["b", "c", "a"]),
        ("1: True, 2: False, 3: True", ["True", "False", "True"]),
        ("1 A and C, 2 B, 3 D", ["A and C", "B", "D"]),
    ],
)
def test_keys_in_one_line_go_to_the_items_of_their_numbers(text, keys) -> None:
    found = blocks("1", "2", "3")
    assert give_keys(found, read_line(9, text))
    assert [b.key for b in found] == [[(9, k)] for k in keys]


def test_a_key_with_its_reason_stays_whole() -> None:
    found = blocks("1", "2")
    assert give_keys(found, read_line(9, "2. B because the wind turns"))
    assert [b.key for b in found] == [[], [(9, "B because the wind turns")]]


def test_items_without_numbers_are_counted() -> None:
    found = blocks("", "")
    assert give_keys(found, read_line(9, "2. rope"))
    assert found[1].key == [(9, "rope")]


def test_numbers_that_begin_again_go_to_the_next_item_without_a_key() -> None:
    found = blocks("1", "1")
    give_keys(found, read_line(8, "1. A"))
    give_keys(found, read_line(9, "1. B"))
    assert [b.key for b in found] == [[(8, "A")], [(9, "B")]]


@pytest.mark.parametrize("text", ["See you on Friday.", "7. B", "Chapter one"])
def test_what_is_no_key_of_these_items_is_left(text) -> None:
    found = blocks("1", "2")
    assert not give_keys(found, read_line(9, text))
    assert not any(b.key for b in found)
