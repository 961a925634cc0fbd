from escuela_core.items import Choice, Gap, Note, Open, Option, TrueFalse

CHOICE = Choice(prompt="What runs in?", options=(Option("Water", True), Option("Sand", False), Option("", False)))


def test_an_item_asserts_its_prompt_with_its_key() -> None:
    assert [c.text for c in CHOICE.key_claims()] == ["What runs in? Water"]
    assert Gap(prompt="The gate is ___.", answers=("shut",)).key_claims()[0].text == "The gate is shut."
    assert Open(prompt="Why?", model_answer="Because of the weight.").key_claims()[0].answer == "Because of the weight."


def test_a_statement_marked_false_denies_itself() -> None:
    assert TrueFalse(prompt="It floats.", answer=False).key_claims()[0].denied


def test_what_has_no_key_asserts_nothing() -> None:
    assert TrueFalse(prompt="It floats.", answer=None).key_claims() == []
    assert Gap(prompt="The gate is ___.", answers=()).key_claims() == []
    assert Note(text="Look here.").key_claims() == []


def test_wrong_options_are_claims_of_their_own_but_for_empty_ones() -> None:
    assert [c.option for c in CHOICE.option_claims()] == [1]


def test_the_quantities_of_a_gap_have_the_unit_that_stands_behind_it() -> None:
    [claim] = Gap(prompt="It takes ___ minutes, not 3 hours.", answers=("15",)).key_claims()
    assert [(q.low, q.dimension) for q in claim.answer_quantities] == [(900, "time")]


def test_what_a_question_takes_for_granted_is_not_asserted() -> None:
    [asked] = Open(prompt="Why must it not be moved?", model_answer="It is heavy.").key_claims()
    [stated] = Gap(prompt="It must not be ___.", answers=("moved",)).key_claims()
    assert (asked.asserted, stated.asserted) == ("It is heavy.", "It must not be moved.")
