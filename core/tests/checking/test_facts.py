import pytest

from escuela_core.checking.claims import Claim, key_claims, option_claims
from escuela_core.checking.facts import compare_names, compare_negation, compare_opposites, compare_quantities
from escuela_core.items import Choice, Gap, Note, Open, Option, TrueFalse


def claim(text: str, given: str = "", answer: str | None = None) -> Claim:
    return Claim(text, given, text if answer is None else answer)


@pytest.mark.parametrize(
    ("claimed", "sentence", "outcome"),
    [
        ("It takes six minutes.", "The chamber takes about six minutes to fill.", "same"),
        ("It takes 360 seconds.", "The chamber takes about six minutes to fill.", "same"),
        ("It takes four minutes.", "The chamber takes about six minutes to fill.", "clashing"),
        ("It takes four minutes.", "The gates are heavy.", "missing"),
        ("It takes a while.", "The chamber takes six minutes.", "silent"),
        ("It holds six screws.", "with four, hang on, six screws", "same"),
        ("It holds four screws.", "with four, hang on, six screws", "clashing"),
        ("It is two metres deep.", "It is two kilometres from here.", "clashing"),
        ("It needs five litres.", "It is five metres long.", "missing"),
        ("Between five and nine degrees.", "Seven degrees is right.", "same"),
    ],
)
def test_quantities(claimed: str, sentence: str, outcome: str) -> None:
    assert compare_quantities(claim(claimed), sentence, []).outcome == outcome


def test_a_clash_of_quantities_names_both_sides() -> None:
    found = compare_quantities(claim("4 minutes"), "The chamber takes about six minutes to fill.", [])
    assert (found.claimed, found.said) == ("4 minutes", "six minutes")


def test_the_value_of_the_fact_next_door_does_not_count() -> None:
    near = ["A splice takes away only ten percent."]
    found = compare_quantities(claim("A bowline takes ten percent."), "A bowline takes away forty percent.", near)
    assert found.outcome == "clashing"


def test_a_number_of_the_question_is_no_rival() -> None:
    mine = Claim("How many of the six gates leak? two", "How many of the six gates leak?", "two")
    assert compare_quantities(mine, "Of six gates two leak.", []).outcome == "same"


@pytest.mark.parametrize(
    ("claimed", "sentence", "outcome"),
    [
        ("The gates were built by Marta Olivares.", "Then Marta Olivares built the gates.", "same"),
        ("The gates were built by Jorge Rueda.", "Then Marta Olivares built the gates.", "clashing"),
        ("The gates were built by Jorge Rueda.", "Then somebody built the gates.", "missing"),
        ("The gates were built of oak.", "Then Marta Olivares built the gates.", "silent"),
    ],
)
def test_names(claimed: str, sentence: str, outcome: str) -> None:
    assert compare_names(claim(claimed), sentence, []).outcome == outcome


@pytest.mark.parametrize(
    ("claimed", "sentence", "outcome"),
    [
        ("You should tie the rope.", "You should not tie the rope.", "clashing"),
        ("You should not tie the rope.", "You should not tie the rope fast.", "same"),
        ("You should tie the rope.", "You should tie the rope.", "silent"),
        ("The pump is not needed.", "The keeper has a flag.", "silent"),
    ],
)
def test_negation(claimed: str, sentence: str, outcome: str) -> None:
    assert compare_negation(claimed, sentence).outcome == outcome


@pytest.mark.parametrize(
    ("claimed", "sentence", "outcome"),
    [
        ("The gates are closed.", "The gates are open.", "clashing"),
        ("The boat is heavy.", "The boat is light.", "clashing"),
        ("The boat is heavy.", "The heavy boat is not light.", "silent"),
        ("The boat is red.", "The boat is wet.", "silent"),
    ],
)
def test_opposites(claimed: str, sentence: str, outcome: str) -> None:
    assert compare_opposites(claimed, sentence).outcome == outcome


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
