"""Which clashes are said aloud: only those of one place; each row is an item that is right and was called wrong."""

import pytest
from conftest import spoken

from escuela_core.checking import check
from escuela_core.checking.standing import standing
from escuela_core.items import Choice, Gap, Item, Option, TrueFalse


def about(prompt: str, key: str) -> Choice:
    return Choice(id="q", prompt=prompt, options=(Option(key, True), Option("Nobody knows", False)))


RIGHT = [
    ("The first scale was made in the nineteen thirties.", about("When was the first scale made?", "In the 1930s")),
    (
        "That one is wider and much shorter, a metre and a half.",
        about("How long is the large one?", "A metre and a half"),
    ),
    (
        "Does the brain have to turn the picture round? No.",
        TrueFalse(id="q", prompt="The brain does not have to turn the picture round.", answer=True),
    ),
    (
        "The participle never changes, whatever the tense.",
        TrueFalse(id="q", prompt="The participle stays the same whatever the tense is.", answer=True),
    ),
    (
        "Each time I move the rest, the wood is standing still.",
        TrueFalse(id="q", prompt="The rest is only ever moved while the wood is standing still.", answer=True),
    ),
    (
        "The canal lies almost three metres higher than the harbour.",
        TrueFalse(id="q", prompt="The harbour is lower than the canal.", answer=True),
    ),
    (
        "The boots are on sale for 63 euros, and we want to know what they cost before. They cost 70 euros.",
        Gap(id="q", prompt="Before the sale the boots cost ___ euros.", answers=("70",)),
    ),
    (
        "And with Merge it is the upper row that wins, so if there are two different phone numbers it keeps the upper "
        "one and the other one is just gone.",
        about("What happens to the lower phone number when two rows are merged?", "It is lost"),
    ),
    (
        "My nephew wrote 1.8 in his test, and the ticket came out twice as dear.",
        about("Why did the ticket in the test come out dear?", "He wrote 1.8 and not 1.08"),
    ),
]
WRONG = [
    (
        "The pass is 140 miles from the sea.",
        about("How far is the pass from the sea?", "104 miles"),
        ("140 miles", "104"),
    ),
    (
        "In most people the day of the inner clock is longer than twenty-four hours.",
        TrueFalse(
            id="q", prompt="In everybody the day of the inner clock is longer than twenty-four hours.", answer=True
        ),
        ("most", "everybody"),
    ),
]


def sentences(talk: str) -> tuple[str, ...]:
    parts = talk.replace("? ", "?|").replace(". ", ".|").split("|")
    return ("Good evening to all of you in the old rope loft.", *parts, "Then we go home along the quay.")


@pytest.mark.parametrize(("talk", "item"), RIGHT)
def test_no_clash_is_named_where_there_is_none(talk: str, item: Item) -> None:
    [told] = check([item], spoken(sentences(talk)))
    assert not told.reason.params.get("said") or told.verdict == "heard"
    assert standing(told) != "wrong"


@pytest.mark.parametrize(("talk", "item", "sides"), WRONG)
def test_a_clash_of_one_place_is_named(talk: str, item: Item, sides: tuple[str, str]) -> None:
    [told] = check([item], spoken(sentences(talk)))
    assert told.verdict != "heard"
    assert all(side in told.reason.message.lower() for side in sides)
