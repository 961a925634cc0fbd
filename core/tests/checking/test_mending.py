"""What is offered to put a wrong item right, and that the check passes it afterwards."""

from dataclasses import replace

import pytest
from conftest import LOCK, span_of, spoken

from escuela_core.checking import Mend, check
from escuela_core.checking.mending import affirmed, plainer_mends
from escuela_core.items import Choice, Gap, Item, Note, Option, TrueFalse


def choice(prompt: str, key: str, *wrong: str) -> Choice:
    return Choice(id="q", prompt=prompt, options=(Option(key, True), *(Option(w, False) for w in wrong)))


def offered(item: Item, transcript, **more) -> dict[str, Mend]:
    return {m.code: m for m in check([item], transcript, **more)[0].mends}


def test_the_option_whose_number_the_talk_says_is_offered_as_the_key(lock) -> None:
    item = choice("How long does the chamber take to fill?", "About four minutes", "Six minutes", "An hour")
    mend = offered(item, lock)["other_key"]
    assert mend.params == {"text": "Six minutes"}
    assert mend.item is not None
    assert mend.item.key == (1,)
    assert check([mend.item], lock)[0].verdict == "heard"


def test_a_number_that_no_option_has_is_put_into_the_key(lock) -> None:
    item = Gap(id="q", prompt="The chamber takes about ___ minutes to fill.", answers=("nine",))
    mend = offered(item, lock)["number"]
    assert mend.item == replace(item, answers=("6",))
    assert check([mend.item], lock)[0].verdict == "heard"


def test_a_wrong_statement_is_marked_the_other_way(lock) -> None:
    item = TrueFalse(id="q", prompt="The chamber takes about nine minutes to fill.", answer=True)
    mend = offered(item, lock)["mark_false"]
    assert mend.item == replace(item, answer=False)


def test_a_denial_of_what_is_said_loses_its_not() -> None:
    talk = spoken(("The gate opens when the levels are equal.", "The keeper waves a flag."))
    item = choice("When does the gate open?", "When the levels are not equal", "When it rains")
    mend = offered(item, talk)["affirm"]
    assert mend.params["text"] == "When the levels are equal"


@pytest.mark.parametrize(
    ("denied", "plain"),
    [
        ("It does not reach the wall", "It reaches the wall"),
        ("It didn't stop", "It stopped"),
        ("You cannot see it", "You can see it"),
        ("They are not equal", "They are equal"),
    ],
)
def test_verbs_keep_their_form_when_the_not_goes(denied: str, plain: str) -> None:
    assert affirmed(denied) == plain


def test_a_pause_that_comes_too_early_is_offered_its_silence(lock, lock_silences) -> None:
    evidence = span_of(lock, "six minutes")
    item = replace(
        choice("How long does the chamber take to fill?", "About six minutes", "An hour"),
        evidence=(evidence,),
        pause_ms=evidence.start_ms + 400,
    )
    mend = offered(item, lock, silences=lock_silences)["pause"]
    assert mend.pause_ms is not None
    assert evidence.end_ms < mend.pause_ms < evidence.end_ms + 500


def test_the_later_of_two_twins_may_be_dropped(lock) -> None:
    first = choice("How long does the chamber take to fill?", "About six minutes", "An hour")
    second = replace(first, id="r", prompt="How long does it take to fill the chamber?")
    reports = check([first, second], lock)
    assert [[m.code for m in r.mends if m.drop] for r in reports] == [[], ["drop"]]


def test_two_pauses_close_together_may_become_the_later_one(lock) -> None:
    first = replace(choice("How long does the chamber take to fill?", "About six minutes", "An hour"), pause_ms=40_000)
    second = replace(choice("What are the gates made of?", "Steel", "Oak"), id="r", pause_ms=44_000)
    [mend] = [m for m in check([first, second], lock)[1].mends if m.code == "share"]
    assert (mend.other, mend.pause_ms) == ("q", 44_000)


def test_what_is_said_outside_the_extract_may_be_taken_in(lock) -> None:
    outside = span_of(lock, "Marta Olivares")
    item = choice("Who built the first gates of oak?", "Marta Olivares", "The keeper")
    inside = [replace(outside, start_ms=0, end_ms=outside.start_ms - 100)]
    assert offered(item, lock, extract=inside)["widen"].widen == outside


def test_a_plainer_word_is_offered_where_one_leaves_the_level() -> None:
    item = choice("Why does the crew commence the work?", "Because of the tide", "For fun")
    assert [m.params for m in plainer_mends(item, "A1", [], "en") if m.params["word"] == "commence"] == [
        {"word": "commence", "other": "begin"}
    ]
    assert plainer_mends(item, "A1", [], "es") == []


def test_nothing_is_offered_where_nothing_is_wrong(lock) -> None:
    good = choice("How long does the chamber take to fill?", "About six minutes", "About two minutes")
    assert offered(good, lock) == {}
    assert offered(Note(id="q", text="Listen."), lock) == {}


def test_a_gap_without_a_number_of_its_own_takes_the_word_that_differs() -> None:
    talk = spoken((*LOCK, "Rinse your lines with fresh water once a month.", "The shed is old."))
    item = Gap(id="q", prompt="Lines should be rinsed with fresh water once a ___.", answers=("year",))
    (report,) = check([item], talk)
    assert [m.item.answers for m in report.mends if m.code == "number"] == [("month",)]


def test_a_number_in_spanish_words_is_mended_too() -> None:
    talk = spoken(("La cámara tarda unos seis minutos en llenarse.", "La esclusa es vieja."), language="es")
    item = Gap(id="q", prompt="La cámara tarda unos ___ minutos en llenarse.", answers=("nueve",))
    (report,) = check([item], talk)
    assert [m.item.answers for m in report.mends if m.code == "number"] == [("6",)]
