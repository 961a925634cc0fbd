"""Titles of segments: the phrase that tells what a segment is about."""

from escuela_core.segments.dividing import describe
from escuela_core.segments.titling import phrases, titles
from escuela_core.transcripts import read_captions

LOCK = [
    "Let us look at the lock chamber.",
    "The lock chamber fills with water through two sluices.",
    "Boats wait in the chamber until the water is level.",
]
KNOT = [
    "The bowline is a knot for rescue.",
    "You tie the bowline with one hand.",
    "A bowline does not slip on a wet rope.",
]
BREAD = ["Next comes kneading the dough.", "Fold the dough over itself.", "Good dough springs back after ten minutes."]


def said(*parts: list[str]) -> str:
    lines = [text for part in parts for text in part]
    return "\n".join(f"[{n // 15}:{n * 4 % 60:02d}] {text}" for n, text in enumerate(lines))


def texts_of(part: list[str]) -> set[str]:
    return {phrase.text for phrase in phrases(part)}


def test_each_segment_is_named_by_what_it_is_about() -> None:
    lock, knot, bread = titles([LOCK, KNOT, BREAD], ["", "", ""])
    assert lock == "lock chamber"
    assert "bowline" in knot
    assert "dough" in bread


def test_what_is_given_stays_and_is_not_given_twice() -> None:
    assert titles([LOCK, LOCK], ["", "lock chamber"])[1] == "lock chamber"
    first, second = titles([LOCK, LOCK], ["", ""])
    assert first.removesuffix("s") != second.removesuffix("s")


def test_a_phrase_has_no_article_and_no_pronoun() -> None:
    found = texts_of(
        ["Turn the big tap in your kitchen.", "It is one of my oldest taps.", "There are two kinds of water here."]
    )
    assert {"big tap", "kitchen", "two kinds of water"} <= found
    assert not {"it", "one", "your kitchen", "the big tap", "my oldest taps"} & found


def test_what_is_done_is_a_phrase_too_and_what_is_thought_is_not() -> None:
    found = texts_of(
        [
            "You clean the rim with a rag.",
            "Choosing a seed takes time.",
            "You remember the nut.",
            "You add ten millilitres.",
        ]
    )
    assert {"cleaning the rim", "choosing a seed"} <= found
    assert not any(text.startswith(("remembering", "adding")) for text in found)


def test_a_welcome_names_no_segment() -> None:
    parts = [["Good morning from the harbour.", "The tide lifts the boats.", "Each tide takes six hours."], KNOT]
    assert titles(parts, ["", ""])[0].removesuffix("s") in {"tide", "boat", "six hour"}


def test_nothing_said_of_a_thing_has_no_phrase() -> None:
    assert phrases(["So.", "And then it was it."]) == []
    assert titles([["So."], KNOT], ["", ""])[0] == ""


def test_an_announced_name_goes_before_and_terms_stand_in() -> None:
    wheel = ["Okay, the wheel, so this is next.", "You undo the nut and take off the wheel.", "Clean the rim."]
    transcript = read_captions(said(LOCK, wheel).encode(), language="en", duration_ms=60_000)
    assert [s.title for s in describe(transcript, [0, 3])] == ["Lock chamber", "The wheel"]
    glaciar = ["El glaciar de Tresluna baja despacio.", "El glaciar cede."]
    transcript = read_captions(said(glaciar).encode(), language="es", duration_ms=60_000)
    assert "glaciar" in describe(transcript, [0])[0].title.lower()
