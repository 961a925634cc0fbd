import numpy as np
import pytest

from escuela_core.checking.comparing import Facts, Passage, degrees, names, opposites, polarity, quantities, roles
from escuela_core.checking.comparing.comparison import Comparison
from escuela_core.checking.comparing.nearness import slot
from escuela_core.checking.comparing.standing import standing
from escuela_core.items.claim import Claim
from escuela_core.language.parsing import parsed


def passage(sentence: str, *around: str) -> Passage:
    return Passage(sentence, around, lambda _word: 1.0)


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
        ("It lasts a fortnight.", "It lasts fourteen days.", "same"),
        ("It is worth 128.", "It is worth a hundred and twenty-eight.", "same"),
    ],
)
def test_quantities(claimed: str, sentence: str, outcome: str) -> None:
    assert quantities.compare(claim(claimed), passage(sentence)).outcome == outcome


def test_a_clash_of_quantities_names_both_sides() -> None:
    found = quantities.compare(claim("4 minutes"), passage("The chamber takes about six minutes to fill."))
    assert (found.claimed, found.said) == ("4 minutes", "six minutes")


def test_the_value_of_the_fact_next_door_does_not_count() -> None:
    said = passage("A bowline takes away forty percent.", "A splice takes away only ten percent.")
    found = quantities.compare(claim("A bowline takes ten percent."), said)
    assert found.outcome == "clashing"


def test_a_number_of_the_question_is_no_rival() -> None:
    mine = Claim("How many of the six gates leak? two", "How many of the six gates leak?", "two")
    assert quantities.compare(mine, passage("Of six gates two leak.")).outcome == "same"


def test_a_number_that_the_question_takes_for_granted_is_not_compared() -> None:
    asked = "You lower it by four degrees. How much is saved?"
    mine = Claim(f"{asked} Ten percent", asked, "Ten percent")
    assert quantities.compare(mine, passage("Each of the two degrees saves ten percent.")).outcome == "same"


@pytest.mark.parametrize(
    ("claimed", "sentence", "outcome"),
    [
        ("The gates were built by Marta Olivares.", "Then Marta Olivares built the gates.", "same"),
        ("The gates were built by Jorge Rueda.", "Then Marta Olivares built the gates.", "clashing"),
        ("The gates were built by Jorge Rueda.", "Then somebody built the gates.", "missing"),
        ("The gates were built of oak.", "Then Marta Olivares built the gates.", "silent"),
        ("The gates were built by Berta Olivares.", "Marta Olivares built the first gates of oak.", "clashing"),
        ("The gates were built by Marta Reyes.", "Marta Olivares built the first gates of oak.", "clashing"),
    ],
)
def test_names(claimed: str, sentence: str, outcome: str) -> None:
    assert names.compare(claim(claimed), passage(sentence)).outcome == outcome


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
    assert polarity.compare(claimed, passage(sentence)).outcome == outcome


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
    assert opposites.compare(claimed, passage(sentence)).outcome == outcome


EMPTIED = "Emptying the chamber takes four minutes, which is faster than filling it."


@pytest.mark.parametrize(
    ("given", "answer", "sentence", "words"),
    [
        ("How long does it take to fill the chamber?", "Four minutes", EMPTIED, ("fill", "Emptying")),
        ("How long does it take to empty the chamber?", "Four minutes", EMPTIED, None),
        ("How long does it take to fill the chamber?", "Six minutes", EMPTIED, None),
        (
            "How often is an older piano tuned?",
            "Four times",
            "A new piano needs it four times a year.",
            ("older", "new"),
        ),
        ("How many lamps are not dark?", "Eight", "All eight lamps are light.", None),
        ("What fills the chamber?", "Water", EMPTIED, None),
    ],
)
def test_a_number_that_is_said_of_the_opposite(given: str, answer: str, sentence: str, words) -> None:
    asked = Claim(f"{given} {answer}", given, answer, answer_at=len(given) + 1)
    found = opposites.of_the_number(asked, passage(sentence))
    assert ((found.claimed, found.said) if found.outcome == "clashing" else None) == words


@pytest.mark.parametrize(
    ("claimed", "sentence", "said"),
    [
        ("The level rises.", "The level drops again.", "drops"),
        ("The bigger gate leaks.", "It is the smaller gate that leaks.", "smaller"),
        ("Turn it to the left.", "Turn it to the right.", "right"),
        ("The level rises.", "The level goes up and then drops.", ""),
        ("The level rises.", "The gate is made of oak.", ""),
    ],
)
def test_directions(claimed: str, sentence: str, said: str) -> None:
    assert opposites.wider(claimed, passage(sentence)).said == said


@pytest.mark.parametrize(
    ("claimed", "sentence", "outcome"),
    [
        ("All boats must wait.", "Some boats must wait.", "clashing"),
        ("Boats never wait.", "Boats usually wait.", "clashing"),
        ("All boats wait.", "All of the boats wait.", "same"),
        ("Only boats wait.", "Boats wait.", "missing"),
        ("Some boats wait.", "Boats wait.", "silent"),
        ("Boats wait.", "All boats wait.", "silent"),
    ],
)
def test_degrees(claimed: str, sentence: str, outcome: str) -> None:
    assert degrees.compare(claimed, passage(sentence)).outcome == outcome


@pytest.mark.parametrize(
    ("claimed", "sentence", "outcome"),
    [
        ("The keeper warned the captain.", "The captain warned the keeper.", "clashing"),
        ("The keeper warned the captain.", "The captain was warned by the keeper.", "same"),
        ("The keeper warned the captain.", "Somebody slept.", "silent"),
    ],
)
def test_who_does_what_to_whom(claimed: str, sentence: str, outcome: str) -> None:
    assert roles.compare(claimed, passage(sentence)).outcome == outcome


@pytest.mark.parametrize(
    ("sentence", "word", "how"),
    [
        ("We tie the rope to the bollard.", "bollard", "said"),
        ("We do not tie the rope to the rail.", "rail", "denied"),
        ("We train at the field, not the track.", "track", "denied"),
        ("We use rope instead of chain.", "chain", "set_aside"),
        ("Time does more of the work than the rate.", "rate", "set_aside"),
        ("Many people think the lamp is broken.", "lamp", "believed"),
        ("Not only the rope breaks.", "rope", "said"),
        ("It is a bit of ash, er, what am I saying, it is sycamore.", "ash", "set_aside"),
        ("An atom of iron, no, forgive me, of magnesium.", "iron", "set_aside"),
        ("An atom of iron, no, forgive me, of magnesium.", "magnesium", "said"),
        ("The boats wait, no pump is needed.", "wait", "said"),
        ("I think the lamp is broken.", "lamp", "said"),
    ],
)
def test_how_a_word_stands(sentence: str, word: str, how: str) -> None:
    assert standing(next(t for t in parsed(sentence) if t.text == word)) == how


SAID = "That gave a crisp sheet that suited the quill, whereas the soft sheet suited the brush."


def test_of_two_options_the_one_beside_the_questions_words_is_nearest() -> None:
    asked = "Which tool did the crisp sheet suit?"
    quill, brush = (Claim(f"{asked} {a}", asked, a, answer_at=len(asked) + 1) for a in ("The quill", "The brush"))
    assert slot(quill, [brush], passage(SAID)).nearest > 0 > slot(brush, [quill], passage(SAID)).nearest


def test_a_slot_knows_what_is_refused_there() -> None:
    asked = "Where do we train?"
    track, field = (Claim(f"{asked} {a}", asked, a, answer_at=len(asked) + 1) for a in ("The track", "The field"))
    found = slot(track, [field], passage("We train at the field, not the track."))
    assert (found.refused, found.rival_refused) == (1.0, 0.0)


def test_an_option_that_is_not_said_has_no_place() -> None:
    found = slot(claim("Where? The mill", "Where?", "The mill"), [], passage(SAID))
    assert np.isnan([found.nearest, found.refused, found.rival_refused]).all()


def test_plain_clashes_stand_apart_from_mere_signs() -> None:
    facts = Facts(name=Comparison("clashing", "Ana", "Olga"), degree=Comparison("clashing", "all", "some"))
    assert [sort for sort, _ in facts.clashes()] == ["name"]
    assert [sort for sort, _ in facts.signs()] == ["degree"]


def test_a_sentence_that_is_two_by_its_grammar_has_distances_too() -> None:
    said = passage("Shut the gate quickly. Dogs run home.")
    [gate], [dogs] = said.find("gate"), said.find("dog")
    assert said.distance(gate, gate) == 0
    assert said.distance(gate, dogs) == said.distance(dogs, gate) > 0
