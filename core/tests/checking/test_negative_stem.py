"""The exception among the options: which questions ask for it, and what speaks for it."""

from dataclasses import replace

import pytest
from conftest import spoken

from escuela_core.checking import check
from escuela_core.checking.standing import standing
from escuela_core.checking.wording import wording_findings
from escuela_core.items import Choice, Gap, Option
from escuela_core.items.stems import has_negative_stem, overlooked_not
from escuela_core.timeline import Span

TALK = spoken(
    (
        "Today we look after a bicycle chain.",
        "First you brush the old dirt off the links.",
        "Then you put one drop of oil on every link.",
        "Last of all you wipe the chain with a dry cloth.",
        "Never wash the chain with petrol, because petrol takes the grease out of the rollers.",
        "Do this once a month and the chain lasts for years.",
    )
)


def choice(prompt: str, key: str, *wrong: str) -> Choice:
    return Choice(id="q", prompt=prompt, options=(Option(key, True), *(Option(w, False) for w in wrong)))


@pytest.mark.parametrize(
    "prompt",
    [
        "Which of these is NOT a step?",
        "Which step does she NOT name?",
        "Which of the following isn't a step?",
        "Which of these steps cannot be left out?",
        "¿Qué paso NO nombra?",
        "Which of these does the speaker not do?",
        "All of these are steps except:",
        "¿Cuál de estos NO es un paso?",
        "¿Cuáles de los siguientes no son pasos?",
        "¿Para qué NO se usa el aceite?",
        "Son pasos todos, excepto…",
    ],
)
def test_a_question_for_the_exception_is_known(prompt: str) -> None:
    assert has_negative_stem(choice(prompt, "a", "b", "c"))


@pytest.mark.parametrize(
    "prompt",
    [
        "Why must you NOT wash the chain with petrol?",
        "Which person was told never to wash the chain?",
        "What happens if you do not oil the chain?",
        "WHICH IS NOT A STEP OF THESE?",
        "¿Por qué NO se lava con gasolina?",
        "¿Qué pasa si no se engrasa?",
        "¿Qué pasa si NO se engrasa?",
        "Which link breaks when the chain is NOT oiled?",
        "Which of these shows that the chain is not dry?",
        "Which of the following is why it does not rust?",
        "¿Cuál de estas señales muestra que no está seca?",
        "Nobody except whom may oil it?",
    ],
)
def test_a_question_that_only_holds_a_not_is_read_as_it_was(prompt: str) -> None:
    assert not has_negative_stem(choice(prompt, "a", "b", "c"))


def test_only_a_choice_of_one_has_an_exception() -> None:
    several = Choice(id="q", prompt="Which of these are NOT steps?", options=(Option("a", True), Option("b", True)))
    assert not has_negative_stem(several)
    assert not has_negative_stem(Gap(id="q", prompt="Which of these is NOT a ___?", answers=("step",)))


@pytest.mark.parametrize(
    ("prompt", "words"),
    [
        ("Which of these is not a step?", "not"),
        ("Which of the following isn't a step?", "isn't"),
        ("¿Cuál de estas no es un paso?", "no"),
        ("Which of these is NOT a step?", ""),
        ("Which of these is **not** a step?", ""),
        ("All of these are steps except:", ""),
        ("Why is it not oiled?", ""),
    ],
)
def test_a_not_that_is_easily_overlooked_is_pointed_out(prompt: str, words: str) -> None:
    item = choice(prompt, "Washing", "Oiling")
    assert overlooked_not(item) == words
    found = [f for f in wording_findings(item, "") if f.code == "overlooked_not"]
    assert [(f.severity, f.params["words"]) for f in found] == ([("hint", words)] if words else [])


STEPS = ("Oiling every link", "Wiping the chain with a cloth", "Brushing off the dirt")
WRONG = "Washing the chain with petrol"
ASKED = "Which of these is NOT one of the steps?"


def test_what_the_talk_denies_is_confirmed_where_it_says_the_others() -> None:
    (report,) = check([choice(ASKED, WRONG, *STEPS)], TALK)
    assert (report.verdict, report.reason.code) == ("heard", "excepted")
    assert standing(report) == "confirmed"
    assert {e.text for e in report.evidence} >= {s.text for s in TALK.sentences[1:4]}


def test_the_pause_waits_for_the_last_of_the_others() -> None:
    (report,) = check([choice(ASKED, "Painting the chain blue", *STEPS)], TALK)
    assert report.pause_ms is not None
    assert report.pause_ms >= TALK.sentences[3].span.end_ms


def test_a_key_that_the_talk_says_is_left_open_and_claims_no_clash() -> None:
    (report,) = check([choice(ASKED, STEPS[0], WRONG, *STEPS[1:])], TALK)
    assert (report.verdict, report.reason.code) == ("unclear", "exception")
    assert standing(report) == "open"
    assert not {"contradicted", "not_heard", "also_right"} & {f.code for f in report.findings}


def test_options_rest_on_their_own_words_though_the_question_draws_elsewhere() -> None:
    talk = spoken(
        (
            "Welcome to the rope loft.",
            "A good knot has three qualities.",
            "It is quick to tie, it holds under load, and it can be opened again afterwards.",
            "Every knot weakens the line, because the fibres are bent sharply inside it.",
        )
    )
    stem = "Which of these is NOT one of the three qualities of a good knot?"
    options = ("It floats on water", "It is quick to tie", "It holds under load")
    (report,) = check([choice(stem, *options)], talk)
    assert report.reason.code == "excepted"
    assert report.resting == (talk.sentences[2].span,)
    (wrong,) = check([choice(stem, *options[1:], options[0])], talk)
    assert standing(wrong) == "open"
    assert wrong.support < report.support


def test_nothing_is_offered_that_would_make_said_options_the_key(lock) -> None:
    """The talk says six minutes, which is why they are a wrong option here."""
    options = ("Nine minutes", "About six minutes")
    (asked,) = check([choice("How long does the chamber take to fill?", *options)], lock)
    assert {m.code for m in asked.mends} == {"other_key"}
    (negative,) = check([choice("Which of these is NOT how long the chamber takes to fill?", *options)], lock)
    assert negative.mends == ()


def test_a_key_that_is_said_outside_the_extract_is_no_fault_of_an_exception(lock) -> None:
    extract = [Span(0, lock.sentences[4].span.end_ms)]
    item = choice("Which of these is NOT said?", "The chamber takes about six minutes to fill", "A boat", "A lock")
    (report,) = check([item], lock, extract=extract)
    assert "outside_extract" not in {f.code for f in report.findings}
    (plain,) = check([replace(item, prompt="What is said?")], lock, extract=extract)
    assert "outside_extract" in {f.code for f in plain.findings}


def test_the_same_options_without_the_not_are_read_as_before() -> None:
    (report,) = check([choice("What do you put on every link?", "One drop of oil", "Petrol")], TALK)
    assert report.reason.code == "said"
