"""What the check makes of items and talks that nobody should have sent: a word and its reason, never a crash."""

import pytest
from conftest import span_of, spoken
from hypothesis import given, settings
from hypothesis import strategies as st

from escuela_core.checking import check
from escuela_core.items import Choice, Gap, Item, Match, Open, Option, Order, Pair, TrueFalse
from escuela_core.language.quantities import quantities
from escuela_core.segments import divide
from escuela_core.timeline import Span
from escuela_core.transcripts import Transcript
from escuela_core.writing.proposing import propose
from escuela_core.writing.wishes import Wishes

VERDICTS = {"heard", "unclear", "contradicted", "not_heard"}


def choice(prompt: str, key: str, *wrong: str, **more) -> Choice:
    return Choice(id="q", prompt=prompt, options=(Option(key, True), *(Option(w, False) for w in wrong)), **more)


def verdict(item: Item, transcript: Transcript) -> str:
    [report] = check([item], transcript)
    assert report.reason.message
    assert 0 <= report.support <= 1
    return report.verdict


@pytest.mark.parametrize(
    "item",
    [
        choice("¿De qué están hechas las compuertas?", "De acero", "De roble"),
        choice("Woraus sind die Tore?", "Aus Stahl", "Aus Eiche"),
        choice("門は何でできていますか", "鉄", "木"),
        choice("ما هي البوابات؟", "من الفولاذ", "من الخشب"),
    ],
)
def test_an_item_in_another_language_than_the_talk_is_never_heard(lock, item) -> None:
    assert verdict(item, lock) != "heard"


@pytest.mark.parametrize(
    "item",
    [
        choice("Why? " * 1_000, "Because of the weight " * 200, "No"),
        TrueFalse(id="q", prompt="The gate is heavy and " * 300, answer=True),
        Open(id="q", prompt="?", model_answer="water " * 900),
    ],
)
def test_endless_wording_is_read_to_its_end_and_not_believed(lock, item) -> None:
    assert verdict(item, lock) in VERDICTS - {"heard"}


@pytest.mark.parametrize("key", ["$x^2$", "$$", "![](gate.png)", "…", "🚤", "<b></b>", "—"])
def test_an_option_that_is_a_formula_or_a_picture_only_is_not_heard(lock, key) -> None:
    assert verdict(choice("What is shown?", key, "$y$", "Steel"), lock) != "heard"


def test_evidence_beyond_the_recording_changes_nothing(lock) -> None:
    far = (Span(10**9, 10**9 + 5), Span(0, 1))
    item = choice("How long does the chamber take to fill?", "About six minutes", "An hour", evidence=far)
    assert verdict(item, lock) == "heard"


@pytest.mark.parametrize("text", ["Water.", "Yes", "…", "[music]", "12"])
def test_a_script_of_one_word_is_enough_not_to_crash(text) -> None:
    for item in (choice("What runs in?", "Sand", "Oil"), TrueFalse(id="q", prompt="It is sand.", answer=True)):
        assert verdict(item, spoken((text,))) != "heard"


def test_two_hundred_identical_items_are_twins_of_the_first(lock) -> None:
    item = choice("How long does the chamber take to fill?", "About six minutes", "An hour")
    reports = check([item] * 200, lock)
    twins = [r for r in reports if any(f.code == "twin" for f in r.findings)]
    assert len(reports) == 200
    assert len(twins) == 199


def test_an_item_that_quotes_the_whole_talk_has_a_verdict(lock) -> None:
    whole = " ".join(s.text for s in lock.sentences)
    assert verdict(TrueFalse(id="q", prompt=whole, answer=True), lock) in VERDICTS
    assert verdict(Gap(id="q", prompt=f"{whole} ___", answers=("steel",)), lock) in VERDICTS


@pytest.mark.parametrize(
    "item",
    [
        Match(id="q", prompt="", pairs=(Pair("", ""), Pair("gate", ""))),
        Order(id="q", prompt="", steps=("", " ", "\n")),
        Choice(id="q", prompt="", options=()),
        Gap(id="q", prompt="no gap here", answers=("",)),
        Gap(id="q", prompt="___ ___", answers=("steel", "", "steel"), bank=("", "steel")),
        Open(id="q", prompt="", model_answer=""),
    ],
)
def test_items_with_nothing_in_them_are_unclear_or_not_said(lock, item) -> None:
    assert verdict(item, lock) != "heard"


WORDS = st.sampled_from(
    ["six", "minutes", "the", "gate", "not", "and", "no", "a half", "12", "%", ",", "?", "___", "¿", "$"]
)
TEXTS = st.one_of(st.lists(WORDS, max_size=12).map(" ".join), st.text(max_size=40))


@settings(max_examples=60)
@given(prompt=TEXTS, key=TEXTS, wrong=TEXTS, language=st.sampled_from(["en", "es", "fr", "zh", "ja", "xx", ""]))
def test_any_wording_gets_a_verdict(prompt, key, wrong, language) -> None:
    talk = spoken(("The chamber takes about six minutes to fill.", "The gate is heavy, no pump."), language=language)
    items = [choice(prompt, key, wrong), Gap(id="g", prompt=prompt, answers=(key,), bank=(wrong,))]
    items.append(TrueFalse(id="t", prompt=prompt, answer=len(key) % 2 == 0))  # type: ignore[arg-type]
    assert {r.verdict for r in check(items, talk)} <= VERDICTS


@settings(max_examples=300)
@given(text=TEXTS, language=st.sampled_from(["en", "es"]))
def test_quantities_stand_in_order_where_the_text_has_them(text, language) -> None:
    found = quantities(text, language)
    assert all(q.low <= q.high and text[q.start : q.end] == q.text for q in found)
    assert all(a.end <= b.start for a, b in zip(found, found[1:], strict=False))
    assert all(q.agrees(q) and q.comparable(q) and q.equals(q) for q in found)


def test_a_wide_extract_that_holds_nothing_spoken_is_unclear(lock) -> None:
    last = span_of(lock, "engine")
    nothing = [Span(last.end_ms + 60_000, last.end_ms + 90_000)]
    [report] = check([choice("How long?", "Six minutes", "An hour")], lock, extract=nothing)
    assert report.verdict == "unclear"


@pytest.mark.parametrize(
    ("language", "texts"),
    [
        ("zh", ("今天我们讲船闸。", "水自己流进来。", "不需要水泵。")),
        ("ja", ("今日は水門の話です。", "水は自分で流れます。", "ポンプは要りません。")),
        ("ar", ("اليوم نتحدث عن البوابة.", "الماء يدخل بنفسه.", "لا حاجة إلى مضخة.")),
        ("eu", ("Gaur esklusaz hitz egingo dugu.", "Ura bere kabuz sartzen da.", "Ez da ponparik behar.")),
    ],
)
def test_a_talk_in_any_language_is_divided_written_about_and_checked(language, texts) -> None:
    talk = spoken(texts * 4, language=language)
    assert all(segment.title for segment in divide(talk))
    proposal = propose(talk, Wishes(count=2))
    assert {r.verdict for r in check(proposal.items, talk)} <= VERDICTS
