from dataclasses import replace

import pytest

from escuela_core.checking.wording import above_level, crowded, given_away, out_of_order, wording_findings
from escuela_core.items import Choice, Gap, Note, Option, TrueFalse
from escuela_core.timeline import Span

SAID = "The chamber takes about six minutes to fill."


def choice(prompt: str, key: str, *wrong: str, id: str = "q", pause_ms: int | None = None) -> Choice:  # noqa: A002
    options = (Option(key, True), *(Option(w, False) for w in wrong))
    return Choice(id=id, prompt=prompt, options=options, pause_ms=pause_ms)


PLAIN = choice("How long does the chamber take to fill?", "Six minutes", "Two minutes", "An hour")


def codes(item, evidence: str = SAID) -> list[str]:
    return [f.code for f in wording_findings(item, evidence)]


def test_a_plain_item_has_nothing_to_look_at() -> None:
    assert codes(PLAIN) == []
    assert codes(TrueFalse(prompt="The chamber fills slowly.", answer=True)) == []


@pytest.mark.parametrize(
    ("prompt", "evidence"),
    [
        ("Which colour has it in the picture?", SAID),
        ("What is it for?", "As you can see, this one holds the rope."),
        ("¿Qué se ve en la pantalla?", "La compuerta."),
        ("¿Qué sostiene la cuerda?", "Como veis, este de aquí la sostiene."),
    ],
)
def test_what_only_the_picture_tells_is_said(prompt, evidence) -> None:
    assert codes(choice(prompt, "red", "blue"), evidence) == ["needs_picture"]


@pytest.mark.parametrize("evidence", ["See you next week.", "The board of the harbour met.", "Here the river bends."])
def test_words_that_merely_look_like_pointing_stay_quiet(evidence) -> None:
    assert codes(PLAIN, evidence) == []


@pytest.mark.parametrize(
    ("item", "option"),
    [
        (choice("Why?", "Because the water flows in by its own weight", "Pumps", "Wind"), 0),
        (choice("What burns?", "All of the above", "Wood", "Straw"), 0),
        (choice("What burns?", "Wood", "None of these", "Straw"), 1),
        (choice("¿Qué arde?", "Madera", "Todas las anteriores"), 1),
    ],
)
def test_an_option_that_gives_itself_away_is_told(item, option) -> None:
    (found,) = wording_findings(item, SAID)
    assert (found.code, found.severity, found.option) == ("lopsided", "hint", option)


def test_options_of_like_length_stay_quiet() -> None:
    assert codes(choice("Why?", "The water flows in", "The pumps work", "The wind blows")) == []
    assert codes(choice("Which?", "all ropes", "no ropes")) == []


@pytest.mark.parametrize("prompt", ["What is obviously wrong here?", "¿Qué es, por supuesto, lo mejor?"])
def test_wording_that_takes_sides_is_told(prompt) -> None:
    assert codes(choice(prompt, "one", "two")) == ["loaded_wording"]


def test_an_answer_in_its_own_question_or_in_an_earlier_one_is_told() -> None:
    own = choice("What holds the mooring rope of the boat?", "The mooring rope", "A chain", id="own")
    earlier = TrueFalse(id="e", prompt="The old gates of the lock were built of oak.", answer=True)
    later = choice("Of what were the gates of the lock built?", "Of oak", "Of steel", id="l")
    found = given_away([own, earlier, later], "en")
    assert (found[0].code, found[0].other) == ("gives_away", None)
    assert (found[2].code, found[2].other) == ("gives_away", "e")


def test_questions_on_other_things_give_nothing_away() -> None:
    first = choice("Who built the gates?", "Marta Olivares", "Runa Tessel", id="a")
    second = Gap(id="b", prompt="The chamber takes ___ to fill.", answers=("six minutes",))
    assert given_away([first, second, Note(id="n", text="Six minutes, it says.")], "en") == {}


def test_pauses_close_together_are_told_and_shared_ones_are_not() -> None:
    at = [choice(f"q{n}?", "a", "b", id=str(n), pause_ms=ms) for n, ms in enumerate((10_000, 10_020, 14_000, 40_000))]
    found = crowded(at)
    assert list(found) == [2]
    assert found[2].params == {"seconds": "4.0"}
    assert crowded([choice("q?", "a", "b")]) == {}


def test_wording_above_the_level_of_the_class_is_named() -> None:
    item = choice("Which orifice does the paddle uncover?", "a hole", "a door")
    (found,) = above_level(item, "A2", ["paddle", "uncover"], "en")
    assert found.severity == "hint"
    assert found.params == {"level": "A2", "words": "orifice"}
    assert above_level(item, "C2", [], "en") == []
    long = choice("What does the keeper of the old lock do when the boat has come in from the sea?", "a", "b")
    assert [f.code for f in above_level(long, "A1", "keeper lock boat".split(), "en")] == ["above_level"]


def test_items_asked_against_the_order_of_the_words_are_shown() -> None:
    def at(pause_ms: int, end_ms: int, **more):
        return replace(
            choice(f"q{pause_ms}?", "a", "b"), pause_ms=pause_ms, evidence=(Span(end_ms - 500, end_ms),), **more
        )

    assert out_of_order([at(10_000, 9_000), at(20_000, 19_000)]) == {}
    found = out_of_order([at(10_000, 19_500), at(20_000, 9_000)])
    assert list(found) == [1]
    assert found[1].params == {"prompt": "q10000?"}
    assert out_of_order([at(10_000, 19_500, purpose="predict"), at(20_000, 9_000)]) == {}
