"""Each form on a short talk made for it: what it writes, and where it keeps still."""

import random

import pytest
from conftest import spoken

from escuela_core.items import Choice, Match, Order, TrueFalse
from escuela_core.writing.forms import FORMS, Draft
from escuela_core.writing.forms import drafts as drafts_of
from escuela_core.writing.ranking import worth
from escuela_core.writing.talk import talk_of

FIRST_AID = (
    "A burn comes from dry heat, and a scald comes from hot water.",
    "Take off the rings and the watch.",
    "Rinse the burn with cool water for a long time.",
    "Don't burst the blisters.",
    "Don't use sticky plasters.",
    "Don't put butter on the wound.",
    "Wrap the arm in cling film.",
    "Call the doctor for a deep burn.",
    "When the skin turns white, call the ambulance.",
    "The blister keeps the germs away because the skin seals the wound.",
    "Deep burns hurt less than shallow burns.",
    "The cream doesn't cool the skin.",
    "The film takes nine seconds.",
)


@pytest.fixture(scope="module")
def drafts() -> list[Draft]:
    talk = talk_of(spoken(FIRST_AID).sentences)
    return [d for c in talk.clauses for form in FORMS for d in form(c, talk, random.Random(1))]


def prompts(drafts: list[Draft], form: str) -> list[str]:
    return [d.item.asked for d in drafts if d.form == form]


def test_what_not_to_do_stands_beside_what_to_do(drafts) -> None:
    found = [d.item for d in drafts if d.form == "instructed" and d.item.asked.endswith("not do?")]
    assert found
    for item in found:
        assert isinstance(item, Choice)
        right = [o.text for o in item.options if o.correct]
        assert right[0] in {"Burst the blisters", "Use sticky plasters", "Put butter on the wound"}
        assert not {o.text for o in item.options if not o.correct} & {"Burst the blisters", "Use sticky plasters"}


def test_a_denied_statement_is_affirmed_and_false(drafts) -> None:
    assert "The cream cools the skin." in prompts(drafts, "false_affirmed")
    assert "You should burst the blisters." in prompts(drafts, "false_should")
    assert all(not d.item.answer for d in drafts if d.form.startswith("false") and isinstance(d.item, TrueFalse))


def test_an_instruction_becomes_a_true_statement(drafts) -> None:
    assert "You should wrap the arm in cling film." in prompts(drafts, "should")


def test_a_reason_is_turned_to_the_front(drafts) -> None:
    assert prompts(drafts, "true_reason") == ["Because the skin seals the wound, the blister keeps the germs away."]


def test_two_things_of_which_the_like_is_said_are_swapped(drafts) -> None:
    assert "A burn comes from hot water." in prompts(drafts, "false_swapped")


def test_a_comparison_is_turned_by_its_opposite(drafts) -> None:
    assert "Deep burns hurt more than shallow burns." in prompts(drafts, "false_opposite")


@pytest.mark.parametrize("joint", ["Then you ", "Now I ", "Then "])
def test_steps_stand_in_the_order_of_the_talk_whoever_does_them(joint: str) -> None:
    done = ("wash the potatoes", "boil the potatoes in salted water", "press the potatoes", "add the flour")
    said = [f"{joint}{step}.".replace("Then wash", "Wash") for step in done]
    said.insert(2, "Don't peel the skins off.")
    orders = [d.item for _, d in drafts_of(talk_of(spoken(tuple(said)).sentences), 0) if isinstance(d.item, Order)]
    assert [o.steps for o in orders] == [tuple(step[0].upper() + step[1:] for step in done)]


def test_rules_without_an_order_are_no_steps(drafts) -> None:
    talk = talk_of(spoken(FIRST_AID).sentences)
    assert not [d for _, d in drafts_of(talk, 0) if isinstance(d.item, Order)]


def test_things_stand_beside_what_is_said_of_them() -> None:
    talk = talk_of(
        spoken(
            (
                "The evaporator takes heat out of the air.",
                "The compressor squeezes the cold gas.",
                "The condenser gives warmth to the radiators.",
                "The refrigerant boils at minus forty.",
            )
        ).sentences
    )
    found = [d.item for c in talk.clauses for form in FORMS for d in form(c, talk, random.Random(1))]
    (match, *_) = [i for i in found if isinstance(i, Match)]
    assert ("The compressor", "squeezes the cold gas") in [(p.left, p.right) for p in match.pairs]
    assert len({p.right for p in match.pairs}) == len(match.pairs) >= 3


def test_every_draft_has_a_worth_and_quotes_what_it_rests_on(drafts) -> None:
    talk = talk_of(spoken(FIRST_AID).sentences)
    from escuela_core.writing.ranking import FORM_NAMES

    assert {d.form for d in drafts} <= set(FORM_NAMES)
    for draft in drafts:
        assert all(talk.said[n] in draft.item.explanation for n in draft.sentences)
        assert draft.item.evidence == tuple(dict.fromkeys(talk.spans[n] for n in draft.sentences))


def written(*sentences: str) -> list[Draft]:
    talk = talk_of(spoken(sentences).sentences)
    return [d for c in talk.clauses for form in FORMS for d in form(c, talk, random.Random(1))]


def test_what_a_thing_is_not_is_not_turned_round() -> None:
    found = written("A thermometer is not a spoon in this laboratory.", "A bleached coral is not dead.")
    assert prompts(found, "false_affirmed") == ["A bleached coral is dead."]


def test_a_number_that_is_counted_up_behind_it_is_not_asked_for() -> None:
    alone = "A good station has three sensors in its cellar."
    assert {"gap_quantity", "complete_quantity"} <= {d.form for d in written(alone)}
    for given_away in (
        "A good station has three sensors, one for up and down, one for north and south, and one for east and west.",
        "A leaf needs three things to do its work: water, carbon dioxide and light.",
    ):
        assert not {"gap_quantity", "complete_quantity", "false_quantity"} & {d.form for d in written(given_away)}


def test_a_measured_height_is_not_turned_below_the_ground() -> None:
    assert prompts(written("The rail stands ninety centimetres above the surface."), "false_opposite") == []
    assert prompts(written("The old rail of oak stands above the surface."), "false_opposite")


def test_what_pleased_judges_is_worth_more() -> None:
    talk = talk_of(spoken(("The gauge fell by a third in May.", *FIRST_AID)).sentences)
    drafts = [(d, c) for c in talk.clauses for form in FORMS for d in form(c, talk, random.Random(1))]
    ranked = sorted(drafts, key=lambda pair: -worth(*pair, talk))
    half = len(ranked) // 2
    commas = ["," in d.item.asked for d, _ in ranked]
    assert sum(commas[:half]) < sum(commas[half:])


def test_the_subject_of_the_whole_talk_is_not_asked_for() -> None:
    found = written(
        "The reef feeds a quarter of the fish in the ocean.",
        "Storms break the outer reef in the winter months.",
        "Parrotfish grind the reef into fine white sand.",
    )
    gaps = [d.item for d in found if d.form == "gap"]
    assert gaps
    assert all("reef" not in gap.answers for gap in gaps)


def test_a_case_of_one_s_own_is_asked_for_on_the_recording_s_own_ground() -> None:
    (found,) = (d.item for d in written(FIRST_AID[9], *FIRST_AID[10:]) if d.form == "extended")
    assert found.depth == "extend"
    assert "because the skin seals the wound" in found.asked
    assert found.criteria[1].text.endswith("the skin seals the wound")
