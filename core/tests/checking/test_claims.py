from escuela_core.checking.claims import key_claims, option_claims
from escuela_core.items import Choice, Gap, Note, Open, Option, TrueFalse

CHOICE = Choice(prompt="What runs in?", options=(Option("Water", True), Option("Sand", False), Option("", False)))


def test_an_item_asserts_its_prompt_with_its_key() -> None:
    assert [c.text for c in key_claims(CHOICE)] == ["What runs in? Water"]
    assert key_claims(Gap(prompt="The gate is ___.", answers=("shut",)))[0].text == "The gate is shut."
    assert key_claims(Open(prompt="Why?", model_answer="Because of the weight."))[0].answer == "Because of the weight."


def test_a_statement_marked_false_denies_itself() -> None:
    assert key_claims(TrueFalse(prompt="It floats.", answer=False))[0].denied


def test_what_has_no_key_asserts_nothing() -> None:
    assert key_claims(TrueFalse(prompt="It floats.", answer=None)) == []
    assert key_claims(Gap(prompt="The gate is ___.", answers=())) == []
    assert key_claims(Note(text="Look here.")) == []


def test_wrong_options_are_claims_of_their_own_but_for_empty_ones() -> None:
    assert [c.option for c in option_claims(CHOICE)] == [1]


def test_the_quantities_of_a_gap_have_the_unit_that_stands_behind_it() -> None:
    [claim] = key_claims(Gap(prompt="It takes ___ minutes, not 3 hours.", answers=("15",)))
    assert [(q.low, q.dimension) for q in claim.answer_quantities] == [(900, "time")]


def test_what_a_question_takes_for_granted_is_not_asserted() -> None:
    [asked] = key_claims(Open(prompt="Why must it not be moved?", model_answer="It is heavy."))
    [stated] = key_claims(Gap(prompt="It must not be ___.", answers=("moved",)))
    assert (asked.asserted, stated.asserted) == ("It is heavy.", "It must not be moved.")
