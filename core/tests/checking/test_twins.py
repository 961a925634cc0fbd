"""Items that ask the same of the talk, in whatever words and kinds."""

import pytest
from conftest import LOCK, spoken

from escuela_core.checking import check
from escuela_core.checking.twins import alike
from escuela_core.items import Choice, Gap, Open, Option, TrueFalse

TALK = (
    *LOCK,
    "A magnesium atom sits in the middle of every molecule of the green pigment.",
    "The pump lifts the water by nine metres, and it does so twice a day.",
    "In spring the keeper paints the railings white.",
)


@pytest.fixture(scope="module")
def talk():
    return spoken(TALK)


def choice(prompt: str, key: str, *wrong: str) -> Choice:
    return Choice(id=prompt, prompt=prompt, options=(Option(key, True), *(Option(w, False) for w in wrong)))


def twins(talk, *items) -> dict[str, str]:
    """Which item is called the twin of which."""
    reports = check(items, talk)
    return {r.id: f.other for r in reports for f in r.findings if f.code == "twin"}


METAL = choice("Which metal atom sits in the middle of a pigment molecule?", "Magnesium", "Iron", "Zinc")
PUMP = choice("By how much does the pump lift the water?", "Nine metres", "Two metres", "Ninety metres")


@pytest.mark.parametrize(
    ("one", "other"),
    [
        (
            METAL,
            Gap(
                id="g",
                prompt="In each pigment molecule a ___ atom is in the middle.",
                answers=("magnesium",),
            ),
        ),
        (METAL, Gap(id="g", prompt="A single ___ atom sits in the middle of the green pigment.", answers=("iron",))),
        (PUMP, Gap(id="g", prompt="The water is lifted ___ metres by the pump.", answers=("nine", "9"))),
        (PUMP, TrueFalse(id="t", prompt="The pump lifts the water by two metres.", answer=False)),
        (PUMP, Open(id="o", prompt="How far does the pump lift the water?", model_answer="By nine metres.")),
    ],
)
def test_the_same_question_in_another_kind_is_a_twin(talk, one, other) -> None:
    assert twins(talk, one, other) == {other.id: one.id}


@pytest.mark.parametrize(
    ("one", "other"),
    [
        (PUMP, choice("How often does the pump work?", "Twice a day", "Once a week", "Every hour")),
        (METAL, PUMP),
        (METAL, choice("What colour are the railings painted?", "White", "Green", "Red")),
    ],
)
def test_another_question_is_none_even_on_the_same_sentence(talk, one, other) -> None:
    reports = check([one, other], talk)
    assert not [f for r in reports for f in r.findings if f.code == "twin" and f.severity != "hint"]


def test_one_that_is_not_certain_is_a_hint_and_offers_no_dropping(talk) -> None:
    reports = check([PUMP, TrueFalse(id="t", prompt="The pump lifts the water by two metres.", answer=False)], talk)
    (found,) = [f for f in reports[1].findings if f.code == "twin"]
    assert (found.severity == "hint") == found.message.startswith("May ask")
    assert (found.severity == "hint") == ("drop" not in {m.code for m in reports[1].mends})


def test_by_likeness_alone_the_same_words_are_alike_wherever_they_rest() -> None:
    again = Choice(id="again", prompt=PUMP.prompt, options=PUMP.options)
    assert list(alike([PUMP, METAL, again], [(), (), ()], "en")) == [(2, 0)]
    assert list(alike([PUMP], [()], "en")) == []
