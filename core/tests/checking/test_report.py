from dataclasses import replace

import pytest
from conftest import LOCK, span_of, spoken

from escuela_core.checking import check
from escuela_core.items import Choice, Criterion, Gap, Item, Match, Note, Open, Option, Order, Pair, TrueFalse
from escuela_core.timeline import Span
from escuela_core.transcripts import Transcript


def choice(prompt: str, key: str, *wrong: str, **more: object) -> Choice:
    options = (Option(key, True), *(Option(w, False) for w in wrong))
    return Choice(id="q", prompt=prompt, options=options, **more)  # type: ignore[arg-type]


def report(item: Item, transcript: Transcript, **more: object):
    return check([item], transcript, **more)[0]  # type: ignore[arg-type]


def codes(item: Item, transcript: Transcript, **more: object) -> set[str]:
    return {f.code for f in report(item, transcript, **more).findings}


FILL = choice("How long does the chamber take to fill?", "About six minutes", "About two minutes", "About an hour")


def test_what_the_talk_says_is_heard_with_its_words(lock) -> None:
    found = report(FILL, lock)
    assert found.verdict == "heard"
    assert found.evidence[0].text == "The chamber takes about six minutes to fill."
    assert found.reason.message


def test_another_number_in_the_right_sentence_is_contradicted_and_named(lock) -> None:
    wrong = choice("How long does the chamber take to fill?", "9 minutes", "About six minutes", "An hour")
    found = report(wrong, lock)
    assert found.verdict == "contradicted"
    assert found.reason.params["said"] == "six minutes"
    assert found.reason.params["claimed"] == "9 minutes"
    assert any(f.code == "contradicted" and f.severity == "error" for f in found.findings)


def test_a_clashing_number_is_never_heard(lock) -> None:
    for minutes in ("two", "three", "eight", "ten", "30", "90"):
        item = Gap(id="q", prompt="The chamber takes about ___ minutes to fill.", answers=(minutes,))
        assert report(item, lock).verdict != "heard"


def test_what_nobody_said_is_not_heard(lock) -> None:
    item = choice("What does a ticket for the museum cost?", "Eleven euros", "Four euros", "Nothing")
    found = report(item, lock)
    assert found.verdict in {"not_heard", "unclear"}
    assert found.support < 0.3


def test_a_false_statement_is_right_where_the_talk_clashes(lock) -> None:
    said = report(TrueFalse(id="q", prompt="The chamber takes about nine minutes to fill.", answer=False), lock)
    assert said.verdict == "heard"
    marked_true = report(TrueFalse(id="q", prompt="The chamber takes about nine minutes to fill.", answer=True), lock)
    assert marked_true.verdict == "contradicted"


def test_every_verdict_gives_a_sentence_and_quotes(lock) -> None:
    items = [
        FILL,
        Open(id="o", prompt="Why?", model_answer="The boat would hang on the rope."),
        Gap(id="g", prompt="___ it.", answers=("x",)),
    ]
    for found in check(items, lock):
        assert found.reason.message.endswith(".")
        assert found.evidence


@pytest.mark.parametrize(
    ("item", "code"),
    [
        (Choice(id="q", prompt="What?", options=(Option("a", False), Option("b", False))), "no_key"),
        (TrueFalse(id="q", prompt="It floats.", answer=None), "no_key"),
        (Gap(id="q", prompt="No gap here.", answers=("x",)), "no_key"),
        (Gap(id="q", prompt="A ___.", answers=("",)), "no_key"),
        (Open(id="q", prompt="Why?"), "no_key"),
        (Choice(id="q", prompt="What?", options=(Option("a", True), Option(" ", False))), "empty_option"),
        (Choice(id="q", prompt="What?", options=(Option("A boat", True), Option("a  boat", False))), "same_option"),
        (Choice(id="q", prompt="What?", options=(Option("a", True),)), "too_few_options"),
        (Choice(id="q", prompt=" ", options=(Option("a", True), Option("b", False))), "empty_prompt"),
    ],
)
def test_faults_of_form_are_found(item: Item, code: str, lock) -> None:
    assert code in codes(item, lock)


def test_a_sound_item_has_no_findings(lock, lock_silences) -> None:
    assert codes(FILL, lock, silences=lock_silences) == set()


def test_a_pause_before_the_answer_is_too_early(lock) -> None:
    evidence = span_of(lock, "six minutes")
    early = replace(FILL, evidence=(evidence,), pause_ms=evidence.start_ms)
    assert "too_early" in codes(early, lock)
    assert "too_early" not in codes(replace(early, purpose="predict"), lock)
    assert "too_early" not in codes(replace(early, pause_ms=evidence.end_ms + 200), lock)


def test_a_pause_inside_a_word_is_found_and_one_in_the_silence_is_not(lock, lock_silences) -> None:
    evidence = span_of(lock, "six minutes")
    inside = replace(FILL, evidence=(evidence,), pause_ms=evidence.end_ms + 650)
    assert "inside_speech" in codes(inside, lock, silences=lock_silences)
    assert "inside_speech" not in codes(replace(inside, pause_ms=evidence.end_ms + 200), lock, silences=lock_silences)


def test_what_is_said_only_outside_the_extract_is_told_apart(lock) -> None:
    first_half = Span(0, span_of(lock, "water flows").start_ms)
    item = choice("What were the first gates built of?", "Oak", "Steel", "Stone")
    found = report(item, lock, extract=[first_half])
    assert found.verdict != "heard"
    assert "outside_extract" in {f.code for f in found.findings}
    assert "outside_extract" not in codes(FILL, lock, extract=[Span(0, lock.duration_ms)])


def test_twins_in_other_words_are_found_once(lock) -> None:
    gap = Gap(id="g", prompt="The chamber takes about ___ minutes to fill.", answers=("six",))
    reports = check([replace(FILL, id="c"), gap], lock)
    assert "twin" not in {f.code for f in reports[0].findings}
    assert [f.other for f in reports[1].findings if f.code == "twin"] == ["c"]


def test_items_on_different_facts_are_no_twins(lock) -> None:
    other = Gap(id="g", prompt="Emptying the chamber takes ___ minutes.", answers=("four",))
    assert all("twin" not in {f.code for f in r.findings} for r in check([FILL, other], lock))


def test_an_option_that_the_talk_says_too_may_be_right_as_well() -> None:
    talk = spoken((*LOCK, "Water and sand both run in through the paddles.", "The lock is old."))
    item = choice("What runs in through the paddles?", "Water", "Sand", "Oil")
    options = {f.option for f in report(item, talk).findings if f.code == "also_right"}
    assert 2 not in options


def test_a_note_asks_nothing(lock) -> None:
    assert report(Note(id="n", text="Look at the gates."), lock).findings == ()


def test_an_empty_talk_is_unclear_not_a_crash() -> None:
    found = report(FILL, Transcript("en", 1_000, ()))
    assert found.verdict == "unclear"


def test_a_language_that_is_not_read_is_never_contradicted_by_guessing() -> None:
    talk = spoken(("L'écluse met six minutes à se remplir.", "L'eau entre par son propre poids."), language="fr")
    said = Gap(id="q", prompt="L'écluse met six ___ à se remplir.", answers=("minutes",))
    wrong = Gap(id="q", prompt="L'écluse coûte douze ___ par jour.", answers=("euros",))
    assert report(said, talk).verdict == "heard"
    assert report(wrong, talk).verdict == "unclear"


def test_spanish_is_checked_by_its_words_and_numbers() -> None:
    talk = spoken(
        ("La esclusa tarda unos seis minutos en llenarse.", "El agua entra por su propio peso."), language="es"
    )
    asked = "¿Cuánto tarda la esclusa en llenarse?"
    assert report(choice(asked, "Unos seis minutos", "Una hora", "Dos días"), talk).verdict == "heard"
    wrong = report(choice(asked, "Unos veinte minutos", "Unos seis minutos", "Dos días"), talk)
    assert wrong.verdict == "contradicted"
    assert wrong.reason.params["said"] == "seis minutos"
    assert [m.code for m in wrong.mends] == ["other_key"]
    assert report(choice("¿Quién pintó las compuertas?", "La alcaldesa", "Un barquero"), talk).verdict != "heard"


def test_a_pause_is_proposed_after_the_evidence(lock, lock_silences) -> None:
    found = report(FILL, lock, silences=lock_silences)
    assert found.pause_ms is not None
    assert any(s.start_ms <= found.pause_ms <= s.end_ms for s in lock_silences)


def test_the_same_check_gives_the_same_report(lock) -> None:
    assert check([FILL], lock) == check([FILL], lock)


PAIRS = Match(
    id="m",
    prompt="What is what?",
    pairs=(Pair("the chamber takes to fill", "about six minutes"), Pair("emptying it takes", "four minutes")),
)


def test_steps_in_another_order_than_the_talk_s_are_told(lock) -> None:
    texts = [s.text for s in lock.sentences]
    first, second = texts[1], texts[-3]
    right = report(Order(id="o", prompt="Sort.", steps=(first, second)), lock)
    turned = report(Order(id="o", prompt="Sort.", steps=(second, first)), lock)
    assert right.verdict != "contradicted"
    assert (turned.verdict, turned.reason.code) == ("contradicted", "steps")
    assert first in turned.reason.message


def test_an_item_of_several_claims_rests_on_a_sentence_for_each(lock) -> None:
    found = report(PAIRS, lock)
    spans = {e.span for e in found.evidence}
    assert len(spans) >= 2
    assert found.pause_ms is not None
    assert found.pause_ms >= max(e.span.end_ms for e in found.evidence[:2]) - 300


@pytest.mark.parametrize(
    ("item", "code"),
    [
        (Order(id="o", prompt="Sort.", steps=("one",)), "no_key"),
        (Order(id="o", prompt="Sort.", steps=("one", "")), "empty_option"),
        (Order(id="o", prompt="Sort.", steps=("one", "One ")), "same_option"),
        (Match(id="m", prompt="Join.", pairs=(Pair("a", "b"), Pair("c", ""))), "empty_option"),
        (Open(id="p", prompt="Why?"), "no_key"),
    ],
)
def test_the_form_of_every_kind_is_looked_at(lock, item, code) -> None:
    assert code in codes(item, lock)


def test_an_open_item_with_criteria_alone_has_a_key(lock) -> None:
    item = Open(id="p", prompt="Why is no pump needed?", criteria=(Criterion("water flows by its own weight", 1.0),))
    assert "no_key" not in codes(item, lock)


def test_the_words_of_a_bank_are_looked_at_like_options(lock) -> None:
    item = Gap(id="q", prompt="The gates of today are made of ___.", answers=("steel",), bank=("oak", "Steel", ""))
    assert {"same_option", "empty_option"} <= codes(item, lock)
    assert codes(Gap(id="q", prompt=item.prompt, answers=("steel",), bank=("oak",)), lock) == set()
