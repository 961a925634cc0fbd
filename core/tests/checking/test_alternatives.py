"""Options marked wrong that the talk says as well, or in place of the key."""

import pytest
from conftest import LOCK, spoken

from escuela_core.checking import check
from escuela_core.items import Choice, Option

CANAL = (
    *LOCK,
    "Before the bridge was built, barges carried timber and salt down to the harbour.",
    "The keeper's house stands on the left bank, right beside the old oak.",
    "The tow path was paved by the monks of Saint Brendan, nobody else would do it.",
    "The front gate is closed by hand, the back gate by a motor.",
)


@pytest.fixture(scope="module")
def canal():
    return spoken(CANAL)


def named(talk, prompt: str, key: str, *wrong: str):
    options = (Option(key, True), *(Option(w, False) for w in wrong))
    (report,) = check([Choice(id="q", prompt=prompt, options=options)], talk)
    return {f.option: f for f in report.findings if f.code == "also_right"}, report


def test_another_thing_said_in_the_same_breath_is_right_as_well(canal) -> None:
    found, report = named(canal, "What did barges carry down to the harbour?", "Salt", "Timber", "Wine", "Stone")
    assert list(found) == [1]
    assert "as well" in found[1].message or report.verdict != "heard"
    assert (
        found[1].params["quote"] == "Before the bridge was built, barges carried timber and salt down to the harbour."
    )


def test_beside_a_key_that_is_said_only_what_is_said_in_one_breath_with_it_is_named(canal) -> None:
    found, report = named(canal, "How is the front gate closed?", "By hand", "By a motor", "By the water")
    assert report.verdict == "heard"
    assert found == {}


def test_the_option_that_the_talk_says_stands_against_a_wrong_key(canal) -> None:
    found, report = named(
        canal, "Who paved the tow path?", "The farmers of the valley", "The monks of Saint Brendan", "The king's men"
    )
    assert report.verdict != "heard"
    assert 1 in found
    assert found[1].params["sort"] == "instead"
    assert found[1].message.startswith("“The monks of Saint Brendan” may be the right one")
    assert 2 not in found


@pytest.mark.parametrize(
    ("prompt", "key", "wrong"),
    [
        ("Where does the keeper's house stand?", "On the left bank", ("On the island", "Under the bridge")),
        ("How long does the chamber take to fill?", "About six minutes", ("About two minutes", "About an hour")),
        ("Who paved the tow path?", "The monks of Saint Brendan", ("The farmers", "The harbour master")),
    ],
)
def test_options_that_nobody_said_stay_wrong(canal, prompt, key, wrong) -> None:
    assert not [f for f in named(canal, prompt, key, *wrong)[0].values() if f.severity != "hint"]


def test_an_item_without_wrong_options_has_none(canal) -> None:
    assert named(canal, "What did barges carry?", "Timber and salt")[0] == {}


def test_a_language_without_grammar_here_is_told_by_its_words() -> None:
    talk = spoken(("Las barcazas llevaban madera y sal al puerto.", "La esclusa es vieja."), language="es")
    found, _ = named(talk, "¿Qué llevaban las barcazas al puerto?", "Sal", "Madera", "Vino")
    assert 2 not in found
